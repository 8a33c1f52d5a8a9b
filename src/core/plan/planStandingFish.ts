import { liveGrades } from '../fish/liveSale';
import { meanRelative, takeLargest } from '../fish/sizeSpread';
import { waterL } from '../fish/stocking';
import type { FarmFacts, FishFact, PlaceFact } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';
import type { PlanStep } from '../facts/step';
import type { Species } from '../library/types';
import { addDays, addMonths, daysBetween, type Day } from '../quantity/days';
import { all, say } from '../words/words';
import { shortDay } from '../quantity/sayDay';
import { FAST_BEFORE_MOVE_DAYS, harvestGroup, planStep } from './build';
import { fishOnDay, forecastFarm } from './forecast';
import { reforecast } from './reforecast';
import type { FishLeft } from './forecastFish';
import { DEFAULT_SETTINGS } from './settings';
import { UnfedWater } from './unfedWater';

export const EVERY = ['day', 'week', 'month'] as const;
export type EveryUnit = (typeof EVERY)[number];

/** How fish that stand are to be sold. */
export interface StandingFishWish {
  /** Null: every species that stands without a plan. */
  speciesCode: string | null;
  /** At each harvest: fish, or g. */
  amount: number;
  counted: boolean;
  every: number;
  unit: EveryUnit;
  /** Null: as soon as some are of market size. */
  firstOn: Day | null;
}

interface PlanFishArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  /** Over a long horizon, with the plan as it is. */
  forecast: FarmForecast;
  wish: StandingFishWish;
  newId: () => string;
}

export interface PlannedFish {
  steps: PlanStep[];
  harvests: number;
  moves: number;
  /** What could not be planned, and why. */
  left: string[];
}

/** Fish raised for food that no harvest is planned for. */
export function unplannedFish(
  { fish, species, places, products }: Pick<FarmFacts, 'fish' | 'species' | 'places' | 'products'>,
  plan: readonly PlanStep[],
): FishFact[] {
  const known = new Set(plan.filter((s) => s.kind === 'harvest' || s.kind === 'purge').map((s) => s.lotCode));
  return fish.filter(
    (f) =>
      f.count > 0 &&
      !known.has(f.lotCode) &&
      places.find((p) => p.id === f.placeId)?.kind === 'tank' &&
      species.find((s) => s.code === f.speciesCode)?.marketG &&
      liveGrades(products, f.speciesCode).length === 0,
  );
}

/** A tank that crowds is left so many days before it is too full. */
const MOVE_AHEAD_DAYS = 3;
/** A tank is moved to when it holds so much more than the one that is left. */
const WORTH_MOVING = 1.25;
/** What is less than so much of a harvest goes with it: nobody nets twice for a handful. */
const REST_GOES = 0.2;
/** A harvest waits so long for a purge tank. */
const WAIT_DAYS = 10;
const MOST_HARVESTS = 400;
const MOST_MOVES = 60;
/** Days between two uses of a purge tank: cleaning. */
const CLEAN_DAYS = 1;
/** Purge tanks of which nobody set a limit, kg/m³. */
const PURGE_KG_M3 = 35;

/**
 * Harvests of so much every so often for fish that stand without a plan, the largest first and not before market size, through
 * purge tanks that are free then; and moves to larger tanks before they crowd. Each is laid on the forecast of those before it, so
 * that days without feed and fish that are gone are in the next.
 */
export function planStandingFish(args: PlanFishArgs): PlannedFish {
  const planner = new Planner(args);
  const codes = new Set(unplannedFish(args.facts, args.plan).map((f) => f.speciesCode));
  for (const code of codes) if (args.wish.speciesCode === null || args.wish.speciesCode === code) planner.species(code);
  return planner.made;
}

/** A purge tank on the first day on which it is free. */
interface PurgeSlot {
  place: PlaceFact | null;
  at: number;
  capacityG: number;
}

class Planner {
  readonly made: PlannedFish = { steps: [], harvests: 0, moves: 0, left: [] };
  private readonly water: UnfedWater;
  private forecast: FarmForecast;
  /** What lives in water only: plants change nothing here, and cost time. */
  private readonly facts: FarmFacts;
  private readonly plan: readonly PlanStep[];
  private readonly open: Set<string>;
  private readonly days: number;
  private readonly settings;

  constructor(private readonly args: PlanFishArgs) {
    this.facts = { ...args.facts, plantings: [], promises: [], packed: [] };
    this.plan = args.plan.filter((s) => s.speciesCode !== null);
    this.open = new Set(unplannedFish(args.facts, args.plan).map((f) => f.lotCode));
    this.days = args.forecast.days;
    this.water = new UnfedWater(this.facts, this.days);
    this.settings = { ...DEFAULT_SETTINGS, horizonDays: this.days };
    this.forecast = this.reckoned();
  }

  private reckoned(): FarmForecast {
    return forecastFarm(this.facts, [...this.plan, ...this.made.steps], {
      ...DEFAULT_SETTINGS,
      horizonDays: this.days,
    });
  }

  /** What is planned of one lot joins the plan: only that lot is reckoned again. */
  private add(...steps: PlanStep[]): void {
    this.made.steps.push(...steps);
    this.forecast = reforecast({
      ...{ before: this.forecast, facts: this.facts, plan: [...this.plan, ...this.made.steps] },
      ...{ lots: new Set(steps.map((s) => s.lotCode)), settings: this.settings },
    });
  }

  species(code: string): void {
    const { wish } = this.args;
    const species = this.facts.species.find((s) => s.code === code)!;
    const purgeDays = this.water.longestPurge(species);
    const soonest = purgeDays + FAST_BEFORE_MOVE_DAYS;
    const first = wish.firstOn ? daysBetween(this.facts.today, wish.firstOn) : this.firstReady(species, soonest);
    if (first === null) {
      this.made.left.push(say`${species.name}: none of them comes to market size within ${this.days} days.`);
      return;
    }
    for (let n = 0; n < MOST_HARVESTS; n++) {
      const due = this.dueAt(Math.max(first, soonest), n);
      if (due + WAIT_DAYS >= this.days) break;
      this.relieve(code, due);
      if (this.standsOn(code, due - purgeDays).length === 0) break;
      this.harvest(species, due, purgeDays);
    }
    this.tellRest(species);
  }

  private dueAt(first: number, n: number): number {
    const { wish } = this.args;
    const from = addDays(this.facts.today, first);
    if (wish.unit === 'month') return daysBetween(this.facts.today, addMonths(from, n * wish.every));
    return first + n * wish.every * (wish.unit === 'week' ? 7 : 1);
  }

  private dayOf(at: number): Day {
    return addDays(this.facts.today, at);
  }

  private isTank(placeId: string): boolean {
    return this.facts.places.find((p) => p.id === placeId)?.kind === 'tank';
  }

  /** Fish of a species without a plan, as what is planned so far leaves them in their tanks on a day. */
  private standsOn(code: string, at: number): FishLeft[] {
    // Of the others nothing is asked here.
    const own = {
      ...this.facts,
      fish: this.facts.fish.filter((f) => f.speciesCode === code && this.open.has(f.lotCode)),
    };
    return fishOnDay(
      own,
      this.made.steps.filter((s) => s.speciesCode === code),
      at,
    ).filter((f) => f.count >= 1 && this.isTank(f.placeId));
  }

  /** Mean weight at the harvest of the largest of a stand, g: from the feed stop on they lose. */
  private meanOf(stand: FishLeft, count: number, purgeDays: number): number {
    const { taken } = takeLargest(stand.bins, Math.min(1, count / stand.count));
    return stand.referenceG * meanRelative(taken) * this.water.keeps(stand, purgeDays + FAST_BEFORE_MOVE_DAYS);
  }

  /** How many of the largest are wanted: as many as were said, or as weigh so much together. */
  private countFor(stand: FishLeft, wanted: number, purgeDays: number): number {
    if (this.args.wish.counted) return Math.ceil(wanted);
    let [low, high] = [1, Math.max(1, Math.ceil(stand.count))];
    while (low < high) {
      const middle = Math.floor((low + high) / 2);
      if (middle * this.meanOf(stand, middle, purgeDays) >= wanted) high = middle;
      else low = middle + 1;
    }
    return low;
  }

  /** So many of the largest as are of market size on the mean, at most those that are wanted. */
  private ofSize(
    stand: FishLeft,
    most: number,
    { marketG, purgeDays }: { marketG: number; purgeDays: number },
  ): number {
    let [low, high] = [0, Math.min(Math.floor(stand.count), most)];
    while (low < high) {
      const middle = Math.ceil((low + high) / 2);
      if (this.meanOf(stand, middle, purgeDays) >= marketG) low = middle;
      else high = middle - 1;
    }
    return low;
  }

  /** The first day on which so many as are wanted can be of size. */
  private firstReady(species: Species, soonest: number): number | null {
    const { wish } = this.args;
    const purgeDays = this.water.longestPurge(species);
    for (let at = soonest; at + WAIT_DAYS < this.days; at += at < 60 ? 1 : 3) {
      for (const stay of this.forecast.fish) {
        const i = at - purgeDays - stay.from;
        if (stay.speciesCode !== species.code || !this.open.has(stay.lotCode) || i < 0 || stay.from + i >= stay.until)
          continue;
        const bins = this.facts.fish.find((f) => f.lotCode === stay.lotCode && f.placeId === stay.placeId)?.bins;
        if (!bins) continue;
        const [count, meanG] = [stay.count[i]!, stay.meanG[i]!];
        const asked = Math.min(count, wish.counted ? wish.amount : wish.amount / meanG);
        const taken = takeLargest(bins, Math.min(1, asked / count)).taken;
        const kept = this.water.keeps(stay, purgeDays + FAST_BEFORE_MOVE_DAYS);
        if (((meanG * meanRelative(taken)) / meanRelative(bins)) * kept >= species.marketG![0]) return at;
      }
    }
    return null;
  }

  /** So much of the largest that are ready; what one tank cannot purge goes through another. */
  private harvest(species: Species, due: number, purgeDays: number): void {
    const { wish } = this.args;
    const marketG = species.marketG![0];
    let wanted = wish.amount;
    let isAny = false;
    const bySize = this.standsOn(species.code, due - purgeDays).sort(
      (a, b) => b.referenceG * meanRelative(b.bins) - a.referenceG * meanRelative(a.bins),
    );
    for (const { lotCode, placeId } of bySize) {
      // Each net goes by what the one before it left, which is known when its day is over.
      for (let nets = 0; nets < MOST_NETS && wanted > 0; nets++) {
        const stand = this.standsOn(species.code, due - purgeDays + (nets > 0 ? 1 : 0)).find(
          (s) => s.lotCode === lotCode && s.placeId === placeId,
        );
        const asked = stand ? this.countFor(stand, wanted, purgeDays) : 0;
        const there = stand ? Math.floor(stand.count) : 0;
        const most = there - asked < asked * REST_GOES ? there : asked;
        const count = stand ? this.ofSize(stand, most, { marketG, purgeDays }) : 0;
        if (!stand || count < 1) break;
        const took = this.net(stand, { count, due, purgeDays });
        if (took === null) return;
        if (!isAny) this.made.harvests += 1;
        isAny = true;
        wanted -= wish.counted ? took.count : took.count * took.meanG;
        // Netted again only for what one purge tank could not hold.
        if (took.count >= count) break;
      }
      if (wanted < (wish.counted ? 1 : marketG)) return;
    }
  }

  /** @returns how many are planned, and their mean weight; null: no purge tank is free */
  private net(
    stand: FishLeft,
    b: { count: number; due: number; purgeDays: number },
  ): { count: number; meanG: number } | null {
    const atMove = (count: number) =>
      stand.referenceG * meanRelative(takeLargest(stand.bins, Math.min(1, count / stand.count)).taken);
    const slot = this.purgeSlot(b.count * atMove(b.count), b);
    if (!slot) {
      this.made.left.push(
        say`${stand.lotCode}: no purge tank is free for ${b.count} fish around ${shortDay(this.dayOf(b.due))}.`,
      );
      return null;
    }
    const then = this.standOn(stand, slot.at - b.purgeDays);
    const weighs = (count: number) =>
      then.referenceG * meanRelative(takeLargest(then.bins, Math.min(1, count / then.count)).taken);
    // The largest weigh more than the mean: what fits is found by what those weigh when they are moved.
    let count = b.count;
    while (count > 1 && count * weighs(count) > slot.capacityG)
      count = Math.floor(Math.min(count - 1, slot.capacityG / weighs(count)));
    const meanG = this.meanOf(then, count, b.purgeDays);
    const { lotCode, placeId, speciesCode } = stand;
    const { place, at } = slot;
    this.add(
      ...harvestGroup(
        {
          ...{ lotCode, speciesCode, tankId: placeId, count, purgeDays: b.purgeDays, harvestDay: this.dayOf(at) },
          ...{ purgePlaceId: place?.id ?? null, purgeVolumeL: place?.volumeL ?? 0 },
          method: place ? 'separate' : 'in_place',
        },
        this.args.newId,
      ),
    );
    return { count, meanG };
  }

  /** The same fish on another day. */
  private standOn(stand: FishLeft, at: number): FishLeft {
    const { lotCode, placeId, speciesCode } = stand;
    return this.standsOn(speciesCode, at).find((s) => s.lotCode === lotCode && s.placeId === placeId) ?? stand;
  }

  /** The tank that fits best on the first day on which one is free; without any on the farm they are purged where they stand. */
  private purgeSlot(massG: number, { due, purgeDays }: { due: number; purgeDays: number }): PurgeSlot | null {
    const purge = this.facts.places.filter((p) => p.kind === 'purge' && p.volumeL);
    if (purge.length === 0) return { place: null, at: due, capacityG: Infinity };
    const capacityG = (p: PlaceFact) => p.volumeL! * (p.densityLimitKgM3 ?? PURGE_KG_M3);
    for (let at = due; at <= due + WAIT_DAYS; at++) {
      const free = purge.filter((p) => this.isFree(p.id, at - purgeDays, at + CLEAN_DAYS));
      const fits = free.filter((p) => capacityG(p) >= massG).sort((a, b) => capacityG(a) - capacityG(b))[0];
      const place = fits ?? free.sort((a, b) => capacityG(b) - capacityG(a))[0];
      if (place) return { place, at, capacityG: capacityG(place) };
    }
    return null;
  }

  private isFree(placeId: string, from: number, until: number): boolean {
    const rest = this.facts.resting.find((r) => r.placeId === placeId);
    if (rest && daysBetween(this.facts.today, rest.until) >= from) return false;
    return !this.forecast.fish.some((s) => s.placeId === placeId && s.from < until && s.until > from - CLEAN_DAYS);
  }

  /** Fish that would crowd their tank before a day go to a larger one that is empty; half of them where none is larger. */
  private relieve(code: string, until: number): void {
    const tried = new Set<string>();
    for (let n = 0; n < MOST_MOVES; n++) {
      const crowd = this.firstCrowd(code, until, tried);
      if (!crowd) return;
      tried.add(crowd.place.id);
      const at = Math.max(1, crowd.at - MOVE_AHEAD_DAYS);
      const to = this.emptyTank(crowd.place, at);
      const stand = this.standsOn(code, at).find((s) => s.placeId === crowd.place.id);
      if (!to || !stand) continue;
      const capacity = (p: PlaceFact) => waterL(p) * p.densityLimitKgM3!;
      const there = Math.floor(stand.count);
      const count = capacity(to) >= capacity(crowd.place) * WORTH_MOVING ? there : Math.floor(there / 2);
      if (count < 1) continue;
      this.made.moves += 1;
      this.add(this.moveStep(stand, { to, count, at }));
      tried.delete(crowd.place.id);
    }
  }

  /** The first tank with fish of the species that passes its limit, of those not tried in vain. */
  private firstCrowd(code: string, until: number, tried: ReadonlySet<string>): { place: PlaceFact; at: number } | null {
    const held = new Set(
      this.forecast.fish.filter((s) => s.speciesCode === code && this.open.has(s.lotCode)).map((s) => s.placeId),
    );
    let first: { place: PlaceFact; at: number } | null = null;
    for (const place of this.facts.places) {
      if (place.kind !== 'tank' || !place.densityLimitKgM3 || !held.has(place.id) || tried.has(place.id)) continue;
      const mass = this.forecast.tanks.get(place.id)?.biomassG;
      const limitG = waterL(place) * place.densityLimitKgM3;
      const at = mass ? mass.findIndex((g, i) => i > 0 && i <= until && g > limitG) : -1;
      if (at > 0 && (!first || at < first.at)) first = { place, at };
    }
    return first;
  }

  private moveStep(stand: FishLeft, { to, count, at }: { to: PlaceFact; count: number; at: number }): PlanStep {
    const { newId } = this.args;
    const { lotCode, speciesCode } = stand;
    return planStep(
      { id: newId(), groupId: newId(), kind: 'move', day: this.dayOf(at), lotCode, speciesCode, cropCode: null, count },
      { fromPlaceId: stand.placeId, toPlaceId: to.id },
    );
  }

  /** The smallest tank of the same water that is empty from a day on and larger; else the largest that is empty. */
  private emptyTank(from: PlaceFact, day: number): PlaceFact | null {
    const { places, resting, today } = this.facts;
    const empty = places.filter(
      (p) =>
        p.kind === 'tank' &&
        p.id !== from.id &&
        p.loopId === from.loopId &&
        p.densityLimitKgM3 &&
        !resting.some((r) => r.placeId === p.id && daysBetween(today, r.until) >= day) &&
        !this.forecast.fish.some((s) => s.placeId === p.id && s.until > day),
    );
    const capacity = (p: PlaceFact) => waterL(p) * p.densityLimitKgM3!;
    const larger = empty.filter((p) => capacity(p) >= capacity(from) * WORTH_MOVING);
    return (
      larger.sort((a, b) => capacity(a) - capacity(b))[0] ?? empty.sort((a, b) => capacity(b) - capacity(a))[0] ?? null
    );
  }

  private tellRest(species: Species): void {
    const rest = this.standsOn(species.code, this.days - 1);
    const fish = Math.round(rest.reduce((sum, s) => sum + s.count, 0));
    if (fish < 1) return;
    const codes = all([...new Set(rest.map((s) => s.lotCode))]);
    this.made.left.push(
      say`${species.name}: about ${fish} fish of ${codes} are left after that: more at each harvest, or more often, would sell them too.`,
    );
  }
}

/** Purge tanks that one harvest of a tank is spread over at most. */
const MOST_NETS = 8;
