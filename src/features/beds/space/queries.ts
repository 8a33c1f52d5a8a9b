import 'server-only';
import { spaceByWeek, weekDays, type SpaceWeek } from '../../../core/crops/space';
import { bestCuts, cutsCompared } from '../../../core/crops/advisers';
import type { Day } from '../../../core/quantity/days';
import { dayOnly, farmView, type DayView, type FarmView, type Search } from '../../../server/farmView';

export interface SpaceRow {
  code: string;
  isBench: boolean;
  weeks: SpaceWeek[];
  areaM2: number;
  valueMinor: number;
  perM2WeekMinor: number | null;
  idleM2Weeks: number;
  idleMinor: number | null;
}

/** A crop that is cut more than once: after how many cuts its places give most. */
export interface CutsRow {
  code: string;
  crop: string;
  cutsMax: number;
  best: number;
  /** g of a place and day at the best number of cuts, and at the number that is planned. */
  bestG: number;
  plannedG: number;
}

export interface SpacePage extends DayView {
  currency: string;
  weeks: Day[];
  rows: SpaceRow[];
  cuts: CutsRow[];
}

const WEEKS = 20;
/** Days from the last cut until a place is planted again. Planning default. */
const TURNOVER_DAYS = 2;

export async function spacePage(search: Search): Promise<SpacePage> {
  const view = await farmView(search, async () => null);
  const { facts, forecast, steps } = view;
  return {
    ...dayOnly(view),
    currency: view.person.currency,
    weeks: weekDays(forecast.firstDay, WEEKS),
    rows: spaceByWeek({ facts, forecast, plan: steps, weeks: WEEKS }).map(({ bed, ...space }) => ({
      code: bed.code,
      isBench: bed.kind === 'nursery',
      areaM2: bed.areaM2 ?? 0,
      ...space,
    })),
    cuts: cutsOf(view),
  };
}

/** Crops that stand in beds now and grow again. */
function cutsOf({ facts }: FarmView): CutsRow[] {
  const grown = new Set(facts.plantings.map((p) => p.cropCode));
  return facts.crops
    .filter((c) => grown.has(c.code) && c.cutsMax > 1 && !c.pickingCurve)
    .map((c) => {
      const choices = cutsCompared(c, TURNOVER_DAYS);
      const best = bestCuts(choices);
      return {
        code: c.code,
        crop: c.name,
        cutsMax: c.cutsMax,
        best: best.cuts,
        bestG: best.perPlaceDay,
        plannedG: choices.at(-1)!.perPlaceDay,
      };
    });
}
