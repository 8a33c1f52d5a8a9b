import type { BedRest, FarmFacts, PlaceFact } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';
import { addDays, daysBetween, type Day } from '../quantity/days';
import { balanceSeries, bandOf, isByNitrogen } from '../water/loopBalance';

type Resting = Pick<PlaceFact, 'rests'>;

/** The rest that a bed has on a day; undefined: none. */
export const restOn = ({ rests = [] }: Resting, day: Day): BedRest | undefined =>
  rests.find((r) => r.from <= day && day <= r.until);

/** The first rest that begins or goes on between two days. */
export const restWithin = ({ rests = [] }: Resting, from: Day, until: Day): BedRest | undefined =>
  rests.find((r) => r.from <= until && from <= r.until);

/** Share of the days from one on that a bed rests. */
export function restShare({ rests = [] }: Resting, from: Day, days: number): number {
  let rested = 0;
  for (const r of rests) {
    const begins = Math.max(0, daysBetween(from, r.from));
    const ends = Math.min(days - 1, daysBetween(from, r.until));
    rested += Math.max(0, ends - begins + 1);
  }
  return Math.min(1, rested / days);
}

/** What a rest meets: plants that stand or are planned in the beds meanwhile. */
export interface RestMeets {
  placeId: string;
  lotCode: string;
  plants: number;
  from: Day;
}

interface MeetsArgs {
  forecast: FarmForecast;
  placeIds: ReadonlySet<string>;
  from: Day;
  until: Day;
}

export function restMeets({ forecast, placeIds, from, until }: MeetsArgs): RestMeets[] {
  const [first, last] = [daysBetween(forecast.firstDay, from), daysBetween(forecast.firstDay, until)];
  return forecast.plants
    .filter((s) => placeIds.has(s.placeId) && s.from <= last && s.until > first)
    .map((s) => ({
      placeId: s.placeId,
      lotCode: s.lotCode,
      plants: s.plants,
      from: addDays(forecast.firstDay, Math.max(first, s.from)),
    }));
}

/** What a loop's fish give when some of its beds stand empty, on the mean of those days. */
export interface RestBalance {
  loopId: string;
  name: string;
  byNitrogen: boolean;
  /** g feed on a planted m² a day, or nitrogen in percent of what plants take; null: nothing is left growing. */
  before: number | null;
  after: number | null;
  /** Above this the fish are too many for the plants. */
  high: number;
  feedGDay: number;
}

interface RestBalanceArgs extends MeetsArgs {
  facts: Pick<FarmFacts, 'loops' | 'places' | 'crops'>;
}

/**
 * The other side of a shut-down: fish eat on, and what their water carries is taken up by fewer plants. By the loop's own school.
 * Only loops that some of the beds belong to.
 */
export function restBalances({ facts, forecast, placeIds, from, until }: RestBalanceArgs): RestBalance[] {
  const first = Math.max(0, daysBetween(forecast.firstDay, from));
  const last = Math.min(forecast.days - 1, daysBetween(forecast.firstDay, until));
  if (last < first) return [];
  const mean = (of: (day: number) => number) => {
    let sum = 0;
    for (let day = first; day <= last; day++) sum += of(day);
    return sum / (last - first + 1);
  };
  return facts.loops.flatMap((loop): RestBalance[] => {
    const series = forecast.loops.get(loop.id);
    const beds = facts.places.filter((p) => p.loopId === loop.id && placeIds.has(p.id) && p.positions);
    if (!series || loop.kind === 'bench' || beds.length === 0) return [];
    const areaM2 = mean((day) => series.plantedAreaM2[day] ?? 0);
    const restingM2 = mean((day) =>
      beds.reduce((sum, b) => {
        const held = Math.min(b.positions!, forecast.bedsOccupied.get(b.id)?.[day] ?? 0);
        return sum + (held * (b.areaM2 ?? 0)) / b.positions!;
      }, 0),
    );
    const values = balanceSeries(forecast, loop);
    const before = mean((day) => (Number.isNaN(values[day]!) ? 0 : values[day]!));
    const leftM2 = areaM2 - restingM2;
    // Both schools divide by what is planted: with fewer plants the same fish count for more.
    const after = leftM2 > 0.05 ? before * (areaM2 / leftM2) : null;
    return [
      {
        ...{ loopId: loop.id, name: loop.name, byNitrogen: isByNitrogen(loop) },
        ...{ before: areaM2 > 0.05 ? before : null, after, high: bandOf(loop)[1] },
        feedGDay: mean((day) => series.feedG[day] ?? 0),
      },
    ];
  });
}
