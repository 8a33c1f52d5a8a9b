import { say } from '../words/words';
import { sellDays, useByDay } from '../market/useBy';
import { dayNumber, type Day } from '../quantity/days';
import { forecastFish, type DatedSteps, type FishLeft } from './forecastFish';
import { forecastPlants } from './forecastPlants';
import type { BrokenRecord } from './faults';
import { modules } from './steps/list.generated';
import { DEFAULT_SETTINGS, type ForecastSettings } from './settings';
import { type FarmFacts } from '../facts/farm';
import { type FarmForecast } from '../facts/forecast';
import { type PlanStep } from '../facts/step';
import { sumTanks, sumBeds, sumLoops } from './tankAndLoopSeries';

/**
 * The whole farm, day by day, from what is known, what is planned and how the farm is set.
 * Day index 0 is `facts.today`; steps planned earlier and not done count as done today.
 * @returns masses in g, volumes in L, quantities of products in g (kg products) or pieces
 * @throws {RuleBroken} when the facts hold a day that is none or a species out of range
 */
export function forecastFarm(
  facts: FarmFacts,
  plan: readonly PlanStep[],
  settings: ForecastSettings = DEFAULT_SETTINGS,
): FarmForecast {
  const days = settings.horizonDays;
  const today = dayNumber(facts.today);
  const dated = inOrder(plan, today, days);
  const fish = forecastFish(facts, dated.fish, settings);
  const plants = forecastPlants(facts, dated.plants, settings);
  const result: FarmForecast = {
    firstDay: facts.today,
    days,
    fish: fish.stays,
    plants: plants.stays,
    tanks: new Map(),
    loops: new Map(),
    bedsOccupied: new Map(),
    swimming: fish.swimming,
    supply: [...stockOnHand(facts, today), ...fish.supply, ...plants.supply],
    warnings: [...fish.warnings, ...plants.warnings],
  };
  sumTanks(result, facts);
  sumBeds(result, facts);
  sumLoops(result, facts);
  return result;
}

/** The fish as they will be when a day of the forecast begins, by what is known and planned; index 0 is today. */
export function fishOnDay(facts: FarmFacts, plan: readonly PlanStep[], dayIndex: number): FishLeft[] {
  const settings = { ...DEFAULT_SETTINGS, horizonDays: dayIndex };
  return forecastFish(facts, inOrder(plan, dayNumber(facts.today), dayIndex).fish, settings).left;
}

/** The same forecast with what lies packed added to its supply: it changes more often than what lives. */
export function withSupplyOnHand(
  forecast: FarmForecast,
  facts: Pick<FarmFacts, 'packed' | 'products' | 'today'>,
): FarmForecast {
  return { ...forecast, supply: [...stockOnHand(facts, dayNumber(facts.today)), ...forecast.supply] };
}

/**
 * As `forecastFarm`, for records that may hold what no check foresaw: lots that cannot be reckoned with are left out and
 * told, and the rest of the farm is forecast beside them.
 */
export function forecastSound(
  facts: FarmFacts,
  plan: readonly PlanStep[],
  settings: ForecastSettings = DEFAULT_SETTINGS,
): { forecast: FarmForecast; broken: BrokenRecord[] } {
  try {
    return { forecast: forecastFarm(facts, plan, settings), broken: [] };
  } catch {
    const fault = (part: Partial<FarmFacts>, lotCode: string) => {
      try {
        forecastFarm(
          { ...facts, fish: [], plantings: [], ...part },
          plan.filter((s) => s.lotCode === lotCode),
          settings,
        );
        return null;
      } catch (error) {
        return say`${lotCode} cannot be forecast: ${(error as Error).message}`;
      }
    };
    const broken: BrokenRecord[] = [];
    const sound = <T extends { lotId: string; lotCode: string }>(
      rows: T[],
      what: 'fish' | 'planting',
      part: (row: T) => Partial<FarmFacts>,
    ) =>
      rows.filter((row) => {
        const words = fault(part(row), row.lotCode);
        if (words) broken.push({ what, id: row.lotId, words });
        return !words;
      });
    const fish = sound(facts.fish, 'fish', (f) => ({ fish: [f] }));
    const plantings = sound(facts.plantings, 'planting', (p) => ({ plantings: [p] }));
    const left = new Set([...fish, ...plantings].map((r) => r.lotCode));
    const standing = new Set([...facts.fish, ...facts.plantings].map((r) => r.lotCode));
    const steps = plan.filter(
      (s) => left.has(s.lotCode) || (!standing.has(s.lotCode) && fault({}, s.lotCode) === null),
    );
    return { forecast: forecastFarm({ ...facts, fish, plantings }, steps, settings), broken };
  }
}

interface OfGradeOnArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  fish: FarmFacts['fish'][number];
  productCode: string;
  day: Day;
}

/** Fish of one stay that are of a live grade on a day, by the forecast and what is planned for their lot. Null: too far ahead. */
export function ofGradeOn({ facts, plan, fish, productCode, day }: OfGradeOnArgs): number | null {
  const at = dayNumber(day) - dayNumber(facts.today);
  if (at >= DEFAULT_SETTINGS.horizonDays) return null;
  const own = plan.filter((s) => s.lotCode === fish.lotCode && s.fromPlaceId === fish.placeId);
  const forecast = forecastFarm({ ...facts, fish: [fish], plantings: [] }, own);
  return forecast.swimming.get(productCode)?.[at] ?? 0;
}

/**
 * Steps of fish in order of day, within a day as their kinds ask; those of plants lot by lot, each lot's in that order. Both are counted
 * into their places, because a plan may hold tens of thousands. What is overdue counts as done today, still in the order it was meant:
 * purged, then harvested.
 */
function inOrder(plan: readonly PlanStep[], today: number, days: number): { fish: DatedSteps; plants: DatedSteps } {
  const numbers = new Map<Day, number>();
  const [fish, plants] = [new Places(plan.length, days), new Lots(plan.length)];
  for (let i = 0; i < plan.length; i++) {
    const step = plan[i]!;
    const kind = KINDS.get(step.kind);
    if (!kind) continue;
    let at = numbers.get(step.day);
    if (at === undefined) numbers.set(step.day, (at = dayNumber(step.day) - today));
    if (at >= days) continue;
    if (kind.fish) fish.count({ step, i, at, order: kind.order });
    if (kind.plants) plants.count({ step, i, at, order: kind.order });
  }
  return { fish: fish.laidOut(plan), plants: plants.laidOut(plan) };
}

interface CountArgs {
  step: PlanStep;
  i: number;
  at: number;
  order: number;
}

/** Counts steps into their places: how many there are on each day of each kind, then each to its place. */
class Places {
  private readonly overdue: PlanStep[] = [];
  private readonly placeOf: Int32Array;
  private readonly starts: Int32Array;

  constructor(steps: number, days: number) {
    this.placeOf = new Int32Array(steps);
    this.starts = new Int32Array(days * modules.length + 1);
  }

  count({ step, i, at, order }: CountArgs) {
    if (at < 0) {
      this.overdue.push(step);
      return;
    }
    // 0 is nowhere.
    const place = at * modules.length + order + 1;
    this.placeOf[i] = place;
    this.starts[place]! += 1;
  }

  laidOut(plan: readonly PlanStep[]): DatedSteps {
    const { overdue, placeOf, starts } = this;
    for (let place = 1; place < starts.length; place++) starts[place]! += starts[place - 1]!;
    overdue.sort((a, b) =>
      a.day < b.day ? -1 : a.day > b.day ? 1 : KINDS.get(a.kind)!.order - KINDS.get(b.kind)!.order,
    );
    const steps = new Array<PlanStep>(overdue.length + starts[starts.length - 1]!);
    const ats = new Int32Array(steps.length);
    for (let i = 0; i < overdue.length; i++) steps[i] = overdue[i]!;
    for (let i = 0; i < placeOf.length; i++) {
      const place = placeOf[i]! - 1;
      if (place < 0) continue;
      const to = overdue.length + starts[place]!++;
      steps[to] = plan[i]!;
      ats[to] = Math.floor(place / modules.length);
    }
    return { steps, ats };
  }
}

/** Counts steps into their lots: lots do not act on each other, and what lies together in memory is read together. */
class Lots {
  private readonly numbers = new Map<string, number>();
  private readonly sizes: number[] = [];
  private readonly lotOf: Int32Array;
  private readonly atOf: Int32Array;
  private readonly orderOf: Int32Array;
  private code = '';
  private number = -1;

  constructor(steps: number) {
    this.lotOf = new Int32Array(steps).fill(-1);
    this.atOf = new Int32Array(steps);
    this.orderOf = new Int32Array(steps);
  }

  count({ step, i, at, order }: CountArgs) {
    // Steps of a lot mostly stand together in a plan.
    if (step.lotCode !== this.code) {
      this.code = step.lotCode;
      this.number = this.numbers.get(this.code) ?? this.numbers.size;
      this.numbers.set(this.code, this.number);
    }
    this.lotOf[i] = this.number;
    this.atOf[i] = at;
    this.orderOf[i] = order;
    this.sizes[this.number] = (this.sizes[this.number] ?? 0) + 1;
  }

  laidOut(plan: readonly PlanStep[]): DatedSteps {
    const { lotOf, sizes } = this;
    const begin = new Int32Array(sizes.length + 1);
    for (let lot = 0; lot < sizes.length; lot++) begin[lot + 1] = begin[lot]! + sizes[lot]!;
    const filled = begin.slice();
    const laid = new Int32Array(begin[sizes.length]!);
    for (let i = 0; i < plan.length; i++) {
      const lot = lotOf[i]!;
      if (lot >= 0) this.putIn(laid, i, { from: begin[lot]!, to: filled[lot]!++ });
    }
    const steps = new Array<PlanStep>(laid.length);
    const ats = new Int32Array(laid.length);
    for (let n = 0; n < laid.length; n++) {
      steps[n] = plan[laid[n]!]!;
      ats[n] = Math.max(0, this.atOf[laid[n]!]!);
    }
    return { steps, ats };
  }

  /** Puts a step at the end of its lot's, or before those that come after it: they are few, and mostly in order. */
  private putIn(laid: Int32Array, i: number, { from, to }: { from: number; to: number }) {
    let at = to;
    for (; at > from && this.isAfter(laid[at - 1]!, i); at--) laid[at] = laid[at - 1]!;
    laid[at] = i;
  }

  private isAfter(a: number, b: number): boolean {
    const days = this.atOf[a]! - this.atOf[b]!;
    return days > 0 || (days === 0 && this.orderOf[a]! > this.orderOf[b]!);
  }
}

/**
 * Whom a kind of step concerns, and its place within a day: 0, 1, 2 … in the order the kinds ask for. Steps that change nothing a
 * forecast counts, like tasting, are not here.
 */
const KINDS: ReadonlyMap<string, { fish: boolean; plants: boolean; order: number }> = new Map(
  [...modules]
    .sort((a, b) => a.order - b.order)
    .map((m, order) => [m.kind as string, { fish: !!m.fish, plants: !!m.plants, order }] as const)
    .filter(([, m]) => m.fish || m.plants),
);

function stockOnHand(facts: Pick<FarmFacts, 'packed' | 'products'>, today: number) {
  const shelfLife = new Map(facts.products.map((p) => [p.code, sellDays(p)]));
  const lots = facts.packed.map((lot) => ({
    productCode: lot.productCode,
    from: 0,
    until: dayNumber(useByDay(lot.packedOn, shelfLife.get(lot.productCode) ?? 0)) - today,
    quantity: lot.quantity,
    spread: 0,
    lotCode: lot.lotCode,
    stepId: null,
  }));
  // What is past its last day is still in the cold room, but it is no supply.
  return lots.filter((lot) => lot.until >= 0);
}
