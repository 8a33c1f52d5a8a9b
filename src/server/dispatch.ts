import 'server-only';
import { say, told } from '../core/words/words';
import { RuleBroken } from '../core/errors';
import { dayAt } from '../core/quantity/days';
import { inFarm, type Tx } from '../db/connection';
import { answerEntry, claimEntry, contentHash } from '../db/entries';
import type { Entry } from '../db/ledger';
import type { SignedIn } from '../db/people';
import { farmFacts, plan } from '../db/slices';
import type { Outcome } from '../ui/outcome';
import { now } from './clock';
import { roleRefusal, type Command, type Doing } from './command';
import { readInput } from '../core/readInput';
import { database } from './database';
import { slicesOf } from './farmCache';
import { metrics } from './metrics';
import { asOutcome, named, refuse } from './outcome';
import { inTurn } from './queue';
import { unitsOf } from './session';

/** What is sent: which act in which shape, under which key, when it was done, and with what. */
export interface Envelope {
  command: string;
  version: number;
  entryKey: string;
  /** When it was done; without it, now. A phone may send it hours later. */
  doneAt?: string;
  body: unknown;
}

export type Registry = ReadonlyMap<string, Command>;

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;
/** A phone’s clock may be a little ahead of ours. */
const AHEAD_MS = 120_000;
const DAY_MS = 86_400_000;

/**
 * The one way to write: which act? → may this person? → is it right? → one transaction on this person’s farm, once for
 * each key. @returns the value, or what is wrong by field, in words; nothing is recorded then
 */
export async function dispatch(registry: Registry, person: SignedIn | null, sent: Envelope): Promise<Outcome<unknown>> {
  const known = registry.get(sent.command);
  const outcome = await judged({ registry, known, person, sent });
  metrics.commands.inc({ command: known?.name ?? 'unknown', result: outcome.ok ? 'ok' : 'refused' });
  return outcome;
}

interface JudgedArgs {
  registry: Registry;
  known: Command | undefined;
  person: SignedIn | null;
  sent: Envelope;
}

async function judged({ registry, known, person, sent }: JudgedArgs): Promise<Outcome<unknown>> {
  if (!person) return refuse(say`You are signed out. Sign in again; what you typed is still here.`, 'signedOut');
  if (!known) return refuse(say`There is no act called ${named(sent.command)}.`, 'command');
  if (sent.version !== known.version)
    return refuse(
      say`This page is older or newer than the app. Reload it; what you typed is kept until then.`,
      'version',
    );
  const barred = roleRefusal(known.who, person.role);
  if (barred) return refuse(barred, 'role');
  if (typeof sent.entryKey !== 'string' || !UUID.test(sent.entryKey))
    return refuse(say`This form lost its key. Reload and try again.`);
  const at = now();
  const doneAt = whenDone(sent.doneAt, at, person.entryBackDays);
  if (typeof doneAt === 'string') return refuse(doneAt, 'doneAt');
  const read = await readInput(known.input, sent.body);
  if (!read.ok) return read;
  const stop = metrics.seconds.startTimer({ command: known.name });
  const outcome = await asOutcome(() =>
    inTurn(person.farmId, known.places?.(read.value) ?? null, () =>
      record({ registry, act: known, person, sent, body: read.value, doneAt, arrivedAt: at }),
    ),
  );
  stop();
  return outcome;
}

/** The moment it was done, or why that cannot be. */
function whenDone(said: string | undefined, at: Date, backDays: number): Date | string {
  if (said === undefined) return at;
  const done = typeof said === 'string' && /^\d{4}-\d\d-\d\dT\d\d:\d\d/.test(said) ? new Date(said) : new Date(NaN);
  if (Number.isNaN(done.getTime())) return say`Say when it was done as a date and time with its zone.`;
  if (done.getTime() > at.getTime() + AHEAD_MS)
    return say`That moment has not come yet. Check the clock of this device.`;
  if (at.getTime() - done.getTime() > backDays * DAY_MS)
    return say`That is more than ${backDays} days ago; this farm takes entries up to ${backDays} days late.`;
  return done > at ? at : done;
}

interface RecordArgs {
  registry: Registry;
  act: Command;
  person: SignedIn;
  sent: Envelope;
  body: object;
  doneAt: Date;
  arrivedAt: Date;
}

async function record({ registry, act, person, sent, body, doneAt, arrivedAt }: RecordArgs): Promise<unknown> {
  const farmDay = dayAt(doneAt, person.timeZone);
  const { farmId, personId } = person;
  const entry: Entry = { farmId, personId, entryKey: sent.entryKey, farmDay, at: doneAt };
  const today = dayAt(arrivedAt, person.timeZone);
  const waitsFor = act.places?.(body) ?? ('farm' as const);
  const frame = { farmId, personId, entryKey: sent.entryKey, farmDay: today, at: doneAt, waitsFor };
  return inFarm(database(), frame, async (tx) => {
    const before = await claimEntry(tx, {
      ...entry,
      personId,
      command: act.name,
      version: act.version,
      contentHash: contentHash([act.name, act.version, sent.doneAt ?? null, sent.body]),
      doneAt,
      arrivedAt,
      title: titleOf(act, body),
    });
    if (before) return before.answer;
    const doing = doingOf({ registry, tx, person, entry, today });
    const answer = await act.run(doing, body);
    await answerEntry(tx, entry.entryKey, answer);
    return answer ?? null;
  });
}

export function titleOf(act: Command, body: object): string {
  return (typeof act.title === 'string' ? told(act.title) : act.title(body)).slice(0, 200);
}

interface DoingOfArgs {
  registry: Registry;
  tx: Tx;
  person: SignedIn;
  entry: Entry;
  today: string;
}

function doingOf({ registry, tx, person, entry, today }: DoingOfArgs): Doing {
  const moment = () => slicesOf(tx, { farmId: person.farmId, day: today });
  const doing: Doing = {
    tx,
    person,
    units: unitsOf(person),
    today,
    entry,
    get: async (slice) => (await moment())(slice),
    moment,
    facts: async () => (await doing.get(farmFacts)).facts,
    steps: async () => (await doing.get(plan)).steps,
    rulesOf: (name) => registry.get(name),
    run: async (name, body) => {
      const inner = registry.get(name)!;
      const barred = roleRefusal(inner.who, person.role);
      if (barred) throw new RuleBroken('form', barred);
      const read = await readInput(inner.input, body);
      if (read.ok) return inner.run(doing, read.value);
      const [field, [words]] = Object.entries(read.fields)[0] as [string, [string]];
      throw new RuleBroken(field, words);
    },
  };
  return doing;
}
