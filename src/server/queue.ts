import 'server-only';
import { say } from '../core/words/words';
import { RuleBroken } from '../core/errors';

/** Work of one farm that waits for what was begun before it. */
interface Line {
  last: Promise<unknown>;
  waiting: number;
}

const kept = globalThis as { cropCycleLines?: Map<string, Line> };
const lines = () => (kept.cropCycleLines ??= new Map<string, Line>());
/** More than this waiting means that something is wrong; they are told at once instead of late. */
const MOST_WAITING = 500;

/**
 * Writes of a farm go one after another here, so that a hundred who wait hold one connection and not a hundred. Between
 * processes the database’s own lock does the same.
 */
export async function oneAtATime<T>(farmId: string, work: () => Promise<T>): Promise<T> {
  const line = lines().get(farmId) ?? { last: Promise.resolve(), waiting: 0 };
  if (line.waiting >= MOST_WAITING)
    throw new RuleBroken('form', say`Very many people are recording at once. Nothing was recorded; press again.`);
  lines().set(farmId, line);
  line.waiting += 1;
  const mine = line.last.then(work, work);
  line.last = mine.catch(() => undefined);
  try {
    return await mine;
  } finally {
    line.waiting -= 1;
    if (line.waiting === 0) lines().delete(farmId);
  }
}
