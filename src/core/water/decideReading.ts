import { decide, refuse, type Decision } from '../acts/decision';
import type { Effect, ReadingTaken, Taken } from '../acts/effects';
import type { Day } from '../quantity/days';
import { readingJob } from '../tasks/sources/reading';
import { say } from '../words/words';
import type { Judgement } from './judge';
import { placeWords } from './lastWater';
import { readingFault } from './readings/readings';

export interface ReadingSaid {
  loopId: string;
  half?: 'morning' | 'evening' | undefined;
  values: Readonly<Record<string, number>>;
}

/** @throws {RuleBroken} beside the value that no instrument shows */
export function requireReadings(values: Readonly<Record<string, number>>): void {
  const given = Object.entries(values);
  if (given.length === 0) refuse('t', say`Give at least one reading.`);
  for (const [kind, value] of given) {
    const fault = typeof value === 'number' ? readingFault(kind, value) : say`Give a number.`;
    if (fault) refuse(kind.slice(0, 40), fault);
  }
}

/** What somebody read of a loop; what it means for the fish is said where it was typed. @param judged the loop's places with it */
export const decideReading = (
  { judged, on }: { judged: readonly Judgement[]; on: Day },
  { loopId, half, values }: ReadingSaid,
): Decision<Taken> =>
  decide(() => {
    requireReadings(values);
    const readings: ReadingTaken[] = Object.entries(values).map(([kind, value]) => ({
      part: kind,
      loopId,
      kind,
      value,
    }));
    const job: Effect[] = half
      ? [{ does: 'job', job: readingJob(loopId, on, half), title: say`Water reading, ${half}` }]
      : [];
    const words = [say`Recorded.`, ...judged.filter((j) => j.tone !== 'good').map(placeWords)].join(' ');
    return { effects: [...job, { does: 'readings', readings }], said: () => words };
  });
