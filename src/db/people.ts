import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import type { Knex } from 'knex';
import { RuleBroken } from '../core/errors';
import { say } from '../core/words/words';
import { inFarm, type Tx } from './connection';

/** A visitor reads records for a span and writes nothing. */
export type Role = 'manager' | 'office' | 'hand' | 'visitor';

export interface PersonSettings {
  mass?: 'metric' | 'us';
  temperature?: 'C' | 'F';
  /** How numbers, days and money are written, and in which language: a BCP 47 tag. */
  locale?: string;
  /** 1 is Monday, 7 Sunday. */
  firstWeekday?: number;
}

export interface SignedIn {
  farmId: string;
  personId: string;
  name: string;
  role: Role;
  settings: PersonSettings;
  farmName: string;
  timeZone: string;
  currency: string;
  isDemo: boolean;
  /** How many days late an entry may arrive. */
  entryBackDays: number;
  /** The farm is being described and not open yet. */
  inSetUp: boolean;
}

export const SESSION_DAYS = 30;
const DAY_MS = 86_400_000;
/** Argon2id with the parameters OWASP names as a minimum (19 MiB, 2 passes). */
const ARGON = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export function hashPassword(password: string): Promise<string> {
  return hash(password, ARGON);
}

export function tokenHash(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}

export type SignInResult =
  | { ok: true; token: string; device: string }
  | { ok: false; reason: 'wrong' }
  | { ok: false; reason: 'too_many'; seconds: number };

export interface SignInTry {
  name: string;
  password: string;
  /** Where it comes from, as the server sees it. */
  address: string;
  /** What this device was given when someone signed in from it before. */
  device: string | null;
  /** What the device calls itself, for who looks at their sign-ins. */
  deviceWords?: string;
}

const signInNameOf = ({ name }: Pick<SignInTry, 'name'>) => name.trim().toLowerCase().slice(0, 120);
const deviceHash = ({ device }: Pick<SignInTry, 'device'>) => (device ? tokenHash(device) : null);

/** Counts a try before it is checked. @returns seconds to wait; 0: go on */
export async function waitsToTry(db: Knex, attempt: Omit<SignInTry, 'password'>, now: Date): Promise<number> {
  const { rows } = await db.raw('select sign_in_try(?, ?, ?, ?, ?) as seconds', [
    signInNameOf(attempt),
    attempt.address,
    deviceHash(attempt),
    randomUUID(),
    now,
  ]);
  return rows[0].seconds;
}

/** A try that succeeded: earlier ones are forgotten. */
export async function signInDone(db: Knex, attempt: Omit<SignInTry, 'password'>): Promise<void> {
  await db.raw('select sign_in_done(?, ?, ?)', [signInNameOf(attempt), attempt.address, deviceHash(attempt)]);
}

/**
 * Checks name and password and opens a session. Tries are counted before they are checked, in one statement, by name and
 * by address, and each failure makes the next wait longer; who holds a device that this person used before is counted by
 * that device alone, so nobody else can lock them out. The same time is spent whether or not the name exists.
 */
export async function signIn(db: Knex, attempt: SignInTry, now: Date): Promise<SignInResult> {
  const seconds = await waitsToTry(db, attempt, now);
  if (seconds > 0) return { ok: false, reason: 'too_many', seconds };
  const wanted = signInNameOf(attempt);
  const { rows } = await db.raw('select * from person_to_sign_in(?, ?)', [wanted, now]);
  const person = await whoseIs(rows, attempt.password);
  if (!person) return { ok: false, reason: 'wrong' };
  await signInDone(db, attempt);
  const token = randomBytes(32).toString('base64url');
  const known = attempt.device ?? randomBytes(32).toString('base64url');
  const expires = new Date(now.getTime() + SESSION_DAYS * DAY_MS);
  const who = { farm_id: person.farm_id, person_id: person.person_id };
  await inFarm(db, person.farm_id, async (tx) => {
    await tx('session').insert({
      ...who,
      token_hash: tokenHash(token),
      expires_at: expires,
      made_at: now,
      seen_at: now,
      device: attempt.deviceWords ?? '',
    });
    await tx('known_device')
      .insert({ ...who, token_hash: tokenHash(known), seen_at: now })
      .onConflict(['farm_id', 'person_id', 'token_hash'])
      .merge(['seen_at']);
  });
  return { ok: true, token, device: known };
}

interface Candidate {
  farm_id: string;
  person_id: string;
  password_hash: string;
}

/** Names are unique within a farm, not between farms: the password says which of them it is. */
async function whoseIs(people: Candidate[], password: string): Promise<Candidate | null> {
  if (people.length === 0) await verify(await DUMMY_HASH, password).catch(() => false);
  for (const person of people) if (await verify(person.password_hash, password).catch(() => false)) return person;
  return null;
}

const DUMMY_HASH = hashPassword('nobody has this one');

export async function personOfSession(db: Knex, token: string, now: Date): Promise<SignedIn | null> {
  const { rows } = await db.raw('select * from person_of_session(?, ?)', [tokenHash(token), now]);
  const r = rows[0];
  if (!r) return null;
  const person: SignedIn = {
    farmId: r.farm_id,
    personId: r.person_id,
    name: r.name,
    role: r.role,
    settings: r.settings,
    farmName: r.farm_name,
    timeZone: r.time_zone,
    currency: r.currency,
    isDemo: r.is_demo,
    entryBackDays: r.entry_back_days,
    inSetUp: r.in_set_up,
  };
  askers.set(person, tokenHash(token));
  return person;
}

/** By which session someone asks: beside the person, so that it never goes along to a page. */
const askers = new WeakMap<SignedIn, Buffer>();

/** What functions that change who may do what look at. @throws {RuleBroken} for a person who did not come by a session */
export function askerOf(person: SignedIn): Buffer {
  const asker = askers.get(person);
  if (!asker) throw new RuleBroken('form', say`You are signed out. Sign in again; what you typed is still here.`);
  return asker;
}

export async function signOut(db: Knex, person: SignedIn, token: string): Promise<void> {
  await inFarm(db, person.farmId, (tx) =>
    tx('session')
      .where({ token_hash: tokenHash(token) })
      .delete(),
  );
}

export async function demoSignIns(
  db: Knex,
): Promise<{ name: string; role: Role; signInName: string; password: string }[]> {
  const { rows } = await db.raw('select * from demo_sign_ins()');
  return rows.map((r: { name: string; role: Role; sign_in_name: string; demo_password: string }) => ({
    name: r.name,
    role: r.role,
    signInName: r.sign_in_name,
    password: r.demo_password,
  }));
}

/** What a person chose for themselves; nothing else about a person can be written from here. */
export async function keepSettings(tx: Tx, person: SignedIn, chosen: Partial<PersonSettings>): Promise<void> {
  await tx('person')
    .where({ id: person.personId })
    .update({ settings: tx.raw('settings || ?::jsonb', [JSON.stringify(chosen)]) });
}

interface ChangePasswordArgs {
  db: Knex;
  token: string;
  person: SignedIn;
  words: { old: string; new: string };
  now: Date;
}

/** Changes a person's own password, after the old one was given; other devices are signed out. */
export async function changePassword({ db, token, person, words, now }: ChangePasswordArgs): Promise<boolean> {
  const row = await inFarm(db, person.farmId, (tx) =>
    tx('person').where({ id: person.personId }).first('password_hash'),
  );
  if (!(await verify(row.password_hash, words.old).catch(() => false))) return false;
  await db.raw('select set_person_password(?, ?, ?, ?)', [
    tokenHash(token),
    now,
    person.personId,
    await hashPassword(words.new),
  ]);
  return true;
}
