import 'server-only';
import { say } from '../core/words/words';
import { RateLimiterMemory, type RateLimiterRes } from 'rate-limiter-flexible';
import { dayAt, type Day } from '../core/quantity/days';
import type { UnitChoice } from '../core/quantity/units';
import { readingFarm, type Tx } from '../db/connection';
import type { Role, SignedIn } from '../db/people';
import type { Outcome } from '../ui/outcome';
import { now } from './clock';
import { roleRefusal } from './command';
import { readInput } from '../core/readInput';
import { database } from './database';
import { knownFarm, type KnownFarm } from './farmCache';
import { asOutcome, named, refuse } from './outcome';
import { unitsOf } from './session';

/** What a question is answered with. Nothing can be written in it. */
export interface Asking {
  tx: Tx;
  person: SignedIn;
  units: UnitChoice;
  today: Day;
  farm: () => Promise<KnownFarm>;
}

/** Something a screen asks before anything is recorded. */
export interface Question<I extends object = object, R = unknown> {
  name: string;
  who: readonly Role[];
  input: new () => I;
  /** How much of a person’s share one asking takes; 1 is a look-up, a forecast of its own is 3 and more. */
  cost: number;
  answer: (asking: Asking, body: I) => Promise<R>;
}

export function question<I extends object, R>(q: Question<I, R>): Question<I, R> {
  return q;
}

const kept = globalThis as { cropCycleAsked?: RateLimiterMemory };
/** What one person may ask in ten seconds: far more than hands can type, far less than a loop can send. */
const share = () => (kept.cropCycleAsked ??= new RateLimiterMemory({ points: 60, duration: 10 }));

interface AnswerArgs {
  questions: ReadonlyMap<string, Question>;
  person: SignedIn | null;
  name: string;
  body: unknown;
}

export async function answer({ questions, person, name, body }: AnswerArgs): Promise<Outcome<unknown>> {
  if (!person) return refuse(say`You are signed out. Sign in again; what you typed is still here.`, 'signedOut');
  const known = questions.get(name);
  if (!known) return refuse(say`There is no question called ${named(name)}.`, 'command');
  const barred = roleRefusal(known.who, person.role);
  if (barred) return refuse(barred, 'role');
  const read = await readInput(known.input, body);
  if (!read.ok) return read;
  try {
    await share().consume(person.personId, known.cost);
  } catch (limited) {
    const seconds = Math.ceil(((limited as RateLimiterRes).msBeforeNext ?? 10_000) / 1000);
    return refuse(say`Asked too often. Wait ${seconds} s, then ask again.`, 'tooOften');
  }
  const today = dayAt(now(), person.timeZone);
  return asOutcome(() =>
    readingFarm(database(), person.farmId, (tx) =>
      known.answer(
        { tx, person, units: unitsOf(person), today, farm: () => knownFarm(tx, { farmId: person.farmId, day: today }) },
        read.value,
      ),
    ),
  );
}
