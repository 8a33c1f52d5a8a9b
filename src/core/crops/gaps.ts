import type { PromiseRow } from '../market/promiseTable';
import { addDays, type Day } from '../quantity/days';
import { sowingForDemand } from '../plan/build';
import type { FarmFacts, FarmForecast, PlaceFact, PlanStep } from '../plan/types';
import type { SowingQuantities } from './quantities';

/** A shortfall of a crop, worked back to a sowing. */
export interface SowingGap {
  productCode: string;
  cropCode: string;
  week: number;
  wantedOn: Day;
  shortUnits: number;
  customers: string[];
  /** Null when the crop cannot be ready in time any more. */
  sowing: { sowDay: Day; bedId: string; quantities: SowingQuantities; steps: PlanStep[] } | null;
  /** The day it would have had to be sown. */
  sowBy: Day;
}

/** What a sowing is called: letters of its crop and its day. */
export function sowingCode(cropCode: string, sowDay: Day): string {
  const words = cropCode.toUpperCase().split('-');
  const prefix = words.length === 1 ? words[0]!.slice(0, 3) : words.map((w) => w.slice(0, 2)).join('');
  return `${prefix}-${sowDay.slice(2).replaceAll('-', '')}`;
}

/** Days before delivery on which the crop should be picked. */
const PICK_AHEAD_DAYS = 1;

/**
 * What promised orders lack of each crop, as sowings that would be ready in time.
 * @param codeFor makes the lot code of a sowing
 */
export function sowingGaps(
  facts: FarmFacts,
  forecast: FarmForecast,
  promise: readonly PromiseRow[],
  codeFor: (cropCode: string, sowDay: Day) => string,
  newId: () => string,
): SowingGap[] {
  const nursery = facts.places.find((p) => p.kind === 'nursery');
  return promise.flatMap((row) => {
    const crop = facts.crops.find((c) => c.code === row.product.cropCode);
    if (!crop || !nursery) return [];
    const bed = bedFor(crop.code, facts, forecast);
    const loop = facts.loops.find((l) => l.id === bed?.loopId);
    if (!bed || !loop) return [];
    return row.weeks
      .filter((week) => week.short >= (row.product.unit === 'kg' ? 100 : 1))
      .map((week) => {
        const due = week.shortLines.map((l) => l.day).sort()[0] ?? week.weekStart;
        const wantedOn = addDays(due, -PICK_AHEAD_DAYS);
        const wish = {
          crop,
          loop,
          lotCode: '',
          nurseryId: nursery.id,
          bedId: bed.id,
          cellsPerTray: nursery.pieceSize ?? 104,
        };
        const { sowDay, quantities, steps } = sowingForDemand(wish, wantedOn, week.short, newId);
        const lotCode = codeFor(crop.code, sowDay);
        const named = steps.map((s) => ({ ...s, lotCode }));
        const inTime = sowDay >= facts.today;
        return {
          productCode: row.product.code, cropCode: crop.code, week: week.week, wantedOn, shortUnits: week.short,
          customers: [...new Set(week.shortLines.map((l) => l.customer))], sowBy: sowDay,
          sowing: inTime ? { sowDay, bedId: bed.id, quantities, steps: named } : null,
        }; // prettier-ignore
      });
  });
}

/** The bed where the crop grows already, else any with the most free positions. */
function bedFor(cropCode: string, facts: FarmFacts, forecast: FarmForecast): PlaceFact | undefined {
  const own = new Map<string, number>();
  for (const stay of forecast.plants)
    if (stay.cropCode === cropCode) own.set(stay.placeId, (own.get(stay.placeId) ?? 0) + stay.positions);
  const beds = facts.places.filter((p) => p.kind === 'bed');
  const used = beds.filter((b) => own.has(b.id)).sort((a, b) => own.get(b.id)! - own.get(a.id)!);
  return used[0] ?? beds.sort((a, b) => (b.positions ?? 0) - (a.positions ?? 0))[0];
}
