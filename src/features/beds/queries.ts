import 'server-only';
import { all, plural, say } from '../../core/words/words';
import { explainSowing, type Explanation } from '../../core/explain';
import { sowingDemand, type SowingDemand } from '../../core/crops/sowingDemand';
import { goodsCode, isSownOn, productByCrop } from '../../core/crops/recipes';
import { badNeighbours } from '../../core/crops/neighbours';
import { seedOutlook } from '../../core/crops/seedOutlook';
import { inSentence } from '../../core/library/inSentence';
import { sowableNow, type Sowable } from '../../core/crops/sowable';
import { mostOfOne } from '../../core/crops/diversity';
import { closingWindows } from '../../core/crops/closing';
import { sowingCode, sowingGaps } from '../../core/crops/gaps';
import { sowingFor } from '../../core/crops/quantities';
import type { Crop } from '../../core/library/types';
import { formatQuantity } from '../../core/plan/consequences';
import { addDays, type Day } from '../../core/quantity/days';
import { shortDay } from '../../core/quantity/sayDay';
import { newId } from '../../db/plan';
import { mostOfOnePercent } from '../../db/farmSetup';
import { openFindings } from '../../db/scouting';
import { loadTrials } from '../../db/trials';
import { seedStore, type SeedsLeft } from '../../db/seedStore';
import { dayOnly, farmView, promisesOf, type DayView, type FarmView, type Search } from '../../server/farmView';
import { stripOf, type StripView } from './strip/stripOf';

export interface SowView {
  stepId: string;
  lotCode: string;
  crop: string;
  seeds: number;
  trays: string;
  day: Day;
  bed: string;
  bench: string;
  /** Of what is due today or late: how many seeds bench and store hold now, and which of them falls short. */
  now: Pick<Sowable, 'seeds' | 'short'> | null;
  because: Explanation;
  /** For whom, and what of it nobody has asked for. */
  demand: { words: string; isUnsold: boolean } | null;
}

export interface GapView {
  cropCode: string;
  crop: string;
  week: number;
  short: string;
  customers: string;
  wantedOn: Day;
  sowBy: Day;
  /** Why there is no room for it; null: there is, or it is too late. */
  full: string | null;
  /** What adding it needs; null when it is too late to sow, or no bed has room. */
  add: { shortUnits: number; words: string; because: Explanation } | null;
}

export interface SeedView {
  code: string;
  name: string;
  count: number;
  /** When the oldest of it came; null: there is none. */
  oldestOn: Day | null;
  /** The sowing for which it no longer suffices. */
  shortOn: Day | null;
  lacks: number;
  orderBy: Day | null;
}

/** Plants whose window closes within the week before anyone is to pick them. */
export interface ClosingView {
  lotCode: string;
  crop: string;
  bed: string;
  lastDay: Day;
  quantity: string;
  valueMinor: number;
  pickOn: Day | null;
}

export interface BedsPage extends DayView {
  beds: StripView[];
  closing: ClosingView[];
  sow: SowView[];
  /** Said where too much of what is planned is one crop. */
  oneSided: string[];
  gaps: GapView[];
  benches: [id: string, code: string][];
  bedIds: [id: string, code: string][];
  currency: string;
  /** Seeds left by crop of the farm, as they are now. */
  seeds: SeedView[];
  /** What can be sown, by code of recipe. */
  recipes: { code: string; name: string; hasSeed: boolean }[];
  /** Rooms in which ripening fruit would mark leaves. */
  neighbours: { room: string; words: string }[];
}

const SOW_AHEAD_DAYS = 14;
const CLOSING_DAYS = 7;
const NEIGHBOUR_DAYS = 56;
const GAP_WEEKS = 20;

export async function bedsPage(search: Search): Promise<BedsPage> {
  const view = await farmView(search, async (tx, { day }) => ({
    seeds: await seedStore(tx),
    trials: await loadTrials(tx, { runningOn: day }),
    findings: await openFindings(tx, day),
    mostOfOnePercent: await mostOfOnePercent(tx),
  }));
  return {
    ...dayOnly(view),
    beds: view.facts.places
      .filter((p) => p.kind === 'bed' || (p.kind === 'nursery' && p.positions))
      .map((p) => stripOf(view, p, view.more)),
    closing: closingOf(view),
    benches: view.facts.places.filter((p) => p.kind === 'nursery').map((p): [string, string] => [p.id, p.code]),
    bedIds: view.facts.places.filter((p) => p.kind === 'bed').map((p): [string, string] => [p.id, p.code]),
    currency: view.asks.currency,
    sow: sowList(view, view.more.seeds),
    oneSided: oneSidedOf(view, view.more.mostOfOnePercent),
    gaps: view.when === 'past' ? [] : gapList(view),
    seeds: seedsOf(view, view.more.seeds),
    recipes: recipeList(view, view.more.seeds),
    neighbours: view.when === 'past' ? [] : neighboursOf(view),
  };
}

function closingOf(view: FarmView): ClosingView[] {
  const { facts, forecast, at, units } = view;
  if (view.when === 'past') return [];
  const day = (i: number) => addDays(forecast.firstDay, i);
  return closingWindows({ facts, forecast, at, days: CLOSING_DAYS }).map((c) => ({
    lotCode: c.stay.lotCode,
    crop: c.crop.name,
    bed: facts.places.find((p) => p.id === c.stay.placeId)?.code ?? '',
    lastDay: day(c.lastDay),
    quantity: formatQuantity(c.quantity, c.unit, units),
    valueMinor: c.valueMinor,
    pickOn: c.pickAt === null ? null : day(c.pickAt),
  }));
}

function seedsOf({ facts, steps }: FarmView, store: Map<string, SeedsLeft>): SeedView[] {
  // Recipes of one thing are sown from one seed.
  const sown = facts.crops.filter((c) => !c.recipeOf);
  const left = new Map(sown.map((c) => [c.code, store.get(c.code)?.count ?? 0]));
  const outlook = new Map(seedOutlook(left, steps, facts.crops).map((o) => [o.cropCode, o]));
  return sown.map((c) => {
    const o = outlook.get(c.code)!;
    return {
      code: c.code,
      name: c.name,
      count: o.left,
      oldestOn: store.get(c.code)?.oldestOn ?? null,
      shortOn: o.shortOn,
      lacks: o.lacks,
      orderBy: o.orderBy,
    };
  });
}

/** Recipes in use, those for this time of the year first. */
function recipeList({ facts, day }: FarmView, store: Map<string, SeedsLeft>): BedsPage['recipes'] {
  const own = facts.crops.filter((c) => !c.retiredOn);
  const [now, other] = [own.filter((c) => isSownOn(c, day)), own.filter((c) => !isSownOn(c, day))];
  return [...now, ...other].map((c, i) => ({
    code: c.code,
    name: i < now.length ? c.name : say`${c.name} (not sown now)`,
    hasSeed: (store.get(goodsCode(c))?.count ?? 0) > 0,
  }));
}

function neighboursOf({ facts, forecast, at }: FarmView): BedsPage['neighbours'] {
  const day = (i: number) => shortDay(addDays(forecast.firstDay, i));
  return badNeighbours({ facts, forecast, at, days: NEIGHBOUR_DAYS }).map((n) => ({
    room: n.room,
    words: say`fruit of ${all(n.fruit)} ripens from ${day(n.from)} in the air of ${all(n.leaves)}, and what it gives off spots and yellows leaves. Air the room well, pick fruit in time, keep them apart where you can.`,
  }));
}

function sowList(view: FarmView, store: Map<string, SeedsLeft>): SowView[] {
  const { facts, steps, day, when } = view;
  if (when === 'past') return [];
  const now = when === 'today' ? sowableOn(view, store) : new Map<string, Sowable>();
  const demands = sowingDemand(view);
  const until = addDays(day, SOW_AHEAD_DAYS);
  return steps
    .filter((s) => s.kind === 'sow' && s.day >= (when === 'today' ? '' : day) && s.day <= until)
    .map((step) => {
      const crop = facts.crops.find((c) => c.code === step.cropCode)!;
      const transplant = steps.find((s) => s.groupId === step.groupId && s.kind === 'transplant');
      const cells = facts.places.find((p) => p.id === step.toPlaceId)?.pieceSize ?? 104;
      const quantities = sowingFor(unitsFor(crop, transplant?.count ?? step.count), crop, cells);
      return {
        stepId: step.id,
        lotCode: step.lotCode,
        bench: facts.places.find((p) => p.id === step.toPlaceId)?.code ?? '',
        now: now.get(step.id) ?? null,
        crop: crop.name,
        seeds: step.count,
        trays: `${Math.ceil(step.count / cells)} × ${cells}`,
        day: step.day,
        bed: facts.places.find((p) => p.id === transplant?.toPlaceId)?.code ?? '',
        because: explainSowing(crop, quantities, cells),
        demand: sayDemand(view, crop, demands.get(step.lotCode)),
      };
    });
}

function sowableOn({ facts, steps, day }: FarmView, store: Map<string, SeedsLeft>): Map<string, Sowable> {
  const held = new Map<string, number>();
  for (const p of facts.plantings) held.set(p.placeId, (held.get(p.placeId) ?? 0) + p.count);
  const seeds = new Map([...store].map(([code, { count }]) => [code, count]));
  const benches = facts.places.filter((p) => p.kind === 'nursery');
  return new Map(
    sowableNow({ steps, day, benches, held, store: seeds, crops: facts.crops }).map((s) => [s.step.id, s]),
  );
}

function oneSidedOf({ facts, steps, day, when }: FarmView, mostPercent: number): string[] {
  if (when === 'past') return [];
  const most = mostOfOne({ crops: facts.crops, places: facts.places, steps, from: day });
  if (!most || most.share * 100 <= mostPercent) return [];
  return [
    say`${Math.round(most.share * 100)} % of what is planned to be planted from now on, by bed area, is ${inSentence(most.crop.name)}: one pest or one lost customer would take it all. Your farm wants ${mostPercent} % at most.`,
  ];
}

function sayDemand({ facts, units }: FarmView, crop: Crop, demand: SowingDemand | undefined): SowView['demand'] {
  const product = productByCrop(facts.products, facts.crops).get(crop.code);
  if (!demand || !product) return null;
  const figure = (q: number) => formatQuantity(q, product.unit, units);
  const { customers, quantity, over, isUnsold } = demand;
  if (isUnsold)
    return {
      words: say`nobody has ordered it: none of ${figure(quantity)} is sold yet; sell it first, or skip it`,
      isUnsold,
    };
  if (customers.length === 0) return { words: say`${figure(quantity)}, not ordered yet`, isUnsold };
  const whom =
    customers.length > MOST_CUSTOMERS ? plural(customers.length, '# customer', '# customers') : all(customers);
  return {
    words: over >= 1 ? say`for ${whom}; ${figure(over)} of ${figure(quantity)} not sold yet` : say`for ${whom}`,
    isUnsold,
  };
}

const MOST_CUSTOMERS = 3;

function unitsFor(crop: Crop, positions: number) {
  return Math.max(1, Math.round(positions * crop.finalSurvival * crop.packout));
}

function gapList(view: FarmView): GapView[] {
  const { facts, forecast, units } = view;
  return sowingGaps({ facts, forecast, promise: promisesOf(view, GAP_WEEKS), codeFor: sowingCode, newId }).map(
    (gap) => {
      const crop = facts.crops.find((c) => c.code === gap.cropCode)!;
      const unit = facts.products.find((p) => p.code === gap.productCode)!.unit;
      const cells = facts.places.find((p) => p.kind === 'nursery')?.pieceSize ?? 104;
      return {
        cropCode: gap.cropCode,
        crop: crop.name,
        week: gap.week,
        short: formatQuantity(gap.shortUnits, unit, units),
        customers: gap.customers.join(', '),
        wantedOn: gap.wantedOn,
        sowBy: gap.sowBy,
        full: gap.sowing || gap.sowBy < view.facts.today ? null : gap.full,
        add: gap.sowing && {
          shortUnits: gap.shortUnits,
          words: say`${gap.full ? `${gap.full} ` : ''}${gap.sowing.quantities.seeds} seeds, ${gap.sowing.quantities.trays} ${plural(gap.sowing.quantities.trays, 'tray', 'trays')} of ${cells}, into ${facts.places.find((p) => p.id === gap.sowing!.bedId)?.code}`,
          because: explainSowing(crop, gap.sowing.quantities, cells),
        },
      };
    },
  );
}
