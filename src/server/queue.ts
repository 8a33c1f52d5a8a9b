import 'server-only';
import { say } from '../core/words/words';
import { RuleBroken } from '../core/errors';

interface Waiting {
  /** Places it touches; null: the whole farm. */
  places: readonly string[] | null;
  begin: () => void;
}

/** Work of one farm: what is under way, and what waits in its order. */
interface Line {
  waiting: Waiting[];
  underWay: number;
  alone: boolean;
  places: Set<string>;
}

const kept = globalThis as { cropCycleLines?: Map<string, Line> };
const lines = () => (kept.cropCycleLines ??= new Map<string, Line>());
/** More than this waiting means that something is wrong; they are told at once instead of late. */
const MOST_WAITING = 500;
/** So many at a time: each holds a connection, and others want some too. */
const MOST_BESIDE = 4;

/**
 * Writes of a farm go in turn here, so that a hundred who wait hold a few connections and not a hundred. Those that name
 * their places go beside others at other places; the rest are alone. Between processes the database’s own locks do the same.
 */
export async function inTurn<T>(farmId: string, places: readonly string[] | null, work: () => Promise<T>): Promise<T> {
  const line = lines().get(farmId) ?? { waiting: [], underWay: 0, alone: false, places: new Set<string>() };
  if (line.waiting.length >= MOST_WAITING)
    throw new RuleBroken('form', say`Very many people are recording at once. Nothing was recorded; press again.`);
  lines().set(farmId, line);
  await new Promise<void>((begin) => {
    line.waiting.push({ places, begin });
    letIn(line);
  });
  try {
    return await work();
  } finally {
    line.underWay -= 1;
    if (places === null) line.alone = false;
    for (const place of places ?? []) line.places.delete(place);
    letIn(line);
    if (line.underWay === 0 && line.waiting.length === 0) lines().delete(farmId);
  }
}

/** Begins what may begin: nothing overtakes what wants the farm to itself. */
function letIn(line: Line): void {
  for (let i = 0; i < line.waiting.length && !line.alone && line.underWay < MOST_BESIDE;) {
    const { places, begin } = line.waiting[i]!;
    if (places === null) {
      if (line.underWay > 0 || i > 0) return;
      line.alone = true;
    } else if (places.some((p) => line.places.has(p))) {
      i += 1;
      continue;
    } else for (const place of places) line.places.add(place);
    line.waiting.splice(i, 1);
    line.underWay += 1;
    begin();
  }
}
