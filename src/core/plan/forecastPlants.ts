import { say } from '../words/words';
import { RuleBroken } from '../errors';
import { restOn } from '../crops/bedRest';
import { boltShare } from '../crops/bolting';
import { expectedYield, wholeUnits } from '../crops/quantities';
import { restsUntil } from '../crops/winterRest';
import { bedStages, daysFromStage, lastStage, placesHeld, soldFromBench } from '../crops/recipe';
import type { Crop } from '../library/types';
import { addDays, dayNumber } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { productByCrop } from '../crops/recipes';
import { sellDays } from '../market/useBy';
import type { DatedSteps } from './forecastFish';
import { PlantWeather } from './plantWeather';
import { partedByRest } from './restingStays';
import type { PlantActs, RespaceArgs, SowArgs, TransplantArgs } from './steps/stepKind';
import { stepOf } from './steps/steps';
import type { FarmFacts, PlaceFact } from '../facts/farm';
import type { ForecastSettings } from './settings';
import type { PlanStep } from '../facts/step';
import type { PlantStay, SupplyBatch, Warning } from '../facts/forecast';

/** Usual spread of a crop's yield about its expectation. Planning default. */
const YIELD_SPREAD = 0.1;
/** Days that plants may stand dense beyond their stage before it tells. Planning default. */
const CROWDED_AFTER_DAYS = 4;
/** Share lost to heat from which it is told. */
const BOLTING_TOLD = 0.05;

/** Plants of one lot that stand in one bed at one stage. Day indexes are days from today and may be negative. */
interface Part {
  stay: PlantStay;
  plants: number;
  stage: number;
  /** The day the stage that leads to the next re-spacing or cut began. */
  stageFrom: number;
  /** The day it may be cut from on. Null: not in sight. */
  ready: number | null;
  cutsDone: number;
  /** Plants of a crop picked once that are not picked yet. */
  left: number;
  /** What the last pick gives, while its plants stand and the pick may still slide. */
  waiting: SupplyBatch | null;
}

/** One planting while the forecast runs: what is left on the bench, and its plants in beds. */
interface Growing {
  lotCode: string;
  crop: Crop;
  bench: { stay: PlantStay; from: number } | null;
  /** What a transplant left behind: it stayed on the bench if another transplant follows, else it went. */
  behind: { placeId: string; sown: number; at: number; plants: number } | null;
  parts: Part[];
}

export function forecastPlants(facts: FarmFacts, dated: DatedSteps, settings: ForecastSettings) {
  return new PlantRun(facts, settings).run(dated);
}

interface OpenStayArgs {
  growing: Pick<Growing, 'lotCode' | 'crop'>;
  placeId: string;
  from: number;
  plants: number;
  /** Null: on the bench. */
  stage: number | null;
}

interface WarnArgs {
  kind: Warning['kind'];
  lotCode: string;
  placeId: string | null;
  at: number;
  words: string;
}

/** One run of the forecast over all plants; kinds of steps do what they do through its methods. */
export class PlantRun implements PlantActs {
  private readonly stays: PlantStay[] = [];
  private readonly supply: SupplyBatch[] = [];
  private readonly warnings: Warning[] = [];
  private readonly growing = new Map<string, Growing>();
  private last: Growing | undefined;
  private readonly weather: PlantWeather;
  private readonly crops;
  private readonly productOfCrop;
  private readonly today: number;
  /** Places that rest, few as they are. */
  private readonly resting: Map<string, PlaceFact>;

  constructor(
    private readonly facts: FarmFacts,
    private readonly settings: ForecastSettings,
  ) {
    this.today = dayNumber(facts.today);
    this.resting = new Map(facts.places.filter((p) => p.rests).map((p) => [p.id, p]));
    this.weather = new PlantWeather(facts, settings.horizonDays);
    this.crops = new Map(facts.crops.map((c) => [c.code, c]));
    this.productOfCrop = productByCrop(facts.products, facts.crops);
  }

  run({ steps, ats }: DatedSteps) {
    for (const planting of this.facts.plantings) this.begin(planting);
    for (let i = 0; i < steps.length; i++) stepOf(steps[i]!.kind)?.plants?.(this, steps[i]!, ats[i]!);
    return { stays: partedByRest(this.stays, this.facts), supply: this.supply, warnings: this.warnings };
  }

  private crop(code: string | null): Crop {
    const crop = this.crops.get(code ?? '');
    if (!crop) throw new RuleBroken('cropCode', say`The crop "${code}" is not in this farm's library.`);
    return crop;
  }

  private openStay({ growing, placeId, from, plants, stage }: OpenStayArgs): PlantStay {
    const { lotCode, crop } = growing;
    const stay = {
      lotCode,
      cropCode: crop.code,
      placeId,
      from,
      until: this.settings.horizonDays,
      positions: stage === null ? plants : placesHeld(crop, stage, plants),
      plants,
      stage,
      readyFrom: null,
      crops: [],
    };
    this.stays.push(stay);
    return stay;
  }

  private lotOf(lotCode: string, crop: Crop): Growing {
    const known = this.known(lotCode);
    if (known) return known;
    const growing: Growing = { lotCode, crop, bench: null, behind: null, parts: [] };
    this.growing.set(lotCode, growing);
    this.last = growing;
    return growing;
  }

  /** The planting of a lot, as far as it has come. Steps come lot by lot, so it is mostly the one asked for last. */
  private known(lotCode: string): Growing | undefined {
    if (this.last?.lotCode !== lotCode) this.last = this.growing.get(lotCode);
    return this.last;
  }

  private begin(planting: FarmFacts['plantings'][number]) {
    const index = (day: string) => dayNumber(day) - this.today;
    const growing = this.lotOf(planting.lotCode, this.crop(planting.cropCode));
    const sown = index(planting.sownOn);
    if (planting.transplantedOn === null && soldFromBench(growing.crop)) {
      this.standOnBench(growing, { placeId: planting.placeId, from: sown, plants: planting.count });
      return;
    }
    if (planting.transplantedOn === null) {
      const stay = this.openStay({
        growing,
        placeId: planting.placeId,
        from: sown,
        plants: planting.count,
        stage: null,
      });
      growing.bench = { stay, from: sown };
      return;
    }
    const inBed = index(planting.transplantedOn);
    const begun = planting.stageFrom ? index(planting.stageFrom) : inBed;
    const part = this.standIn(growing, {
      placeId: planting.placeId,
      from: inBed,
      plants: planting.count,
      stage: planting.stage ?? 0,
      stageFrom: planting.lastCutOn ? index(planting.lastCutOn) : begun,
      cutsDone: planting.cutsDone,
    });
    this.seeCrowding(growing, part, 0);
  }

  /** Plants come to stand in a bed. */
  private standIn(
    growing: Growing,
    at: { placeId: string; from: number; plants: number; stage: number; stageFrom: number; cutsDone: number },
  ): Part {
    const { placeId, from, plants, stage, stageFrom, cutsDone } = at;
    const stay = this.openStay({ growing, placeId, from, plants, stage: soldFromBench(growing.crop) ? null : stage });
    const part: Part = { stay, plants, stage, stageFrom, ready: null, cutsDone, left: plants, waiting: null };
    growing.parts.push(part);
    part.ready = this.readyDay(growing, part);
    // Dense as they stand, they are not ripe on any day: they have to be re-spaced first.
    stay.readyFrom = stage < lastStage(growing.crop) ? null : part.ready;
    stay.crops.push({ readyFrom: stay.readyFrom, cut: cutsDone + 1, picks: [] });
    return part;
  }

  /** Seedlings for sale stand on the bench from sowing until they are packed. */
  private standOnBench(growing: Growing, at: { placeId: string; from: number; plants: number }) {
    this.standIn(growing, { ...at, stage: 0, stageFrom: at.from, cutsDone: 0 });
  }

  sow({ lotCode, cropCode, placeId, seeds, at }: SowArgs) {
    if (!placeId) return;
    const growing = this.lotOf(lotCode, this.crop(cropCode));
    if (soldFromBench(growing.crop)) return void this.standOnBench(growing, { placeId, from: at, plants: seeds });
    growing.bench = { stay: this.openStay({ growing, placeId, from: at, plants: seeds, stage: null }), from: at };
  }

  transplant({ lotCode, placeId, count, at }: TransplantArgs) {
    const growing = this.known(lotCode);
    const bench = growing && (growing.bench ?? this.backOnBench(growing));
    if (!growing || !bench || !placeId) return;
    const { stay, from } = bench;
    const { crop } = growing;
    const ready = this.weather.dayBy(crop, stay.placeId, { from, referenceDays: crop.nurseryDays });
    if (ready !== null && ready > at + 3) {
      this.warn({
        kind: 'unripe',
        lotCode,
        placeId: stay.placeId,
        at,
        words: say`${crop.name} seedlings need ${ready - at} more days`,
      });
    }
    this.seeRest(growing, placeId, at);
    stay.until = at;
    growing.bench = null;
    if (stay.plants > count) growing.behind = { placeId: stay.placeId, sown: from, at, plants: stay.plants - count };
    this.standIn(growing, { placeId, from: at, plants: count, stage: 0, stageFrom: at, cutsDone: 0 });
  }

  /** What was left behind for this transplant has stood on the bench since the one before. */
  private backOnBench(growing: Growing): Growing['bench'] {
    if (!growing.behind) return null;
    const { placeId, sown, at, plants } = growing.behind;
    growing.behind = null;
    return { stay: this.openStay({ growing, placeId, from: at, plants, stage: null }), from: sown };
  }

  /** Plants go to their next spacing, or to another bed as they are. Part of them may stay. */
  respace({ lotCode, fromPlaceId, placeId, count, stage, at }: RespaceArgs) {
    const growing = this.known(lotCode);
    if (!growing || !placeId) return;
    const stands = growing.parts.filter((p) => p.stay.placeId === fromPlaceId && p.plants > 0);
    const part = stands.find((p) => p.stage < stage) ?? stands[0] ?? growing.parts.find((p) => p.plants > 0);
    if (!part) return;
    const taken = Math.min(count, part.plants);
    part.stay.until = Math.max(part.stay.from, at);
    if (part.plants - taken >= 1) {
      const { stay, plants, stage: was, cutsDone, stageFrom } = part;
      const rest = { placeId: stay.placeId, from: at, plants: plants - taken, stage: was, stageFrom, cutsDone };
      this.standIn(growing, rest);
    }
    growing.parts.splice(growing.parts.indexOf(part), 1);
    const next = Math.min(Math.max(stage, part.stage), lastStage(growing.crop));
    this.standIn(growing, {
      placeId,
      from: at,
      plants: taken,
      stage: next,
      stageFrom: next > part.stage ? at : part.stageFrom,
      cutsDone: part.cutsDone,
    });
    this.seeCrowding(growing, part, at);
  }

  /** Nothing is planted into a bed that rests. */
  private seeRest({ crop, lotCode }: Growing, placeId: string, at: number) {
    const place = this.resting.get(placeId);
    const rest = place && restOn(place, addDays(this.facts.today, at));
    if (!rest) return;
    const words = say`${crop.name} ${lotCode} is to go into ${place.code}, which rests until ${shortDay(rest.until)}`;
    this.warn({ kind: 'resting', lotCode, placeId, at, words });
  }

  /** Plants that stood dense for longer than their stage have grown into each other. */
  private seeCrowding(growing: Growing, part: Part, at: number) {
    const { crop, lotCode } = growing;
    if (part.stage >= lastStage(crop)) return;
    const referenceDays = bedStages(crop)[part.stage]!.days;
    const end = this.weather.dayBy(crop, part.stay.placeId, { from: part.stageFrom, referenceDays });
    if (end === null || at <= end + CROWDED_AFTER_DAYS) return;
    const words = say`${crop.name} ${lotCode} stands dense ${at - end} days too long; re-space it, or it grows thin and pale`;
    this.warn({ kind: 'crowded', lotCode, placeId: part.stay.placeId, at, words });
  }

  /** Share of what is picked that heat has sent into flower, or will by what is planned; told from a twentieth on. */
  private boltedShare({ crop, lotCode }: Growing, { stay }: Part, at: number): number {
    const share = boltShare(this.weather.heatBefore(crop, stay.placeId, { from: stay.from, at }));
    if (share >= BOLTING_TOLD) {
      const words = say`${crop.name} ${lotCode} had more heat than it bears: about ${Math.round(share * 100)} % will have bolted by its pick; pick the ripest now, shade and air the rest`;
      this.warn({ kind: 'bolting', lotCode, placeId: stay.placeId, at, words });
    }
    return share;
  }

  /** The plants a pick takes: those in its bed; where none of the lot are there any more, the ripest of it. */
  private partFor(growing: Growing, placeId: string | null): Part | undefined {
    if (growing.parts.length < 2) return growing.parts[0];
    const byRipeness = [...growing.parts].sort((a, b) => (a.ready ?? Infinity) - (b.ready ?? Infinity));
    return byRipeness.find((p) => p.stay.placeId === placeId) ?? byRipeness[0];
  }

  pick(step: PlanStep, at: number) {
    const growing = this.known(step.lotCode);
    const product = growing && this.productOfCrop.get(growing.crop.code);
    const part = growing && this.partFor(growing, step.fromPlaceId);
    if (!growing || !part || !product) return;
    const { crop } = growing;
    if (part.cutsDone >= crop.cutsMax) {
      this.warn({
        kind: 'missing',
        lotCode: step.lotCode,
        placeId: part.stay.placeId,
        at,
        words: say`${crop.name} ${step.lotCode} has been picked already; nothing is left for this step`,
      });
      return;
    }
    const ripeness = this.ripeness(growing, part, at);
    if (ripeness < 0.9) {
      this.warn({
        kind: 'unripe',
        lotCode: step.lotCode,
        placeId: part.stay.placeId,
        at,
        words: this.unripeWords(growing, at),
      });
    }
    this.seeCrowding(growing, part, at);
    this.standNoLonger(part, at);
    const once = crop.cutsMax === 1;
    const plants = once ? Math.min(step.count, part.left) : Math.min(step.count, part.plants);
    part.left -= plants;
    part.stay.crops.at(-1)!.picks.push({ at, plants });
    const bolted = this.boltedShare(growing, part, at);
    const units =
      expectedYield(crop, plants, part.cutsDone + 1).exactUnits *
      (1 - bolted) *
      this.weather.fruitShare(crop, part.stay.placeId, at);
    // A bed picked once may be picked in parts; what grows again is cut whole.
    if (!once || part.left < 0.5) part.cutsDone += 1;
    part.waiting = {
      productCode: product.code,
      from: at,
      until: at + (crop.pickingCurve ? 0 : crop.windowDays) + sellDays(product),
      quantity: product.unit === 'kg' ? units * ripeness : wholeUnits(units * (ripeness < 0.75 ? 0 : 1)),
      spread: YIELD_SPREAD,
      lotCode: step.lotCode,
      stepId: step.id,
      standsDays: crop.pickingCurve ? 0 : crop.windowDays,
    };
    this.supply.push(part.waiting);
    if (once) return;
    part.stageFrom = at;
    part.ready = this.readyDay(growing, part);
    if (part.cutsDone < crop.cutsMax)
      part.stay.crops.push({ readyFrom: part.ready, cut: part.cutsDone + 1, picks: [] });
  }

  private unripeWords({ crop, lotCode }: Growing, at: number): string {
    const until = restsUntil(crop, addDays(this.facts.today, at));
    return until
      ? say`${crop.name} ${lotCode} rests until ${shortDay(until)}: nothing is picked of it before`
      : say`${crop.name} ${lotCode} is not ripe on the day it is to be picked`;
  }

  /** 1 from the day it may be cut on; before, the share of the way there. */
  private ripeness(growing: Growing, part: Part, at: number): number {
    if (part.ready === null || restsUntil(growing.crop, addDays(this.facts.today, at))) return 0;
    return part.ready <= at ? 1 : Math.max(0, 1 - (part.ready - at) / this.stageDays(growing, part));
  }

  /** The next cut or the clearing ends how long a pick before it may slide: from then on its goods only keep their shelf life. */
  private standNoLonger({ waiting }: Part, at: number) {
    if (!waiting) return;
    const stands = Math.min(waiting.standsDays ?? 0, Math.max(0, at - waiting.from));
    waiting.until -= (waiting.standsDays ?? 0) - stands;
    waiting.standsDays = stands;
  }

  /** The bed is cleared of it; of all of it where no bed is named or none of it stands there any more. */
  clear(lotCode: string, fromPlaceId: string | null, at: number) {
    const growing = this.known(lotCode);
    if (!growing) return;
    const here = growing.parts.length < 2 ? growing.parts : growing.parts.filter((p) => p.stay.placeId === fromPlaceId);
    const gone = here.length > 0 ? here : growing.parts;
    for (const part of gone) {
      part.stay.until = Math.max(part.stay.from, at);
      this.standNoLonger(part, at);
    }
    growing.parts = gone === growing.parts ? [] : growing.parts.filter((p) => !gone.includes(p));
    if (growing.parts.length > 0) return;
    if (growing.bench) growing.bench.stay.until = Math.max(growing.bench.stay.from, at);
    this.growing.delete(lotCode);
    this.last = undefined;
  }

  private stageDays({ crop }: Growing, part: Part) {
    return part.cutsDone === 0 ? daysFromStage(crop, part.stage) : crop.regrowDays || 1;
  }

  private readyDay(growing: Growing, part: Part): number | null {
    const referenceDays = this.stageDays(growing, part);
    return this.weather.dayBy(growing.crop, part.stay.placeId, { from: part.stageFrom, referenceDays });
  }

  private warn({ kind, lotCode, placeId, at, words }: WarnArgs) {
    this.warnings.push({ kind, day: addDays(this.facts.today, at), placeId, lotCode, words });
  }
}
