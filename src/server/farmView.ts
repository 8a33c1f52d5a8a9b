import 'server-only';
import { PROMISE_WEEKS, promiseTable, type PromiseRow } from '../core/market/promiseTable';
import { dayToShow } from '../core/plan/reach';
import type { FarmFacts } from '../core/facts/farm';
import type { FarmForecast } from '../core/facts/forecast';
import { dayAt, daysBetween, type Day } from '../core/quantity/days';
import type { UnitChoice } from '../core/quantity/units';
import type { BrokenRecord } from '../core/plan/faults';
import type { Tx } from '../db/connection';
import type { StoredStep } from '../db/plan';
import type { SignedIn } from '../db/people';
import { now } from './clock';
import { knownFarm } from './farmCache';
import { requirePerson, unitsOf } from './session';
import { readingWatched } from './watch';

export type When = 'past' | 'today' | 'future';

/** The day a screen shows, and how it is known: recorded, now, or forecast. */
export interface DayView {
  /** Who looks, as far as a page may know: what it shows is shared by all of a role. */
  person: Viewer;
  units: UnitChoice;
  today: Day;
  day: Day;
  when: When;
  /** Index of `day` in the forecast. */
  at: number;
}

export type Viewer = Pick<SignedIn, 'role'>;

/** Who asks, for the query that answers; it goes to no page. */
export interface Asked {
  asks: SignedIn;
}

/** The day of a view without the farm: what a screen may carry. */
export function dayOnly(view: DayView): DayView {
  const { person, units, today, day, when, at } = view;
  return { person, units, today, day, when, at };
}

/** What of a plan is still to come on the shown day: seen from a future day, what the forecast has done by its evening is behind it. */
export function stillToCome<S extends { day: Day }>({ when, day }: DayView, steps: readonly S[]): S[] {
  return steps.filter((s) => when !== 'future' || s.day > day);
}

export interface FarmView extends DayView, Asked {
  facts: FarmFacts;
  steps: StoredStep[];
  forecast: FarmForecast;
  broken: BrokenRecord[];
}

export type Search = Promise<Record<string, string | string[] | undefined>>;

/** Whether a part of an address may name anything at all; what cannot be stored is not looked for. */
export function mayBeCode(text: string): boolean {
  return text.length > 0 && text.length <= 60 && !/[\p{Cc}\p{Cs}]/u.test(text);
}

/** Reads the day from the address; anything that is no day, or out of reach, is today or the nearest end. */
export async function dayView(search: Search): Promise<DayView & Asked> {
  const asks = await requirePerson();
  const today = dayAt(now(), asks.timeZone);
  const day = dayToShow(today, (await search).day);
  const when = day < today ? 'past' : day > today ? 'future' : 'today';
  const at = when === 'future' ? daysBetween(today, day) : 0;
  return askedBy(asks, { person: { role: asks.role }, units: unitsOf(asks), today, day, when, at });
}

/** Beside the view, so that it never goes along where a view is spread into a page. */
const askedBy = <T extends object>(asks: SignedIn, view: T): T & Asked =>
  Object.defineProperty(view, 'asks', { value: asks, enumerable: false }) as T & Asked;

/** The farm on the day of the address, and what else a screen wants from the same transaction. */
export async function farmView<T>(
  search: Search,
  more: (tx: Tx, view: FarmView) => Promise<T>,
): Promise<FarmView & { more: T }> {
  const base = await dayView(search);
  return readingWatched(base.asks.farmId, async (tx) => {
    const past = base.when === 'past';
    const { asks } = base;
    const known = await knownFarm(tx, { farmId: asks.farmId, day: past ? base.day : base.today, isPast: past });
    const view = askedBy(asks, { ...base, ...known });
    return askedBy(asks, { ...view, more: await more(tx, view) });
  });
}

const promised = new WeakMap<FarmForecast, Map<number, PromiseRow[]>>();

/** Supply against promise by week, worked out once for each shared forecast. */
export function promisesOf({ forecast, facts }: FarmView, weeks = PROMISE_WEEKS): PromiseRow[] {
  const known = promised.get(forecast) ?? new Map<number, PromiseRow[]>();
  promised.set(forecast, known);
  const rows =
    known.get(weeks) ?? promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks });
  known.set(weeks, rows);
  return rows;
}

/** For reads that need no forecast. */
export async function readFarm<T>(work: (tx: Tx, person: SignedIn, today: Day) => Promise<T>): Promise<T> {
  const person = await requirePerson();
  return readingWatched(person.farmId, (tx) => work(tx, person, dayAt(now(), person.timeZone)));
}
