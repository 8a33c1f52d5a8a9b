import 'server-only';
import { speechMark } from '../core/words/words';
import { LRUCache } from 'lru-cache';
import type { BrokenRecord } from '../core/plan/faults';
import type { FarmFacts } from '../core/facts/farm';
import type { FarmForecast } from '../core/facts/forecast';
import type { Day } from '../core/quantity/days';
import type { Tx } from '../db/connection';
import { readRevisions, revisionAge, revisionMark, type Revisions, type Topic } from '../db/revisions';
import { farmFacts, forecast, plan, topicsOf, type Slice } from '../db/slices';
import type { StoredStep } from '../db/plan';
import { sawTopics, unwatched } from './watch';

export interface KnownFarm {
  facts: FarmFacts;
  steps: StoredStep[];
  forecast: FarmForecast;
  /** Stored records that cannot be reckoned with and are left out. */
  broken: BrokenRecord[];
}

/** Room for all slices of a process, in the units of `Slice.size`: about a hundred megabytes. */
const ROOM = 1200;

/** The newest state of a slice that was read. */
interface Kept {
  mark: string;
  /** How often its topics had been written to: of two states the higher is the newer. */
  age: number;
  reading: Promise<unknown>;
}

const kept = globalThis as { cropCycleSlices?: LRUCache<string, Kept> };
const cache = () => (kept.cropCycleSlices ??= new LRUCache<string, Kept>({ maxSize: ROOM }));

interface Where {
  farmId: string;
  day: Day;
  isToday: boolean;
  revisions: Revisions;
  /** Topics that this transaction has written to: what only it sees must not be shared. */
  mine: ReadonlySet<Topic>;
}

/**
 * A slice, read once for each state of the topics it is made of and shared by every request, also while it is being
 * read. Only the newest state is kept: who still sees an older one reads for itself. What comes back is shared and must
 * not be changed.
 */
function reader(tx: Tx, where: Where) {
  const own = new Map<Slice<unknown>, Promise<unknown>>();
  const read = <T>(slice: Slice<T>): Promise<T> =>
    unwatched(() => slice.load({ tx, day: where.day, isToday: where.isToday, get }));
  const get = <T>(slice: Slice<T>): Promise<T> => {
    const mine = own.get(slice as Slice<unknown>);
    if (mine) return mine as Promise<T>;
    const got = shared(slice);
    own.set(slice as Slice<unknown>, got);
    return got;
  };
  const shared = async <T>(slice: Slice<T>): Promise<T> => {
    const topics = topicsOf(slice as Slice<unknown>);
    sawTopics(topics);
    if (topics.some((t) => where.mine.has(t))) return read(slice);
    // What is reckoned holds sentences: each language and locale has its own.
    const key = `${speechMark()}|${slice.name}|${where.farmId}|${where.day}|${where.isToday}`;
    const mark = revisionMark(where.revisions, topics);
    const known = cache().get(key);
    if (known?.mark === mark) {
      // Whoever was reading it may have lost the connection; then it is read here.
      const got = await (known.reading as Promise<T>).then(
        (value) => ({ value }),
        () => null,
      );
      if (got) return got.value;
    }
    const reading = read(slice);
    const age = revisionAge(where.revisions, topics);
    if (age < (cache().peek(key)?.age ?? 0)) return reading;
    const own = { mark, age, reading };
    cache().set(key, own, { size: slice.size });
    reading.catch(() => cache().peek(key) === own && cache().delete(key));
    return reading;
  };
  return get;
}

interface FarmOnDay {
  farmId: string;
  day: Day;
  /** As it was at the end of that day; else as it is now. */
  isPast?: boolean;
}

/** Reads slices of a farm on a day, as this transaction sees them. */
export async function slicesOf(tx: Tx, { farmId, day, isPast = false }: FarmOnDay) {
  return reader(tx, { farmId, day, isToday: !isPast, ...(await readRevisions(tx)) });
}

/** The farm, its open plan and its forecast on a day. */
export async function knownFarm(tx: Tx, on: FarmOnDay): Promise<KnownFarm> {
  const get = await slicesOf(tx, on);
  const [known, planned, ahead] = [await get(farmFacts), await get(plan), await get(forecast)];
  return {
    facts: known.facts,
    steps: planned.steps,
    forecast: ahead.forecast,
    broken: onceEach([...known.broken, ...planned.broken, ...ahead.broken]),
  };
}

/** One record is told once, by the first thing that is wrong with it. */
function onceEach(records: BrokenRecord[]): BrokenRecord[] {
  return [...new Map([...records].reverse().map((r) => [`${r.what}|${r.id}`, r])).values()].reverse();
}
