import 'server-only';
import { AsyncLocalStorage } from 'node:async_hooks';
import { readingFarm, type Tx } from '../db/connection';
import type { SignedIn } from '../db/people';
import { readRevisions, TOPICS_OF_TABLE, type Revisions, type Topic } from '../db/revisions';
import { now } from './clock';
import { database } from './database';

/** What was read while an answer was made: by it is known when it must be made anew. */
export interface Watch {
  /** Whom it is made for. */
  person: SignedIn;
  topics: Set<Topic>;
  /** It hangs on every act. */
  any: boolean;
  /** The counts of the snapshot it was read from. */
  revisions: Revisions | null;
  /** It says how long ago something was: until when that holds, ms. */
  untilMs: number;
}

const kept = globalThis as { cropCycleWatch?: AsyncLocalStorage<Watch | null> };
const store = (kept.cropCycleWatch ??= new AsyncLocalStorage());

export const newWatch = (person: SignedIn): Watch => ({
  person,
  topics: new Set(['farm']),
  any: false,
  revisions: null,
  untilMs: Infinity,
});

/** Notes what `work` reads. */
export const watched = <T>(watch: Watch, work: () => Promise<T>): Promise<T> => store.run(watch, work);
/** What is shared says its topics itself. */
export const unwatched = <T>(work: () => Promise<T>): Promise<T> => store.run(null, work);
export const watching = (): Watch | null => store.getStore() ?? null;

export function sawTopics(topics: readonly Topic[]): void {
  const watch = watching();
  if (watch) for (const topic of topics) watch.topics.add(topic);
}

/** What is said of a moment ago holds for a minute. */
const PASSING_MS = 60_000;

/** The time, where it is shown how long ago something was: what is made with it holds for a minute. */
export function passingNow(): Date {
  const watch = watching();
  if (watch) holdsForAMinute(watch);
  return now();
}

const holdsForAMinute = (watch: Watch) => void (watch.untilMs = Math.min(watch.untilMs, Date.now() + PASSING_MS));

/** Written to by what is no act: what is made with them holds for a minute. */
export const UNCOUNTED: readonly string[] = [
  ...['session', 'known_device', 'worker_beat', 'upgrade_note', 'reading_batch', 'reading_due', 'taking_in'],
  'farm_part',
];

const NAMES = [...Object.keys(TOPICS_OF_TABLE), ...UNCOUNTED].join('|');
/** A table behind from or join, or behind a comma with a name of its own. */
const NAMED = new RegExp(
  `\\b(?:from|join)\\s+(?:only\\s+)?"?(${NAMES})\\b|,\\s*"?(${NAMES})"?\\s+(?:as\\s+)?"?[a-z]`,
  'gi',
);
const tablesOf = new Map<string, string[]>();
const MOST_KNOWN = 2000;

/** The tables that a statement names. */
function tablesIn(sql: string): string[] {
  const known = tablesOf.get(sql);
  if (known) return known;
  const tables = [...new Set([...sql.matchAll(NAMED)].map((m) => (m[1] ?? m[2])!.toLowerCase()))];
  if (tablesOf.size > MOST_KNOWN) tablesOf.clear();
  tablesOf.set(sql, tables);
  return tables;
}

function sawStatement(watch: Watch, sql: string): void {
  for (const table of tablesIn(sql)) {
    const topics = TOPICS_OF_TABLE[table];
    if (topics === 'any') watch.any = true;
    else if (topics) for (const topic of topics) watch.topics.add(topic);
    else holdsForAMinute(watch);
  }
}

/** A snapshot of a farm for reading; what an answer reads in it is noted. */
export function readingWatched<T>(farmId: string, work: (tx: Tx) => Promise<T>): Promise<T> {
  const watch = watching();
  return readingFarm(database(), farmId, async (tx) => {
    if (watch) {
      watch.revisions ??= (await readRevisions(tx)).revisions;
      tx.on('query', ({ sql }: { sql: string }) => watching() === watch && sawStatement(watch, sql));
    }
    return work(tx);
  });
}
