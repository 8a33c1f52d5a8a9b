import { airAt } from '../facts/airAt';
import { sowingGroup } from '../plan/build';
import type { FarmFacts } from '../facts/farm';
import type { PlanStep } from '../facts/step';
import { addDays, type Day } from '../quantity/days';
import { wholeSeeds } from './book';
import type { PlannedSowing, SowingWay, SuccessionInput } from './types';

export interface SowingLine {
  lotCode: string;
  cropCode: string;
  /** What the recipe is called. */
  recipe: string;
  sowDay: Day;
  seeds: number;
  trays: number;
  /** Beds it goes to, and plants for each. */
  beds: { placeId: string; code: string; plants: number }[];
  transplantDay: Day;
  firstPick: Day;
  clearDay: Day;
}

export interface SuccessionDraft {
  steps: PlanStep[];
  lines: SowingLine[];
  /** Plants that no single bed or pair of beds holds throughout: they are not in the steps. */
  unplaced: number;
}

interface DraftArgs {
  facts: FarmFacts;
  input: SuccessionInput;
  sowings: readonly PlannedSowing[];
  newId: () => string;
  codeFor: (cropCode: string, sowDay: Day) => string;
}

/**
 * Turns planned sowings into steps of the farm's plan, each in real beds: whole in the bed it fits most closely, else parted among those
 * alike, in order of the day they are planted.
 */
export function draftOf({ facts, input, sowings, newId, codeFor }: DraftArgs): SuccessionDraft {
  const nursery = facts.places.find((p) => p.kind === 'nursery')!;
  const cellsPerTray = nursery.pieceSize ?? 104;
  const free = new Map(input.groups.flatMap((g) => g.beds.map(({ bed, free }) => [bed.id, Float64Array.from(free)])));
  const draft: SuccessionDraft = { steps: [], lines: [], unplaced: 0 };
  const minutes = minutesLeft(input, sowings);
  for (const { way, plants } of [...sowings].sort((a, b) => a.way.transplantAt - b.way.transplantAt)) {
    const parts = partsOf({ input, way, plants, free, minutes });
    const placed = parts.reduce((sum, p) => sum + p.plants, 0);
    draft.unplaced += plants - placed;
    if (placed < 1) continue;
    const sowDay = addDays(facts.today, way.sowAt);
    const lotCode = codeFor(way.crop.code, sowDay);
    const seeds = wholeSeeds(way, placed);
    const steps = stepsOf({ facts, input, way, parts, seeds, lotCode, nurseryId: nursery.id, cellsPerTray, newId });
    const dayOf = (kind: PlanStep['kind']) => steps.find((s) => s.kind === kind)!.day;
    draft.steps.push(...steps);
    draft.lines.push({
      lotCode,
      cropCode: way.crop.code,
      recipe: way.crop.name,
      sowDay,
      seeds,
      trays: Math.ceil(seeds / cellsPerTray),
      beds: parts.map(({ placeId, plants }) => ({
        placeId,
        code: facts.places.find((p) => p.id === placeId)!.code,
        plants,
      })),
      transplantDay: dayOf('transplant'),
      firstPick: dayOf('pick'),
      clearDay: dayOf('clear'),
    });
  }
  draft.lines.sort((a, b) => (a.sowDay < b.sowDay ? -1 : a.sowDay > b.sowDay ? 1 : 0));
  return draft;
}

interface Part {
  placeId: string;
  plants: number;
}

interface PartsArgs {
  input: SuccessionInput;
  way: SowingWay;
  plants: number;
  free: Map<string, Float64Array>;
  /** What no sowing takes of the hours of each week: another bed is another time of fetching and writing down. */
  minutes: number[];
}

function minutesLeft({ minutesFree }: SuccessionInput, sowings: readonly PlannedSowing[]): number[] {
  const left = [...minutesFree];
  for (const { way, plants } of sowings) for (const m of way.minutes) left[m.week]! -= m.eachTime + m.perPlant * plants;
  return left;
}

/** Whether what each bed more takes of the hours fits; if so it is taken. */
function takeAnotherBed(way: SowingWay, minutes: number[]): boolean {
  const again = new Map<number, number>();
  for (const m of way.minutes) again.set(m.week, (again.get(m.week) ?? 0) + m.eachTime);
  if ([...again].some(([week, more]) => minutes[week]! < more)) return false;
  for (const [week, more] of again) minutes[week]! -= more;
  return true;
}

function partsOf({ input, way, plants, free, minutes }: PartsArgs): Part[] {
  const fits = input.groups[way.group]!.beds.map(({ bed }) => ({
    placeId: bed.id,
    plants: fitIn(way, free.get(bed.id)!),
  }));
  const whole = fits.filter((f) => f.plants >= plants).sort((a, b) => a.plants - b.plants)[0];
  const parts: Part[] = [];
  if (whole) parts.push({ placeId: whole.placeId, plants });
  else {
    let left = plants;
    for (const f of fits.sort((a, b) => b.plants - a.plants)) {
      const here = Math.min(left, f.plants);
      if (here < 1 || (parts.length > 0 && !takeAnotherBed(way, minutes))) break;
      parts.push({ placeId: f.placeId, plants: here });
      left -= here;
    }
  }
  for (const { placeId, plants: n } of parts) {
    const days = free.get(placeId)!;
    for (const { from, until, places } of way.holds)
      for (let day = from; day < Math.min(until, days.length); day++) days[day]! -= Math.ceil(n * places - 1e-9);
  }
  return parts;
}

/** Plants of a way that fit in one bed from the first to the last of its days. */
function fitIn(way: SowingWay, free: Float64Array): number {
  let most = Infinity;
  for (const { from, until, places } of way.holds)
    for (let day = from; day < Math.min(until, free.length); day++) most = Math.min(most, free[day]! / places);
  return Math.max(0, Math.floor(most + 1e-6));
}

interface StepsArgs {
  facts: FarmFacts;
  input: SuccessionInput;
  way: SowingWay;
  parts: readonly Part[];
  seeds: number;
  lotCode: string;
  nurseryId: string;
  cellsPerTray: number;
  newId: () => string;
}

/** One sowing for all its beds; what follows, in each of them. */
function stepsOf({ facts, input, way, parts, seeds, lotCode, nurseryId, cellsPerTray, newId }: StepsArgs): PlanStep[] {
  const loop = airAt(facts, input.groups[way.group]!.beds[0]?.bed)!;
  const nurseryAir = airAt(
    facts,
    facts.places.find((p) => p.id === nurseryId),
  );
  const groupId = newId();
  return parts.flatMap(({ placeId, plants }, i) => {
    const wish = { crop: way.crop, loop, nurseryAir, lotCode, nurseryId, bedId: placeId, cellsPerTray };
    const quantities = { units: 0, positions: plants, seedlings: 0, seeds, trays: 0, spareSeeds: 0 };
    return sowingGroup({ wish, sowDay: addDays(facts.today, way.sowAt), quantities, newId })
      .filter((s) => i === 0 || s.kind !== 'sow')
      .map((s) => ({ ...s, groupId }));
  });
}
