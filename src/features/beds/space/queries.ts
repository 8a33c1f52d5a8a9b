import 'server-only';
import { spaceByStage, spaceByWeek, weekDays, type SpaceWeek } from '../../../core/crops/space';
import { bestCuts, cutsCompared } from '../../../core/crops/advisers';
import { suits } from '../../../core/crops/suits';
import { methodNumbers, worthOf, type GrowingCosts, type MethodNumbers, type Worth } from '../../../core/crops/worth';
import { bedYears, type BedGave, type BedYear } from '../../../core/crops/bedYear';
import { yearOfBeds } from '../../../db/slices';
import { slicesOf } from '../../../server/farmCache';
import { growingCosts } from '../../../db/farmSetup';
import { housesSetUp, siteShown } from '../../../db/houses';
import { SOMEWHERE_TEMPERATE } from '../../../core/setup/habits';
import { costsWithHouses } from '../../../core/setup/houseCosts';
import { productByCrop } from '../../../core/crops/recipes';
import { formatQuantity } from '../../../core/plan/consequences';
import type { Day } from '../../../core/quantity/days';
import { codeWords } from '../../../core/words/codes';
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
  /** Rests of beds that are not over. */
  rests: { id: string; code: string; from: Day; until: Day; words: string }[];
  beds: [id: string, code: string][];
  /** Ways of using the floor, what leaves most first. */
  worth: WorthRow[];
  costs: CostsShown;
  /** Of all benches and all beds, what plants of each stage hold. */
  stages: ReturnType<typeof spaceByStage>;
  /** What each bed gave in the year up to the day. */
  year: YearRow[];
}

export interface YearRow extends Omit<BedYear, 'bed'> {
  code: string;
}

/** What the comparison by floor reckons with. */
export interface CostsShown extends Omit<GrowingCosts, 'methods'> {
  version: number;
  /** The farm has set its own. */
  isOwn: boolean;
  /** Each way of growing that the farm has. */
  methods: (Required<MethodNumbers> & { method: string; words: string })[];
}

/** A crop grown in one of the farm's ways, by its recipe, for a m² of floor and week. */
export interface WorthRow extends Worth {
  key: string;
  code: string;
  crop: string;
  /** As the library has it: head, cut leaf, herb … */
  kind: string;
  soldAs: string;
  method: string;
  quantity: string;
}

const WEEKS = 20;
/** Days from the last cut until a place is planted again. Planning default. */
const TURNOVER_DAYS = 2;

export async function spacePage(search: Search): Promise<SpacePage> {
  const view = await farmView(search, async (tx, { asks: { farmId }, day, today, when }) => {
    const isPast = when === 'past';
    const get = await slicesOf(tx, { farmId, day: isPast ? day : today, isPast });
    return {
      costs: await growingCosts(tx),
      gave: await get(yearOfBeds),
      houses: await housesSetUp(tx),
      site: await siteShown(tx),
    };
  });
  const { facts, forecast, steps } = view;
  const costs = reckonedCosts(view, view.more);
  return {
    ...dayOnly(view),
    currency: view.asks.currency,
    weeks: weekDays(forecast.firstDay, WEEKS),
    rows: spaceByWeek({ facts, forecast, plan: steps, weeks: WEEKS }).map(({ bed, ...space }) => ({
      code: bed.code,
      isBench: bed.kind === 'nursery',
      areaM2: bed.areaM2 ?? 0,
      ...space,
    })),
    cuts: cutsOf(view),
    rests: facts.places.flatMap((p) => (p.rests ?? []).map((r) => ({ ...r, code: p.code }))),
    beds: facts.places.filter((p) => p.kind === 'bed').map((p): [string, string] => [p.id, p.code]),
    stages: spaceByStage({ facts, forecast, weeks: WEEKS }),
    year: yearRows(view, view.more.gave),
    worth: worthRows(view, costs),
    costs: costsShown(view, costs),
  };
}

type OwnCosts = Awaited<ReturnType<typeof growingCosts>>;

interface AroundCosts {
  costs: OwnCosts;
  houses: Awaited<ReturnType<typeof housesSetUp>>;
  site: Awaited<ReturnType<typeof siteShown>>;
}

/** The farm's costs with what its lamps and closed rooms draw. */
function reckonedCosts({ facts }: FarmView, { costs, houses, site }: AroundCosts): OwnCosts {
  const where = { latitude: site.latitude ?? SOMEWHERE_TEMPERATE, altitudeM: site.altitudeM ?? 0 };
  return { ...costs, ...costsWithHouses(costs, { places: facts.places, houses, site: where }) };
}

const methodsOf = ({ places }: FarmView['facts']) => [
  ...new Set(places.filter((p) => p.kind === 'bed').flatMap((p) => p.method ?? [])),
];

function costsShown({ facts }: FarmView, costs: OwnCosts): CostsShown {
  const methods = methodsOf(facts).flatMap((method) => {
    const numbers = methodNumbers(method, costs);
    return numbers ? [{ lampWattsPerM2: 0, ...numbers, method, words: codeWords(method) }] : [];
  });
  return { ...costs, methods };
}

function yearRows({ facts }: FarmView, gave: readonly BedGave[]): YearRow[] {
  const { crops, products } = facts;
  const beds = facts.places.filter((p) => p.kind === 'bed');
  return bedYears({ beds, gave, crops, products })
    .filter((y) => y.plants > 0 || y.valueMinor > 0)
    .map(({ bed, ...year }) => ({ ...year, code: bed.code }));
}

/** Every crop that is grown, in each way of growing the farm has and the recipe names. */
function worthRows({ facts, units }: FarmView, costs: GrowingCosts): WorthRow[] {
  const methods = methodsOf(facts);
  const sold = productByCrop(facts.products, facts.crops);
  return facts.crops
    .filter((c) => !c.retiredOn)
    .flatMap((crop) => {
      const product = sold.get(crop.code);
      if (!product || product.priceMinor <= 0) return [];
      return methods
        .filter((m) => suits(crop, m) && methodNumbers(m, costs))
        .flatMap((m): WorthRow[] => {
          const worth = worthOf({
            crop,
            method: methodNumbers(m, costs)!,
            priceMinor: product.priceMinor,
            costs,
          });
          if (!worth) return [];
          return [
            {
              ...worth,
              ...{ key: `${crop.code}|${m}`, code: crop.code, crop: crop.name, method: codeWords(m) },
              kind: crop.kind,
              soldAs: codeWords(crop.kind),
              quantity: formatQuantity(worth.units, product.unit, units),
            },
          ];
        });
    })
    .sort((a, b) => b.netMinor - a.netMinor);
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
