import { boltFromC, heatOf, HEAT_COUNTS_DAYS } from '../crops/bolting';
import { FRUIT_DAYS, fruitShare } from '../crops/fruitLight';
import { dailyDevelopment, developmentSums, stageEnd } from '../crops/development';
import { isResting, nextCorner, restsUntil } from '../crops/winterRest';
import { type Crop, type WinterRest } from '../library/types';
import { addDays, daysBetween, fromMonths, type Day } from '../quantity/days';
import { keptTable } from './keptTables';
import { airAt } from '../facts/airAt';
import type { FarmFacts, LoopFact } from '../facts/farm';

/** Days of weather kept before today, so that what is in the ground already has its sums. */
const PAST_DAYS = 200;

/** Places without a loop have its tables. */
const NO_LOOP = Object.freeze({ none: true });

/** Marks the kept table that holds a loop's own weather. */
const WEATHER = Object.freeze({ weather: true });

/** Air and light of a loop day by day, and the sums of heat above the limits that were asked for. */
interface LoopWeather {
  airC: Float64Array;
  lightMol: Float64Array;
  heatAbove: Map<number, Float64Array>;
}

/** How far crops come on in the air of each place: tables shared by all plantings of a crop in a loop. Day 0 is `facts.today`. */
export class PlantWeather {
  /** By loop, then by crop: looked up for every planting. */
  private readonly sums = new Map<object, Map<Crop, Float64Array>>();
  private readonly weather = new Map<LoopFact, LoopWeather>();
  private readonly loopOfPlace;
  private readonly span;

  constructor(
    private readonly facts: Pick<FarmFacts, 'today' | 'loops' | 'places' | 'houses'>,
    private readonly horizonDays: number,
  ) {
    this.span = `${facts.today}+${horizonDays}`;
    this.loopOfPlace = new Map(facts.places.map((p) => [p.id, airAt(facts, p)]));
  }

  /**
   * The day by which a crop in a place has made so much development since a day.
   * @param from day index, may be negative @param referenceDays days at its best temperature and light
   * @returns a day index, or null when it stands still
   */
  dayBy(crop: Crop, placeId: string, { from, referenceDays }: { from: number; referenceDays: number }): number | null {
    // What needs no days is there at once, resting or not.
    if (referenceDays <= 0) return from;
    const end = stageEnd(this.developmentFor(crop, placeId), from + PAST_DAYS, referenceDays);
    if (end === null) return null;
    const forward = crop.rest ? this.forwardBefore(crop.rest, { from, end: end - PAST_DAYS }) : null;
    return forward === null ? end - PAST_DAYS : this.dayBy(crop, placeId, { from: forward, referenceDays });
  }

  /** The day on which a perennial comes forward when it is cut back for its rest before a stage has ended: it begins anew. */
  private forwardBefore(rest: WinterRest, { from, end }: { from: number; end: number }): number | null {
    const turn = nextCorner(rest, addDays(this.facts.today, from));
    if (daysBetween(this.facts.today, turn) > end) return null;
    const forward = restsUntil({ rest }, turn);
    return forward === null ? null : daysBetween(this.facts.today, forward);
  }

  /**
   * Degree-days above what a crop bears, in the days before one on which it is picked; 0 for crops that do not bolt.
   * @param from day index on which it came into its bed
   */
  heatBefore(crop: Crop, placeId: string, { from, at }: { from: number; at: number }): number {
    const limit = boltFromC(crop);
    const loop = this.loopOfPlace.get(placeId);
    if (limit === null || !loop) return 0;
    const sums = this.heatSums(loop, limit);
    const index = (day: number) => Math.max(0, Math.min(sums.length - 1, day + PAST_DAYS));
    return sums[index(at)]! - sums[index(Math.max(from, at - HEAT_COUNTS_DAYS))]!;
  }

  /** What the light of the days before a pick makes of its fruit, 1 at the recipe's light; of crops that give no fruit 1. */
  fruitShare(crop: Crop, placeId: string, at: number): number {
    const loop = this.loopOfPlace.get(placeId);
    if (!crop.pickingCurve || !loop) return 1;
    const { lightMol } = this.weatherOf(loop);
    const until = Math.max(FRUIT_DAYS, Math.min(lightMol.length, at + PAST_DAYS));
    const own = lightMol.subarray(until - FRUIT_DAYS, until);
    return fruitShare(own.reduce((sum, mol) => sum + mol, 0) / FRUIT_DAYS, crop.lightTargetMol);
  }

  private heatSums(loop: LoopFact, limit: number): Float64Array {
    const { airC, heatAbove } = this.weatherOf(loop);
    let sums = heatAbove.get(limit);
    if (!sums) heatAbove.set(limit, (sums = developmentSums(airC.map((c) => heatOf(c, limit)))));
    return sums;
  }

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
    const daily = new Float64Array(PAST_DAYS + this.horizonDays).fill(1);
    if ('id' in loop) {
      const { airC, lightMol } = this.weatherOf(loop);
      for (let i = 0; i < daily.length; i++) daily[i] = dailyDevelopment(crop, airC[i]!, lightMol[i]!);
      if (crop.rest) for (let i = 0; i < daily.length; i++) if (isResting(crop, this.dayOf(i))) daily[i] = 0;
      if (crop.paceByMonth) for (let i = 0; i < daily.length; i++) daily[i]! *= crop.paceByMonth[this.monthOf(i)] ?? 1;
    }
    return developmentSums(daily);
  }

  private dayOf(i: number): Day {
    return addDays(this.facts.today, i - PAST_DAYS);
  }

  /** From 0, of a day of the tables. */
  private monthOf(i: number): number {
    return Number(this.dayOf(i).slice(5, 7)) - 1;
  }

  /** Air and light of a loop on each day of the table, the same for all its crops: as recorded where it was, else as planned. */
  private weatherOf(loop: LoopFact): LoopWeather {
    let known = this.weather.get(loop);
    if (!known) {
      known = keptTable({ loop, span: this.span, of: WEATHER, make: () => this.weatherTables(loop) });
      this.weather.set(loop, known);
    }
    return known;
  }

  private weatherTables(loop: LoopFact): LoopWeather {
    const days = PAST_DAYS + this.horizonDays;
    const weather = { airC: new Float64Array(days), lightMol: new Float64Array(days), heatAbove: new Map() };
    for (let i = 0; i < days; i++) {
      const day = addDays(this.facts.today, i - PAST_DAYS);
      weather.airC[i] = loop.recordedAir?.tempC[day] ?? fromMonths(loop.plannedAirTempC, day);
      weather.lightMol[i] = loop.recordedAir?.lightMol[day] ?? fromMonths(loop.plannedLightMol, day);
    }
    return weather;
  }
}
