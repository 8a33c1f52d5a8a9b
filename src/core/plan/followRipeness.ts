import { bedStages, daysFromStage, soldFromBench } from '../crops/recipe';
import type { Crop } from '../library/types';
import { addDays, dayNumber, type Day } from '../quantity/days';
import { PlantWeather } from './plantWeather';
import { DEFAULT_SETTINGS } from './settings';
import { type FarmFacts, type PlantingFact } from '../facts/farm';
import { carriedBy, type PlanStep } from '../facts/step';

/** A step that goes to another day, because the plants do. */
export interface Followed<S extends PlanStep = PlanStep> {
  step: S;
  day: Day;
}

interface FollowArgs<S extends PlanStep> {
  facts: Pick<FarmFacts, 'today' | 'loops' | 'houses' | 'places' | 'plantings' | 'crops'>;
  plan: readonly S[];
  /** Only plantings of these codes; all unless said. */
  lots?: ReadonlySet<string>;
}

/** A day of difference is no reason to move what people have in their heads. */
const SLACK_DAYS = 1;

/**
 * Transplants, re-spacings, picks and clearings of what is sown, on the days on which the plants will be there, as weather and
 * light have been and are planned. A pick that someone pinned stays; so does what is due today or before, for that is for people to
 * decide. Transplants and re-spacings only go later: waiting for a free bed is a plan too.
 * @returns what goes to another day, none of it before today
 */
export function followRipeness<S extends PlanStep>({ facts, plan, lots }: FollowArgs<S>): Followed<S>[] {
  const weather = new PlantWeather(facts, DEFAULT_SETTINGS.horizonDays);
  const crops = new Map(facts.crops.map((c) => [c.code, c]));
  const byLot = new Map<string, S[]>();
  for (const step of plan) {
    if (step.cropCode === null || (lots && !lots.has(step.lotCode))) continue;
    const known = byLot.get(step.lotCode);
    if (known) known.push(step);
    else byLot.set(step.lotCode, [step]);
  }
  return facts.plantings.flatMap((p) => {
    const crop = crops.get(p.cropCode);
    const steps = byLot.get(p.lotCode);
    return crop && steps ? new Following(facts.today, weather, { p, crop, steps }).run() : [];
  });
}

interface OfPlanting<S extends PlanStep> {
  p: PlantingFact;
  crop: Crop;
  steps: readonly S[];
}

/** Where plants are in their stages; day indexes from today. */
interface Standing {
  placeId: string;
  stage: number;
  stageFrom: number;
  lastCut: number | null;
}

/** The steps of one planting, in the order its plants come to them. */
class Following<S extends PlanStep> {
  private readonly followed: Followed<S>[] = [];
  private readonly todayNumber: number;

  constructor(
    private readonly today: Day,
    private readonly weather: PlantWeather,
    private readonly of: OfPlanting<S>,
  ) {
    this.todayNumber = dayNumber(today);
  }

  run(): Followed<S>[] {
    const { p } = this.of;
    if (p.transplantedOn === null && soldFromBench(this.of.crop))
      this.inBed({ placeId: p.placeId, stage: 0, stageFrom: this.index(p.sownOn), lastCut: null });
    else if (p.transplantedOn === null) this.fromBench();
    else
      this.inBed({
        placeId: p.placeId,
        stage: p.stage ?? 0,
        stageFrom: this.index(p.stageFrom ?? p.transplantedOn),
        lastCut: p.lastCutOn ? this.index(p.lastCutOn) : null,
      });
    return this.followed;
  }

  private index(day: Day) {
    return dayNumber(day) - this.todayNumber;
  }

  private by(placeId: string, from: number, referenceDays: number): number | null {
    return this.weather.dayBy(this.of.crop, placeId, { from, referenceDays });
  }

  private stepsOf(kind: PlanStep['kind'], placeId: string): S[] {
    return this.of.steps
      .filter((s) => s.kind === kind && s.fromPlaceId === placeId)
      .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
  }

  private fromBench() {
    const { p, crop } = this.of;
    const ready = this.by(p.placeId, this.index(p.sownOn), crop.nurseryDays);
    for (const step of this.stepsOf('transplant', p.placeId)) {
      const at = ready === null ? this.index(step.day) : this.settle(step, Math.max(ready, this.index(step.day)));
      if (step.toPlaceId) this.inBed({ placeId: step.toPlaceId, stage: 0, stageFrom: at, lastCut: null });
    }
  }

  private inBed({ placeId, stage, stageFrom, lastCut }: Standing) {
    const { crop } = this.of;
    for (const step of this.stepsOf('respace', placeId)) {
      const passed = bedStages(crop).slice(stage, carriedBy(step, 'respace').stage ?? 1);
      const at = this.by(
        placeId,
        stageFrom,
        passed.reduce((sum, s) => sum + s.days, 0),
      );
      if (at === null) continue;
      // What leads to the pick begins on the day they are given their room.
      stageFrom = this.settle(step, Math.max(at, this.index(step.day)));
      stage = Math.max(stage, carriedBy(step, 'respace').stage ?? 1);
    }
    let last = lastCut;
    let planned: number | null = null;
    for (const step of this.stepsOf('pick', placeId)) {
      let at =
        last === null
          ? this.by(placeId, stageFrom, daysFromStage(crop, stage))
          : this.by(placeId, last, Math.max(1, crop.regrowDays));
      // A bed picked once, in parts: they keep their distance.
      if (last !== null && planned !== null && crop.cutsMax === 1) at = last + (this.index(step.day) - planned);
      if (at === null) return;
      planned = this.index(step.day);
      last = this.settle(step, last === null ? at : Math.max(at, last));
    }
    const stands = soldFromBench(crop) ? crop.windowDays : 0;
    if (last !== null) for (const step of this.stepsOf('clear', placeId)) this.settle(step, last + stands + 1);
  }

  /** Puts a step on a day, unless it is to stay where it is. @returns the day it then has */
  private settle(step: S, at: number): number {
    const planned = this.index(step.day);
    if (planned <= 0 || carriedBy(step, 'pick').pinned === 1 || Math.abs(at - planned) <= SLACK_DAYS) return planned;
    const to = Math.max(0, at);
    if (to !== planned) this.followed.push({ step, day: addDays(this.today, to) });
    return to;
  }
}
