import { decide, refuse, type Decision } from '../acts/decision';
import { said, type Effect, type ReadingTaken, type Said, type Taken } from '../acts/effects';
import type { Day } from '../quantity/days';
import { ago } from '../quantity/sayDay';
import { formatNumber, formatTemperature, type UnitChoice } from '../quantity/units';
import { readingJob } from '../tasks/sources/reading';
import { say, told } from '../words/words';
import type { Judgement } from './judge';
import { placeWords, stillHolds, type LastValue } from './lastWater';
import { READING_KINDS, readingFault } from './readings/readings';

export interface ReadingSaid {
  loopId: string;
  /** Where in the loop it was read; absent: of the loop as a whole. */
  placeId?: string | undefined;
  half?: 'morning' | 'evening' | undefined;
  values: Readonly<Record<string, number>>;
}

interface ReadingKnown {
  /** What the loop's places are like with it. */
  judged: readonly Judgement[];
  /** The last values before it. */
  last: readonly LastValue[];
  on: Day;
  at: Date;
  units: UnitChoice;
  /** What the plan reckons with on the day, by kind: water and air, °C. */
  reckoned?: Readonly<Partial<Record<string, number>>>;
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

/** What somebody read of a loop; what it means for the fish is said where it was typed. A jump that water does not make is asked about. */
export const decideReading = (
  known: ReadingKnown,
  { loopId, placeId, half, values }: ReadingSaid,
): Decision<Taken<Said>> =>
  decide((asks) => {
    requireReadings(values);
    asks.push(...jumps(known, values, placeId ?? null));
    const readings: ReadingTaken[] = Object.entries(values).map(([kind, value]) => ({
      part: kind,
      loopId,
      ...(placeId ? { placeId } : {}),
      kind,
      value,
    }));
    const job: Effect[] = half
      ? [{ does: 'job', job: readingJob(loopId, known.on, half), title: say`Water reading, ${half}` }]
      : [];
    const lines = [...known.judged.filter((j) => j.tone !== 'good').map(placeWords), ...offPlan(known, values)];
    return { effects: [...job, { does: 'readings', readings }], said: () => said(say`Recorded.`, lines) };
  });

/** So far from the plan it is told, °C; nearer, a thermometer and a morning make as much. Ours. */
const OFF_PLAN_C = 2;

/** What was read otherwise than the plan reckons with: dates follow it. */
function offPlan({ reckoned = {}, units }: ReadingKnown, values: Readonly<Record<string, number>>): string[] {
  return (['t', 'air'] as const).flatMap((kind) => {
    const [value, planned] = [values[kind], reckoned[kind]];
    if (value === undefined || planned === undefined || Math.abs(value - planned) < OFF_PLAN_C) return [];
    const is = formatTemperature(planned, units);
    return kind === 't'
      ? [say`The plan has water of ${is}: growth and dates follow what is read, for as long as it is read.`]
      : [say`The plan has air of ${is} on the mean of day and night: dates follow what is read, day by day.`];
  });
}

function jumps(
  { last, at, units }: ReadingKnown,
  values: Readonly<Record<string, number>>,
  placeId: string | null,
): string[] {
  return Object.entries(values).flatMap(([kind, value]) => {
    const known = READING_KINDS.get(kind)!;
    const before = last.find((v) => v.kind === kind && v.placeId === placeId && v.at < at && stillHolds(v, at));
    if (!before || Math.abs(before.value - value) <= known.jump) return [];
    const shown = (n: number) =>
      known.quantity === 'temperature'
        ? formatTemperature(n, units)
        : `${formatNumber(n, n < 1 ? 2 : 1)} ${told(known.unit)}`.trim();
    return [
      say`Last time, ${ago(before.at, at)}, ${told(known.name)} was ${shown(before.value)}; now it is ${shown(value)}. Is that right?`,
    ];
  });
}
