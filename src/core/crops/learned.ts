import { airAt } from '../facts/airAt';
import { stageLengthDays } from '../plan/build';
import type { HouseFact, LoopFact, PlaceFact } from '../facts/farm';
import { dayNumber, type Day } from '../quantity/days';
import type { Crop } from '../library/types';
import { expectedYield } from './quantities';

/** A planting that is through with its first pick, as the books have it. */
export interface Batch {
  sownOn: Day;
  transplantedOn: Day;
  firstPickOn: Day;
  /** The bed it first stood in. */
  placeId: string;
  sown: number;
  /** Counted on the bench; null: nobody did. */
  cameUp: number | null;
  transplanted: number;
  /** Of crops picked by the piece: what a plant weighed, where picks were weighed, g; null: none was. */
  eachG?: number | null;
  /** Of the first pick: pieces, or g for crops sold by weight. */
  picked: number;
}

export interface LearnedMonth {
  /** From 0: January. */
  month: number;
  /** From transplanting to the first pick, on the mean. */
  days: number;
  /** As the recipe and the planned air have them for the same batches. */
  expected: number;
  batches: number;
}

export interface Learned {
  batches: number;
  /** Share of the seeds that came up, where it was counted, and in how many batches; null: in too few. */
  cameUp: { share: number; batches: number } | null;
  /** What a plant weighed when picked, g, where it was weighed, and in how many batches; null: in too few, or sold by weight. */
  weighed: { eachG: number; batches: number } | null;
  /** Plants that went into beds for each seed; the recipe expects `raisedExpected`. */
  raised: number;
  raisedExpected: number;
  /** First picks against what the recipe expects of the plants in beds; 1: as expected. */
  pickedShare: number;
  /** By month of transplanting; months without a batch are left out. */
  daysByMonth: LearnedMonth[];
}

/** Fewer batches than these say nothing. Planning default. */
export const LEAST_BATCHES = 5;

interface Ground {
  places: readonly Pick<PlaceFact, 'id' | 'loopId' | 'houseId'>[];
  loops: readonly LoopFact[];
  houses?: readonly HouseFact[] | undefined;
}

/**
 * What the farm's own batches of a crop came to, against its recipe as it was before anything was learned; null: too few of them to
 * say. Sums over sums, so that large batches count more.
 */
export function learnedFrom(own: Crop, batches: readonly Batch[], ground: Ground): Learned | null {
  if (batches.length < LEAST_BATCHES) return null;
  const crop = asItWas(own);
  const sum = (of: (b: Batch) => number, over = batches) => over.reduce((total, b) => total + of(b), 0);
  const expected = (b: Batch) => {
    const { units, massG } = expectedYield(crop, b.transplanted, 1);
    return crop.unit === 'kg' ? massG : units;
  };
  const counted = batches.filter((b) => b.cameUp !== null);
  return {
    batches: batches.length,
    cameUp:
      counted.length < LEAST_BATCHES
        ? null
        : {
            share:
              sum((b) => b.cameUp!, counted) /
              Math.max(
                1,
                sum((b) => b.sown, counted),
              ),
            batches: counted.length,
          },
    weighed: weighedOf(crop, batches),
    raised:
      sum((b) => b.transplanted) /
      Math.max(
        1,
        sum((b) => b.sown),
      ),
    raisedExpected: crop.germination * crop.nurserySurvival,
    pickedShare: sum((b) => b.picked) / Math.max(1, sum(expected)),
    daysByMonth: byMonth(crop, batches, ground),
  };
}

/** Batches count alike: one weighed by the crate is no more typical than one of which ten heads were weighed. */
function weighedOf({ unit }: Crop, batches: readonly Batch[]): Learned['weighed'] {
  const each = batches.flatMap((b) => (b.eachG ? [b.eachG] : []));
  if (unit === 'kg' || each.length < LEAST_BATCHES) return null;
  return { eachG: each.reduce((sum, g) => sum + g, 0) / each.length, batches: each.length };
}

function byMonth(crop: Crop, batches: readonly Batch[], { places, loops, houses }: Ground): LearnedMonth[] {
  const loopOf = new Map(places.map((p) => [p.id, airAt({ loops, houses }, p)]));
  const months = new Map<number, { days: number; expected: number }[]>();
  for (const b of batches) {
    const loop = loopOf.get(b.placeId) ?? loops[0];
    if (!loop) continue;
    const month = Number(b.transplantedOn.slice(5, 7)) - 1;
    const expected = stageLengthDays({ crop, loop, from: b.transplantedOn, referenceDays: crop.finalDays });
    const days = dayNumber(b.firstPickOn) - dayNumber(b.transplantedOn);
    months.set(month, [...(months.get(month) ?? []), { days, expected }]);
  }
  const mean = (of: readonly number[]) => of.reduce((a, b) => a + b, 0) / of.length;
  return [...months]
    .sort(([a], [b]) => a - b)
    .map(([month, own]) => ({
      month,
      days: mean(own.map((o) => o.days)),
      expected: mean(own.map((o) => o.expected)),
      batches: own.length,
    }));
}

/** The recipe before anything learned was used. */
export function asItWas({ paceByMonth: _pace, learned, ...crop }: Crop): Crop {
  return { ...crop, ...learned?.was };
}

/** Pace of a month beyond which something else went wrong than the recipe. */
const PACE_RANGE = [0.6, 1.6] as const;
const within = (value: number, [low, high]: readonly [number, number]) => Math.min(high, Math.max(low, value));
const rounded = (value: number, digits: number) => Number(value.toFixed(digits));

/**
 * The crop as the farm's own batches have it: germination where it was counted, yield (of heads and bunches their survival, and their weight where it was weighed), and the
 * pace of every month that has enough batches; everything else stays as in the recipe.
 */
export function withLearned(own: Crop, learned: Learned, on: Day): Crop {
  const crop = asItWas(own);
  const { germination, yieldG, finalSurvival } = crop;
  const enough = learned.daysByMonth.filter((m) => m.batches >= LEAST_BATCHES && m.days > 0);
  const paceOf = (month: number) => {
    const known = enough.find((m) => m.month === month);
    return known ? rounded(within(known.expected / known.days, PACE_RANGE), 3) : 1;
  };
  const bySize = crop.unit === 'kg';
  return {
    ...crop,
    ...(learned.cameUp ? { germination: rounded(within(learned.cameUp.share, [0.01, 1]), 3) } : {}),
    ...(bySize ? { yieldG: rounded(yieldG * learned.pickedShare, 1) } : {}),
    ...(learned.weighed ? { yieldG: rounded(learned.weighed.eachG, 1) } : {}),
    ...(bySize ? {} : { finalSurvival: rounded(within(finalSurvival * learned.pickedShare, [0.01, 1]), 3) }),
    ...(enough.length > 0 ? { paceByMonth: Array.from({ length: 12 }, (_, month) => paceOf(month)) } : {}),
    learned: { on, batches: learned.batches, was: { germination, yieldG, finalSurvival } },
  };
}
