import { say } from '../words/words';
import { RuleBroken } from '../errors';
import { dailyDevelopment, developmentSums, stageEnd } from '../crops/development';
import { expectedYield } from '../crops/quantities';
import type { Crop } from '../library/types';
import { addDays, dayNumber, fromMonths } from '../quantity/days';
import { isMain } from '../market/families';
import { sellDays } from '../market/useBy';
import type { DatedSteps } from './forecastFish';
import { keptTable } from './keptTables';
import { stepOf } from './steps/steps';
import type { FarmFacts, ForecastSettings, LoopFact, PlanStep, PlantStay, SupplyBatch, Warning } from './types';

/** Days of weather kept before today, so that what is in the ground already has its sums. */
const PAST_DAYS = 200;
/** Usual spread of a crop's yield about its expectation. Planning default. */
const YIELD_SPREAD = 0.1;

/** Places without a loop have its tables. */
const NO_LOOP = Object.freeze({ none: true });

/** One planting while the forecast runs. Day indexes are days from today and may be negative. */
interface Growing {
  lotCode: string;
  crop: Crop;
  /** Where the plants stand in beds; null while they are in the nursery. */
  stay: PlantStay | null;
  nurseryStay: PlantStay | null;
  /** The day the stage that leads to the next cut began. */
  stageFrom: number;
  /** The day its stage ends: it may be cut from then on. Null: not in sight, or in the nursery. */
  ready: number | null;
  cutsDone: number;
  /** Positions of a crop picked once that are not picked yet. */
  left: number;
  /** What the last pick gives, while its plants stand and the pick may still slide. */
  waiting: SupplyBatch | null;
}

export function forecastPlants(facts: FarmFacts, dated: DatedSteps, settings: ForecastSettings) {
  return new PlantRun(facts, settings).run(dated);
}

interface OpenStayArgs {
  lotCode: string;
  crop: Crop;
  placeId: string;
  from: number;
  positions: number;
}

interface SowArgs {
  lotCode: string;
  cropCode: string | null;
  placeId: string | null;
  seeds: number;
  at: number;
}

interface TransplantArgs {
  lotCode: string;
  placeId: string | null;
  count: number;
  at: number;
}

interface WarnArgs {
  kind: Warning['kind'];
  lotCode: string;
  placeId: string | null;
  at: number;
  words: string;
}

/** One run of the forecast over all plants; kinds of steps do what they do through its methods. */
export class PlantRun {
  private readonly stays: PlantStay[] = [];
  private readonly supply: SupplyBatch[] = [];
  private readonly warnings: Warning[] = [];
  private readonly growing = new Map<string, Growing>();
  /** By loop, then by crop: looked up for every planting. */
  private readonly sums = new Map<object, Map<Crop, Float64Array>>();
  private readonly span;
  private readonly weather = new Map<string, { airC: Float64Array; lightMol: Float64Array }>();
  private readonly crops;
  private readonly loopOfPlace;
  private readonly productOfCrop;
  private readonly today: number;

  constructor(
    private readonly facts: FarmFacts,
    private readonly settings: ForecastSettings,
  ) {
    this.today = dayNumber(facts.today);
    this.span = `${facts.today}+${settings.horizonDays}`;
    this.crops = new Map(facts.crops.map((c) => [c.code, c]));
    const loops = new Map(facts.loops.map((l) => [l.id, l]));
    this.loopOfPlace = new Map(facts.places.map((p) => [p.id, loops.get(p.loopId ?? '') ?? facts.loops[0]]));
    this.productOfCrop = new Map(facts.products.filter((p) => p.cropCode && isMain(p)).map((p) => [p.cropCode!, p]));
  }

  run({ steps, ats }: DatedSteps) {
    for (const planting of this.facts.plantings) this.begin(planting);
    steps.forEach((step, i) => stepOf(step.kind)?.plants?.(this, step, ats[i]!));
    return { stays: this.stays, supply: this.supply, warnings: this.warnings };
  }

  private crop(code: string | null): Crop {
    const crop = this.crops.get(code ?? '');
    if (!crop) throw new RuleBroken('cropCode', say`The crop "${code}" is not in this farm's library.`);
    return crop;
  }

  private openStay({ lotCode, crop, placeId, from, positions }: OpenStayArgs): PlantStay {
    const stay = {
      lotCode,
      cropCode: crop.code,
      placeId,
      from,
      until: this.settings.horizonDays,
      positions,
      readyFrom: null,
    };
    this.stays.push(stay);
    return stay;
  }

  private begin(planting: FarmFacts['plantings'][number]) {
    const crop = this.crop(planting.cropCode);
    const sown = dayNumber(planting.sownOn) - this.today;
    const transplanted = planting.transplantedOn ? dayNumber(planting.transplantedOn) - this.today : null;
    const stay = this.openStay({
      lotCode: planting.lotCode,
      crop,
      placeId: planting.placeId,
      from: transplanted ?? sown,
      positions: planting.count,
    });
    const inBed = transplanted !== null;
    const stageFrom = planting.lastCutOn ? dayNumber(planting.lastCutOn) - this.today : (transplanted ?? sown);
    const growing: Growing = {
      lotCode: planting.lotCode,
      crop,
      stay: inBed ? stay : null,
      nurseryStay: inBed ? null : stay,
      stageFrom,
      ready: null,
      cutsDone: planting.cutsDone,
      left: planting.count,
      waiting: null,
    };
    this.growing.set(planting.lotCode, growing);
    if (inBed) stay.readyFrom = growing.ready = this.readyDay(growing);
  }

  sow({ lotCode, cropCode, placeId, seeds, at }: SowArgs) {
    if (!placeId) return;
    const crop = this.crop(cropCode);
    const nurseryStay = this.openStay({ lotCode, crop, placeId, from: at, positions: seeds });
    this.growing.set(lotCode, {
      lotCode,
      crop,
      stay: null,
      nurseryStay,
      stageFrom: at,
      ready: null,
      cutsDone: 0,
      left: 0,
      waiting: null,
    });
  }

  transplant({ lotCode, placeId, count, at }: TransplantArgs) {
    const growing = this.growing.get(lotCode);
    if (!growing?.nurseryStay || !placeId) return;
    const sums = this.developmentFor(growing.crop, growing.nurseryStay.placeId);
    const ready = this.stageEndFrom(sums, growing.stageFrom, growing.crop.nurseryDays);
    if (ready !== null && ready > at + 3) {
      this.warn({
        kind: 'unripe',
        lotCode,
        placeId: growing.nurseryStay.placeId,
        at,
        words: say`${growing.crop.name} seedlings need ${ready - at} more days`,
      });
    }
    growing.nurseryStay.until = at;
    growing.stay = this.openStay({ lotCode, crop: growing.crop, placeId, from: at, positions: count });
    growing.nurseryStay = null;
    growing.stageFrom = at;
    growing.left = count;
    growing.stay.readyFrom = growing.ready = this.readyDay(growing);
  }

  pick(step: PlanStep, at: number) {
    const growing = this.growing.get(step.lotCode);
    const product = growing && this.productOfCrop.get(growing.crop.code);
    if (!growing?.stay || !product) return;
    const { crop, stay } = growing;
    if (growing.cutsDone >= crop.cutsMax) {
      this.warn({
        kind: 'missing',
        lotCode: step.lotCode,
        placeId: stay.placeId,
        at,
        words: say`${crop.name} ${step.lotCode} has been picked already; nothing is left for this step`,
      });
      return;
    }
    const { ready } = growing;
    const ripeness = ready === null ? 0 : ready <= at ? 1 : Math.max(0, 1 - (ready - at) / this.stageDays(growing));
    if (ripeness < 0.9) {
      this.warn({
        kind: 'unripe',
        lotCode: step.lotCode,
        placeId: stay.placeId,
        at,
        words: say`${crop.name} ${step.lotCode} is not ripe on the day it is to be picked`,
      });
    }
    this.standNoLonger(growing, at);
    const once = crop.cutsMax === 1;
    const positions = once ? Math.min(step.count, growing.left) : Math.min(step.count, stay.positions);
    growing.left -= positions;
    const { units } = expectedYield(crop, positions, growing.cutsDone + 1);
    // A bed picked once may be picked in parts; what grows again is cut whole.
    if (!once || growing.left < 0.5) growing.cutsDone += 1;
    growing.waiting = {
      productCode: product.code,
      from: at,
      until: at + (crop.pickingCurve ? 0 : crop.windowDays) + sellDays(product),
      quantity: product.unit === 'kg' ? units * ripeness : Math.floor(units * (ripeness < 0.75 ? 0 : 1)),
      spread: YIELD_SPREAD,
      lotCode: step.lotCode,
      stepId: step.id,
      standsDays: crop.pickingCurve ? 0 : crop.windowDays,
    };
    this.supply.push(growing.waiting);
    if (once) return;
    growing.stageFrom = at;
    growing.ready = this.readyDay(growing);
  }

  /** The next cut or the clearing ends how long a pick before it may slide: from then on its goods only keep their shelf life. */
  private standNoLonger({ waiting }: Growing, at: number) {
    if (!waiting) return;
    const stands = Math.min(waiting.standsDays ?? 0, Math.max(0, at - waiting.from));
    waiting.until -= (waiting.standsDays ?? 0) - stands;
    waiting.standsDays = stands;
  }

  clear(lotCode: string, at: number) {
    const growing = this.growing.get(lotCode);
    const stay = growing?.stay ?? growing?.nurseryStay;
    if (stay) stay.until = at;
    if (growing) this.standNoLonger(growing, at);
    this.growing.delete(lotCode);
  }

  private stageDays(growing: Growing) {
    return growing.cutsDone === 0 ? growing.crop.finalDays : growing.crop.regrowDays || 1;
  }

  private readyDay(growing: Growing): number | null {
    const sums = this.developmentFor(growing.crop, growing.stay!.placeId);
    return this.stageEndFrom(sums, growing.stageFrom, this.stageDays(growing));
  }

  private stageEndFrom(sums: Float64Array, from: number, referenceDays: number): number | null {
    const end = stageEnd(sums, from + PAST_DAYS, referenceDays);
    return end === null ? null : end - PAST_DAYS;
  }

  /** Development sums of a crop in a place's air, shared by all its plantings there. */
  private developmentFor(crop: Crop, placeId: string): Float64Array {
    const loop = this.loopOfPlace.get(placeId) ?? NO_LOOP;
    let ofLoop = this.sums.get(loop);
    if (!ofLoop) this.sums.set(loop, (ofLoop = new Map()));
    let sums = ofLoop.get(crop);
    if (!sums)
      ofLoop.set(crop, (sums = keptTable({ loop, span: this.span, of: crop, make: () => this.sumsOf(crop, loop) })));
    return sums;
  }

  private sumsOf(crop: Crop, loop: LoopFact | typeof NO_LOOP): Float64Array {
    const daily = new Float64Array(PAST_DAYS + this.settings.horizonDays).fill(1);
    if ('id' in loop) {
      const { airC, lightMol } = this.weatherOf(loop);
      for (let i = 0; i < daily.length; i++) daily[i] = dailyDevelopment(crop, airC[i]!, lightMol[i]!);
    }
    return developmentSums(daily);
  }

  /** Air and light of a loop on each day of the table, the same for all its crops. */
  private weatherOf(loop: LoopFact) {
    const known = this.weather.get(loop.id);
    if (known) return known;
    const days = PAST_DAYS + this.settings.horizonDays;
    const weather = { airC: new Float64Array(days), lightMol: new Float64Array(days) };
    for (let i = 0; i < days; i++) {
      const day = addDays(this.facts.today, i - PAST_DAYS);
      weather.airC[i] = fromMonths(loop.plannedAirTempC, day);
      weather.lightMol[i] = fromMonths(loop.plannedLightMol, day);
    }
    this.weather.set(loop.id, weather);
    return weather;
  }

  private warn({ kind, lotCode, placeId, at, words }: WarnArgs) {
    this.warnings.push({ kind, day: addDays(this.facts.today, at), placeId, lotCode, words });
  }
}
