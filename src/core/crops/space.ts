import type { FarmFacts, PlaceFact } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';
import type { PlanStep } from '../facts/step';
import { restShare } from './bedRest';
import { lastStage } from './recipe';
import { addDays, type Day } from '../quantity/days';

export interface SpaceWeek {
  /** Share of the places held, on the mean and on the fullest day. */
  mean: number;
  fullest: number;
  /** Share of its days on which the bed rests: empty by choice. */
  rests: number;
}

export interface BedSpace {
  bed: PlaceFact;
  weeks: SpaceWeek[];
  /** What the plan takes from it over these weeks at list prices, minor units. */
  valueMinor: number;
  /** The same for each square metre that was planted and week; null: nothing stood in it. */
  perM2WeekMinor: number | null;
  /** Square metres times weeks that nothing stood in. */
  idleM2Weeks: number;
  /** What that would have earned as the planted part did; null: not known. */
  idleMinor: number | null;
}

interface SpaceArgs {
  facts: Pick<FarmFacts, 'places' | 'products' | 'today'>;
  forecast: FarmForecast;
  plan: readonly PlanStep[];
  weeks: number;
}

/** Beds and benches week by week from today: how full they are, what they earn and what their empty places cost. */
export function spaceByWeek({ facts, forecast, plan, weeks }: SpaceArgs): BedSpace[] {
  const values = valueByBed({ facts, forecast, plan, days: weeks * 7 });
  return facts.places
    .filter((p) => (p.kind === 'bed' || p.kind === 'nursery') && p.positions)
    .map((bed) => {
      const shares = weekShares(forecast.bedsOccupied.get(bed.id), bed, { weeks, today: facts.today });
      const areaM2 = bed.areaM2 ?? 0;
      const plantedM2Weeks = shares.reduce((sum, w) => sum + Math.min(1, w.mean) * areaM2, 0);
      const idleM2Weeks = shares.reduce((sum, w) => sum + Math.max(0, 1 - w.rests - Math.min(1, w.mean)) * areaM2, 0);
      const valueMinor = values.get(bed.id) ?? 0;
      const perM2WeekMinor = bed.kind === 'bed' && plantedM2Weeks > 0 ? valueMinor / plantedM2Weeks : null;
      return {
        bed,
        weeks: shares,
        valueMinor,
        perM2WeekMinor,
        idleM2Weeks,
        idleMinor: perM2WeekMinor === null ? null : perM2WeekMinor * idleM2Weeks,
      };
    });
}

interface Weeks {
  weeks: number;
  today: Day;
}

function weekShares(occupied: Float64Array | undefined, bed: PlaceFact, { weeks, today }: Weeks): SpaceWeek[] {
  const positions = bed.positions!;
  return Array.from({ length: weeks }, (_, w) => {
    const days = occupied?.subarray(w * 7, w * 7 + 7) ?? new Float64Array(7);
    const sum = days.reduce((a, b) => a + b, 0);
    return {
      mean: days.length === 0 ? 0 : sum / days.length / positions,
      fullest: days.reduce((a, b) => Math.max(a, b), 0) / positions,
      rests: bed.rests ? restShare(bed, addDays(today, w * 7), 7) : 0,
    };
  });
}

/** How much of all benches, or of all beds, plants hold in each week while they are on benches, dense in beds or at their last spacing: shares, on the mean. */
export function spaceByStage({ facts, forecast, weeks }: Omit<SpaceArgs, 'plan' | 'facts'> & StageFacts) {
  const held = { bench: new Float64Array(weeks), dense: new Float64Array(weeks), last: new Float64Array(weeks) };
  const lastOf = new Map(facts.crops.map((c) => [c.code, lastStage(c)]));
  const kindOf = new Map(facts.places.map((p) => [p.id, p.kind]));
  for (const { placeId, cropCode, stage, from, until, positions } of forecast.plants) {
    const isBench = kindOf.get(placeId) === 'nursery';
    const sums = held[isBench ? 'bench' : (stage ?? 0) < (lastOf.get(cropCode) ?? 0) ? 'dense' : 'last'];
    const end = Math.min(until, weeks * 7);
    for (let day = Math.max(0, from); day < end; day++) sums[Math.floor(day / 7)]! += positions / 7;
  }
  const room = (kind: PlaceFact['kind']) =>
    facts.places.filter((p) => p.kind === kind).reduce((sum, p) => sum + (p.positions ?? 0), 0);
  const [benches, beds] = [room('nursery'), room('bed')];
  return (['bench', 'dense', 'last'] as const).map((stage) => {
    const places = stage === 'bench' ? benches : beds;
    return { stage, places, weeks: [...held[stage]].map((v) => (places > 0 ? v / places : 0)) };
  });
}

interface StageFacts {
  facts: Pick<FarmFacts, 'places' | 'crops'>;
}

interface ValueArgs {
  facts: SpaceArgs['facts'];
  forecast: FarmForecast;
  plan: readonly PlanStep[];
  days: number;
}

/** Picks of the forecast by the bed their step takes them from, at list prices. */
function valueByBed({ facts, forecast, plan, days }: ValueArgs): Map<string, number> {
  const bedOf = new Map(plan.filter((s) => s.kind === 'pick').map((s) => [s.id, s.fromPlaceId]));
  const products = new Map(facts.products.map((p) => [p.code, p]));
  const values = new Map<string, number>();
  for (const s of forecast.supply) {
    const bed = s.stepId ? bedOf.get(s.stepId) : null;
    const product = products.get(s.productCode);
    if (!bed || !product || s.from >= days) continue;
    const units = product.unit === 'kg' ? s.quantity / 1000 : s.quantity;
    values.set(bed, (values.get(bed) ?? 0) + units * product.priceMinor);
  }
  return values;
}

/** The days on which the weeks from a day on begin. */
export const weekDays = (today: Day, weeks: number): Day[] =>
  Array.from({ length: weeks }, (_, w) => addDays(today, w * 7));
