import 'server-only';
import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { validate, type ValidationError } from 'class-validator';
import { RuleBroken } from '../core/errors';
import { dayAt, type Day } from '../core/quantity/days';
import type { UnitChoice } from '../core/quantity/units';
import { inFarm, type Tx } from '../db/connection';
import type { Entry } from '../db/ledger';
import type { Role, SignedIn } from '../db/people';
import type { Outcome } from '../ui/outcome';
import { now } from './clock';
import { database } from './database';
import { currentPerson, unitsOf } from './session';

export interface Doing {
  tx: Tx;
  person: SignedIn;
  units: UnitChoice;
  today: Day;
  entry: Entry;
}

const ROLE_WORDS: Record<Role, string> = { manager: 'a manager', office: 'the office', hand: 'a hand' };

/**
 * The one way to write: may this person? → is the input right? → one transaction on this person's farm.
 * @returns the value, or what is wrong by field, in words; nothing is recorded then
 */
export async function act<I extends { entryKey: string }, R>(
  roles: readonly Role[],
  input: new () => I,
  raw: unknown,
  work: (doing: Doing, input: I) => Promise<R>,
): Promise<Outcome<R>> {
  const person = await currentPerson();
  if (!person) return refuse('You are signed out. Sign in again; what you typed is still here.');
  if (!roles.includes(person.role)) {
    return refuse(
      `This is for ${roles.map((r) => ROLE_WORDS[r]).join(' or ')}; you are signed in as ${ROLE_WORDS[person.role]}.`,
    );
  }
  const read = await readInput(input, raw);
  if (!read.ok) return read;
  const at = now();
  const today = dayAt(at, person.timeZone);
  const entry = { farmId: person.farmId, personId: person.personId, entryKey: read.value.entryKey, farmDay: today, at };
  return asOutcome(() =>
    inFarm(database(), person.farmId, (tx) => work({ tx, person, units: unitsOf(person), today, entry }, read.value)),
  );
}

function refuse(words: string): { ok: false; fields: Record<string, string[]> } {
  return { ok: false, fields: { form: [words] } };
}

async function readInput<I extends object>(input: new () => I, raw: unknown): Promise<Outcome<I>> {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) return refuse('Nothing arrived. Send it again.');
  const value = plainToInstance(input, raw);
  const errors = await validate(value, { whitelist: true, forbidNonWhitelisted: true, stopAtFirstError: true });
  if (errors.length === 0) return { ok: true, value };
  return { ok: false, fields: Object.fromEntries(errors.flatMap((e) => messages(e))) };
}

function messages(error: ValidationError, path = ''): [string, string[]][] {
  const name = path + error.property;
  const own: [string, string[]][] = error.constraints ? [[name, Object.values(error.constraints)]] : [];
  return [...own, ...(error.children ?? []).flatMap((child) => messages(child, `${name}.`))];
}

/** What the database itself refuses, in words. */
const CONSTRAINT_WORDS: Record<string, [field: string, words: string]> = {
  balance_count_not_below_zero: [
    'count',
    'There is not that much left: someone took from it meanwhile. Look at the balance and try again.',
  ],
  balance_mass_not_below_zero: [
    'massG',
    'There is not that much left: someone took from it meanwhile. Look at the balance and try again.',
  ],
  reading_value_possible: ['form', 'That reading is outside what the instrument can show.'],
  movement_reversed_once: ['form', 'That was taken back already.'],
};

async function asOutcome<R>(work: () => Promise<R>): Promise<Outcome<R>> {
  try {
    return { ok: true, value: await work() };
  } catch (error) {
    if (error instanceof RuleBroken) return { ok: false, fields: { [error.field]: [error.message] } };
    const known = CONSTRAINT_WORDS[(error as { constraint?: string }).constraint ?? ''];
    if (known) return { ok: false, fields: { [known[0]]: [known[1]] } };
    console.error(
      JSON.stringify({
        level: 'error',
        at: new Date().toISOString(),
        message: String(error),
        stack: (error as Error).stack,
      }),
    );
    return refuse(
      'Something went wrong on our side. Nothing was recorded; try again, and tell the manager if it stays.',
    );
  }
}
