import { say } from '../words/words';
import { RuleBroken } from '../errors';
import { dailyDeaths } from '../fish/deaths';
import { fastingLoss } from '../fish/fasting';
import { dailyRootGainG13 } from '../fish/growth';
import { isGrazed } from '../fish/feed';
import { type FarmFacts, type FeedRule, type LoopFact } from '../facts/farm';
import { countsByGrade, gradeOfWeight, gradePlanned, liveGrades, type LiveGrade } from '../fish/liveSale';
import { freshSpread, meanRelative, takeLargest, totalShare, type SizeBin } from '../fish/sizeSpread';
import type { Species } from '../library/types';
import { addDays } from '../quantity/days';
import { isMain } from '../market/families';
import { sellDays } from '../market/useBy';
import { expectedWaterC } from '../water/plannedTemperature';
import { cube, type Cut, cutGrade, fed, inBatches, NONE, placeKey, type Stock, tableOf, trim } from './fishStock';
import { keptTable } from './keptTables';
import type { FishActs } from './steps/stepKind';
import { stepOf } from './steps/steps';
import type { FishStay, SupplyBatch, Warning } from '../facts/forecast';
import type { ForecastSettings } from './settings';
import type { PlanStep, StepOf } from '../facts/step';

/** Steps in the order they are done, each with its day index. */
export interface DatedSteps {
  steps: readonly PlanStep[];
  ats: Int32Array;
}

/** A step may ask for a few fish more than are left of a cohort: deaths were reckoned otherwise. Beyond that it is said. */
const ASKED_TOO_MANY = 1.05;
const A_FEW = 2;
/** What is nearly all of the tank is all of it: a plan's whole cohort loses a few on the way. */
const NEARLY_ALL = 0.97;
const NEARLY_ALL_MOVED = 0.9;
/** The last planned harvest from a tank takes what is left when it is so small a part more: nobody strands a few fish. */
const REST_GOES_TOO = 0.2;

/** Fish of one lot in one place on a later day. */
export interface FishLeft {
  lotCode: string;
  speciesCode: string;
  placeId: string;
  count: number;
  /** Mean weight of the undivided cohort, g. */
  referenceG: number;
  bins: SizeBin[];
  pace: number;
  fasting: boolean;
}

export function forecastFish(facts: FarmFacts, dated: DatedSteps, settings: ForecastSettings) {
  return new FishRun(facts, settings).run(dated);
}

/** Fish whose tank has no loop live in water of their own. */
const NO_LOOP = {};

interface TakeOneArgs {
  step: PlanStep;
  stock: Stock;
  wanted: number;
  day: number;
}

interface TakeAcrossArgs {
  step: PlanStep;
  stocks: Stock[];
  wanted: number;
  day: number;
}

interface TakeGradeArgs {
  step: PlanStep;
  there: Stock[];
  grade: LiveGrade;
  day: number;
}

interface AddArgs {
  day: number;
  lotCode: string;
  speciesCode: string;
  placeId: string;
  count: number;
  rootG13: number;
  bins: SizeBin[];
  life: Pick<Stock, 'pace' | 'paceError' | 'fasting' | 'batch'> & Partial<Pick<Stock, 'losses'>>;
}

interface WarnArgs {
  kind: Warning['kind'];
  step: PlanStep;
  day: number;
  words: string;
}

/** One run of the forecast over all fish; kinds of steps do what they do through its methods. */
export class FishRun implements FishActs {
  private readonly stays: FishStay[] = [];
  private readonly supply: SupplyBatch[] = [];
  private readonly warnings: Warning[] = [];
  private readonly species: Map<string, Species>;
  private readonly waters = new Map<string, Float64Array>();
  private readonly lossesOf = new Map<string, Float64Array>();
  private readonly placeById;
  private readonly loopById;
  private readonly productOfSpecies;
  private readonly swimming = new Map<string, Float64Array>();
  private readonly liveOf = new Map<string, LiveGrade[]>();
  private readonly feedRules: Map<string, FeedRule>;
  private stocks: Stock[] = [];
  /** The last step that takes fish of a lot from a place. */
  private readonly lastFrom = new Map<string, PlanStep>();
  private readonly stocksOfLot = new Map<string, Stock[]>();

  constructor(
    private readonly facts: FarmFacts,
    private readonly settings: ForecastSettings,
  ) {
    this.species = new Map(facts.species.map((s) => [s.code, s]));
    this.feedRules = new Map(facts.feedRules.map((r) => [r.speciesCode, r]));
    this.placeById = new Map(facts.places.map((p) => [p.id, p]));
    this.loopById = new Map(facts.loops.map((l) => [l.id, l]));
    this.productOfSpecies = new Map(
      facts.products.filter((p) => p.speciesCode && !p.liveCm && isMain(p)).map((p) => [p.speciesCode!, p]),
    );
  }

  run({ steps, ats }: DatedSteps) {
    for (const fish of this.facts.fish) {
      if (fish.count <= 0) continue;
      this.add({
        day: 0,
        lotCode: fish.lotCode,
        speciesCode: fish.speciesCode,
        placeId: fish.placeId,
        count: fish.count,
        rootG13: Math.cbrt(fish.referenceG),
        bins: fish.bins,
        life: {
          pace: fish.pace,
          paceError: fish.paceError,
          fasting: fish.feedStoppedOn !== null || this.isPurge(fish.placeId),
          batch: null,
        },
      });
    }
    for (const step of steps)
      if (step.fromPlaceId && step.kind !== 'feed_stop') this.lastFrom.set(placeKey(step), step);
    // Lots do not act on each other: each lives on by itself up to the next step that is about it.
    steps.forEach((step, i) => {
      for (const stock of this.stocksOfLot.get(step.lotCode) ?? NONE) this.liveUntil(stock, ats[i]!);
      stepOf(step.kind)?.fish?.(this, step, ats[i]!);
    });
    for (const stock of this.stocks) {
      this.liveUntil(stock, this.settings.horizonDays);
      stock.stay.until = this.settings.horizonDays;
    }
    for (const stay of this.stays) trim(stay);
    return {
      /** What is left when the forecast ends. */
      left: this.stocks.map(({ lotCode, species, placeId, count, rootG13, bins, pace, fasting }): FishLeft => ({
        lotCode,
        speciesCode: species.code,
        placeId,
        count,
        referenceG: cube(rootG13),
        bins,
        pace,
        fasting,
      })),
      stays: this.stays,
      supply: this.supply,
      swimming: this.swimming,
      warnings: this.warnings,
    };
  }

  private isPurge(placeId: string) {
    return this.placeById.get(placeId)?.kind === 'purge';
  }

  /** Day by day up to, not including, another: written down, then grown, wasted or died into the next. */
  private liveUntil(stock: Stock, until: number) {
    const { stay, relative, fasting, grazing, gains, losses, pace, species } = stock;
    const { deathsTimes } = this.settings;
    const graded = stock.grades.length > 0;
    let { rootG13, count } = stock;
    for (let { day } = stock; day < until; day++) {
      const referenceG = cube(rootG13);
      const meanG = referenceG * relative;
      const i = day - stay.from;
      stay.count[i] = count;
      stay.meanG[i] = meanG;
      stay.biomassG[i] = count * meanG;
      if (graded) this.countSwimming(stock, { count, referenceG, day });
      if (fasting) rootG13 = Math.cbrt(referenceG * (1 - losses[day]!));
      else if (grazing) rootG13 += gains[day]! * pace;
      else rootG13 = fed(stock, { count, rootG13, referenceG, meanG }, day);
      if (deathsTimes > 0) count *= 1 - deathsTimes * dailyDeaths(species, meanG);
    }
    stock.rootG13 = rootG13;
    stock.count = count;
    stock.day = Math.max(stock.day, until);
  }

  stopFeed(step: PlanStep) {
    for (const stock of this.at(step.lotCode, step.fromPlaceId)) stock.fasting = true;
  }

  private at(lotCode: string, placeId: string | null): Stock[] {
    const own = this.stocksOfLot.get(lotCode);
    return own ? own.filter((s) => s.placeId === placeId) : [];
  }

  stock(step: StepOf<'stock'>, day: number) {
    const species = this.species.get(step.speciesCode ?? '');
    if (!species || !step.toPlaceId) return;
    const bins = freshSpread(species.sizeCv);
    this.add({
      day,
      lotCode: step.lotCode,
      speciesCode: species.code,
      placeId: step.toPlaceId,
      count: step.count,
      rootG13: Math.cbrt(step.detail.meanG ?? 1),
      bins,
      life: {
        pace: 1,
        paceError: 0.12,
        fasting: false,
        batch: null,
      },
    });
  }

  private countSwimming(
    { bins, grades, species }: Stock,
    { count, referenceG, day }: { count: number; referenceG: number; day: number },
  ) {
    const counts = countsByGrade({ bins, referenceG, count, grades, species });
    grades.forEach(({ product }, i) => {
      const days = this.swimming.get(product.code) ?? new Float64Array(this.settings.horizonDays);
      this.swimming.set(product.code, days);
      days[day]! += counts[i]!;
    });
  }

  /** What a step takes, of each stock of its lot that stands there: its own batch first, then what has none, then others. */
  private take(step: PlanStep, day: number): Stock[] {
    const there = this.inTurn(step);
    const present = there.reduce((sum, stock) => sum + stock.count, 0);
    if (present < 0.5) {
      this.warn({ kind: 'missing', step, day, words: say`${step.lotCode} has no fish left there for this step` });
      return [];
    }
    const species = there[0]!.species;
    const grade = gradePlanned(step, this.gradesOf(species));
    if (grade) return this.takeGrade({ step, there, grade, day });
    if (step.count > present * ASKED_TOO_MANY + A_FEW) {
      const words = say`${step.lotCode} has about ${Math.round(present)} fish there by then; ${step.count} are planned`;
      this.warn({ kind: 'missing', step, day, words });
    }
    const out: Stock[] = [];
    let wanted = step.count;
    for (const alike of there.length === 1 ? [there] : inBatches(there, step.groupId)) {
      if (wanted < 0.5) break;
      for (const part of alike.length === 1
        ? this.takeOne({ step, stock: alike[0]!, wanted, day })
        : this.takeAcross({ step, stocks: alike, wanted, day })) {
        wanted -= part.count;
        out.push(part);
      }
    }
    return out;
  }

  private inTurn(step: PlanStep): Stock[] {
    const there = this.at(step.lotCode, step.fromPlaceId);
    return there.length > 1 ? [...there] : there;
  }

  private takeOne({ step, stock, wanted, day }: TakeOneArgs): Stock[] {
    return [this.takeOut(stock, this.cut(step, stock, wanted), { step, day })];
  }

  /** The largest of several stocks that stand together, or of each alike when fish are taken as they come. */
  private takeAcross({ step, stocks, wanted, day }: TakeAcrossArgs): Stock[] {
    const present = stocks.reduce((sum, stock) => sum + stock.count, 0);
    const part = Math.min(1, wanted / present);
    const whole = this.isWhole(step, part);
    if (whole || (step.kind === 'move' && step.detail.overG === undefined))
      return stocks.map((stock) =>
        this.takeOut(stock, this.cut(step, stock, whole ? stock.count : stock.count * part), { step, day }),
      );
    const fish = stocks
      .flatMap((stock) => {
        const each = stock.count / totalShare(stock.bins);
        return stock.bins.map((bin) => ({
          stock,
          weightG: bin.relative * cube(stock.rootG13),
          count: bin.share * each,
        }));
      })
      .sort((a, b) => b.weightG - a.weightG);
    const counts = new Map(stocks.map((stock) => [stock, 0]));
    let left = wanted;
    for (const { stock, count } of fish) {
      const taken = Math.min(count, left);
      left -= taken;
      counts.set(stock, counts.get(stock)! + taken);
    }
    return [...counts]
      .filter(([, count]) => count > 1e-6)
      .map(([stock, count]) =>
        this.takeOut(stock, { count, ...takeLargest(stock.bins, Math.min(1, count / stock.count)) }, { step, day }),
      );
  }

  private takeOut(stock: Stock, { count, taken, left }: Cut, { step, day }: { step: PlanStep; day: number }): Stock {
    const out: Stock = { ...stock, count, bins: taken, relative: meanRelative(taken) };
    stock.count -= count;
    stock.bins = left;
    stock.relative = meanRelative(left);
    if (stock.count < 0.5 || totalShare(left) <= 0) {
      // Less than half a fish is none that stays: it goes with the others.
      out.count += Math.max(0, stock.count);
      this.end(stock, day);
    } else if (step.kind !== 'move') stock.fasting = this.isPurge(stock.placeId);
    return out;
  }

  /** The largest first, as purging and grading up do; everything when the count covers the tank. */
  private cut(step: PlanStep, stock: Stock, wanted: number): Cut {
    const part = Math.min(1, wanted / stock.count);
    const whole = this.isWhole(step, part);
    // A plain split takes fish as they come; purging, harvesting and grading take the largest.
    const asTheyCome = step.kind === 'move' && step.detail.overG === undefined && !whole;
    const count = whole ? stock.count : wanted;
    if (asTheyCome) return { count, taken: stock.bins, left: stock.bins };
    return { count, ...takeLargest(stock.bins, whole ? 1 : part) };
  }

  private isWhole(step: PlanStep, part: number): boolean {
    if (step.kind === 'move') return part > NEARLY_ALL_MOVED;
    return part > NEARLY_ALL || (part > 1 / (1 + REST_GOES_TOO) && this.lastFrom.get(placeKey(step)) === step);
  }

  private takeGrade({ step, there, grade, day }: TakeGradeArgs): Stock[] {
    const of = (stock: Stock) =>
      countsByGrade({
        bins: stock.bins,
        referenceG: cube(stock.rootG13),
        count: stock.count,
        grades: [grade],
        species: stock.species,
      })[0]!;
    const most = Math.floor(there.reduce((sum, stock) => sum + of(stock), 0) + 0.5);
    if (most < step.count) {
      const words = say`${step.lotCode} has about ${most} of ${grade.product.name} by then; ${step.count} are to be netted`;
      this.warn({ kind: 'missing', step, day, words });
    }
    let wanted = Math.min(step.count, most);
    return there.flatMap((stock) => {
      const count = Math.min(wanted, Math.floor(of(stock) + 0.5), stock.count);
      if (count < 1) return [];
      wanted -= count;
      return [this.takeOut(stock, cutGrade(stock, grade, count), { step, day })];
    });
  }

  move(step: PlanStep, day: number) {
    if (!step.toPlaceId) return;
    const intoPurge = this.isPurge(step.toPlaceId);
    for (const out of this.take(step, day)) {
      this.add({
        day,
        lotCode: out.lotCode,
        speciesCode: out.species.code,
        placeId: step.toPlaceId,
        count: out.count,
        rootG13: out.rootG13,
        bins: out.bins,
        life: {
          pace: out.pace,
          paceError: out.paceError,
          // Moving fish whose feed is stopped does not start it again.
          fasting: intoPurge || (step.kind === 'move' && out.fasting),
          batch: intoPurge ? step.groupId : null,
          losses: out.losses,
        },
      });
    }
  }

  harvest(step: PlanStep, day: number) {
    const parts = this.take(step, day);
    if (parts.length === 0) return;
    const count = parts.reduce((sum, part) => sum + part.count, 0);
    const massG = parts.reduce((sum, part) => sum + part.count * cube(part.rootG13) * part.relative, 0);
    const [{ lotCode, species, paceError }] = parts as [Stock];
    const meanG = massG / count;
    const product = this.productOf(step, species, meanG);
    if (!product) return;
    const [smallest] = species.marketG ?? [0];
    if (meanG < smallest) {
      const words = say`${lotCode} would average ${Math.round(meanG)} g, market size starts at ${smallest} g`;
      this.warn({ kind: 'small', step, day, words });
    }
    this.supply.push({
      productCode: product.code,
      from: day,
      until: day + sellDays(product),
      quantity: product.unit === 'kg' ? massG : Math.floor(count + 1e-6),
      count,
      massG,
      // Weight goes with the cube of the root, so an error in pace counts about threefold over the time still ahead.
      spread: Math.min(0.4, paceError * 3 * Math.min(1, day / 120) + 0.02),
      lotCode,
      stepId: step.id,
    });
  }

  /** Food fish are one product; fish sold alive are the grade planned, or that of their length. */
  private productOf(step: PlanStep, species: Species, meanG: number) {
    const grades = this.gradesOf(species);
    if (grades.length === 0) return this.productOfSpecies.get(species.code);
    return (gradePlanned(step, grades) ?? gradeOfWeight(meanG, grades, species)!).product;
  }

  private gradesOf({ code }: Species): LiveGrade[] {
    const known = this.liveOf.get(code);
    if (known) return known;
    const grades = liveGrades(this.facts.products, code);
    this.liveOf.set(code, grades);
    return grades;
  }

  /** What unfed fish of a species lose in a place's water, a day each; in a tank without a loop as in the water they came from. */
  private losses(species: Species, placeId: string, before?: Float64Array): Float64Array {
    const loop = this.loopById.get(this.placeById.get(placeId)?.loopId ?? '');
    if ((!loop || loop.waterUnknown) && before) return before;
    const waterC = loop && !loop.waterUnknown ? this.waterOf(loop) : null;
    const key = `${species.code}|${waterC ? loop!.id : ''}`;
    const known = this.lossesOf.get(key);
    if (known) return known;
    const made = Float64Array.from({ length: this.settings.horizonDays }, (_, day) =>
      fastingLoss(species, waterC?.[day] ?? species.tempOptC),
    );
    this.lossesOf.set(key, made);
    return made;
  }

  private add({ day, lotCode, speciesCode, placeId, count, rootG13, bins, life }: AddArgs) {
    const species = this.species.get(speciesCode);
    if (!species) throw new RuleBroken('speciesCode', say`The species "${speciesCode}" is not in this farm's library.`);
    // One block of memory for the four series of a stay; what it does not use is cut off at the end.
    const days = this.settings.horizonDays - day;
    const block = new Float64Array(days * 4);
    const part = (n: number) => block.subarray(n * days, (n + 1) * days);
    const stay: FishStay = {
      lotCode,
      speciesCode,
      placeId,
      from: day,
      until: day,
      count: part(0),
      meanG: part(1),
      biomassG: part(2),
      feedG: part(3),
      paceError: life.paceError,
    };
    this.stays.push(stay);
    const relative = meanRelative(bins);
    const stock: Stock = {
      lotCode,
      species,
      placeId,
      count,
      rootG13,
      bins,
      relative,
      ...life,
      table: tableOf(this.feedRules.get(speciesCode)),
      day,
      grazing: isGrazed(this.placeById.get(placeId)),
      gains: this.gains(species, placeId),
      losses: this.losses(species, placeId, life.losses),
      grades: this.placeById.get(placeId)?.kind === 'tank' ? this.gradesOf(species) : [],
      stay,
    };
    this.stocks.push(stock);
    const own = this.stocksOfLot.get(lotCode);
    if (own) own.push(stock);
    else this.stocksOfLot.set(lotCode, [stock]);
  }

  private end(stock: Stock, day: number) {
    stock.stay.until = day;
    this.stocks.splice(this.stocks.indexOf(stock), 1);
    const own = this.stocksOfLot.get(stock.lotCode)!;
    own.splice(own.indexOf(stock), 1);
  }

  /** Root gain per day of a species in a place's water; the same table serves every cohort there. */
  private gains(species: Species, placeId: string): Float64Array {
    const known = this.loopById.get(this.placeById.get(placeId)?.loopId ?? '');
    const loop = known?.waterUnknown ? undefined : known;
    const days = this.settings.horizonDays;
    return keptTable({
      loop: loop ?? NO_LOOP,
      span: `${this.facts.today}+${days}`,
      of: species,
      make: () => {
        const waterC = loop ? this.waterOf(loop) : null;
        return Float64Array.from({ length: days }, (_, day) =>
          dailyRootGainG13(species, waterC?.[day] ?? species.tempOptC),
        );
      },
    });
  }

  private waterOf(loop: LoopFact): Float64Array {
    const known = this.waters.get(loop.id);
    if (known) return known;
    const waterC = Float64Array.from({ length: this.settings.horizonDays }, (_, day) =>
      expectedWaterC(loop, addDays(this.facts.today, day)),
    );
    this.waters.set(loop.id, waterC);
    return waterC;
  }

  private warn({ kind, step, day, words }: WarnArgs) {
    this.warnings.push({
      kind,
      day: addDays(this.facts.today, day),
      placeId: step.fromPlaceId,
      lotCode: step.lotCode,
      words,
    });
  }
}
