import { occupiedByDay } from '../crops/occupancy';
import { ammoniaFromFeedG } from '../water/ammonia';
import { isByNitrogen } from '../water/loopBalance';
import type { FarmForecast, FishStay, LoopSeries, TankSeries } from '../facts/forecast';
import type { FarmFacts, LoopFact } from '../facts/farm';

export function sumTanks(result: FarmForecast, facts: FarmFacts) {
  const staysOf = new Map<string, FishStay[]>();
  for (const stay of result.fish) {
    const list = staysOf.get(stay.placeId);
    if (list) list.push(stay);
    else staysOf.set(stay.placeId, [stay]);
  }
  for (const place of facts.places) {
    const stays = staysOf.get(place.id);
    // A channel counts among the tanks while companion stock lives in it.
    if (place.volumeL !== null || stays) result.tanks.set(place.id, tankSeriesOf(stays ?? [], result.days));
  }
}

/** What the fish of all stays in one tank are together, day by day. */
export function tankSeriesOf(stays: readonly FishStay[], days: number): TankSeries {
  const tank = { count: new Float64Array(days), biomassG: new Float64Array(days), feedG: new Float64Array(days) };
  for (const stay of stays) {
    for (let i = 0; i < stay.count.length; i++) {
      const day = stay.from + i;
      tank.count[day]! += stay.count[i]!;
      tank.biomassG[day]! += stay.biomassG[i]!;
      tank.feedG[day]! += stay.feedG[i]!;
    }
  }
  return tank;
}

export function sumBeds(result: FarmForecast, facts: FarmFacts) {
  const byBed = new Map<string, FarmForecast['plants']>();
  for (const stay of result.plants) {
    const list = byBed.get(stay.placeId);
    if (list) list.push(stay);
    else byBed.set(stay.placeId, [stay]);
  }
  for (const place of facts.places) {
    if (place.kind !== 'bed' && place.kind !== 'nursery') continue;
    result.bedsOccupied.set(place.id, occupiedByDay(byBed.get(place.id) ?? [], result.days));
  }
}

export function sumLoops(result: FarmForecast, facts: FarmFacts) {
  for (const loop of facts.loops) {
    const places = facts.places.filter((p) => p.loopId === loop.id);
    const series: LoopSeries = {
      feedG: new Float64Array(0),
      ammoniaG: new Float64Array(0),
      plantedAreaM2: new Float64Array(0),
    };
    addLoopFeed(series, result, { facts, places: new Set(places.map((p) => p.id)) });
    addPlantedArea(series, result, { facts, places, loop });
    result.loops.set(loop.id, series);
  }
}

/** Feed of a loop's fish and the ammonia that comes of it, day by day, in new arrays. */
export function addLoopFeed(
  series: LoopSeries,
  result: FarmForecast,
  { facts, places }: { facts: FarmFacts; places: ReadonlySet<string> },
) {
  const protein = new Map(facts.species.map((s) => [s.code, s.proteinFraction]));
  const [feedG, ammoniaG] = [new Float64Array(result.days), new Float64Array(result.days)];
  for (const stay of result.fish) {
    if (!places.has(stay.placeId)) continue;
    const ammoniaPerFeed = ammoniaFromFeedG(1, protein.get(stay.speciesCode) ?? 0.4);
    for (let i = 0; i < stay.feedG.length; i++) {
      feedG[stay.from + i]! += stay.feedG[i]!;
      ammoniaG[stay.from + i]! += stay.feedG[i]! * ammoniaPerFeed;
    }
  }
  series.feedG = feedG;
  series.ammoniaG = ammoniaG;
}

interface OfLoop {
  facts: FarmFacts;
  places: FarmFacts['places'];
  loop: LoopFact;
}

/** Planted area of a loop's beds and, where it warns by nitrogen, what they take up, day by day, in new arrays. */
export function addPlantedArea(series: LoopSeries, result: FarmForecast, { facts, places, loop }: OfLoop) {
  const plantedAreaM2 = new Float64Array(result.days);
  for (const bed of places) {
    const occupied = result.bedsOccupied.get(bed.id);
    if (bed.kind !== 'bed' || !occupied || !bed.positions || !bed.areaM2) continue;
    const areaPerPosition = bed.areaM2 / bed.positions;
    for (let day = 0; day < result.days; day++) {
      plantedAreaM2[day]! += Math.min(occupied[day]!, bed.positions) * areaPerPosition;
    }
  }
  series.plantedAreaM2 = plantedAreaM2;
  if (isByNitrogen(loop)) series.uptakeG = uptakeOf(result, facts, places);
}

function uptakeOf(result: FarmForecast, facts: FarmFacts, places: FarmFacts['places']): Float64Array {
  const uptakeG = new Float64Array(result.days);
  const perM2 = new Map(facts.crops.map((c) => [c.code, c.nitrogenUptakeGM2Day]));
  const beds = new Map(places.filter((p) => p.kind === 'bed').map((p) => [p.id, p]));
  for (const stay of result.plants) {
    const bed = beds.get(stay.placeId);
    if (!bed?.positions || !bed.areaM2) continue;
    const gPerDay = ((stay.positions * bed.areaM2) / bed.positions) * (perM2.get(stay.cropCode) ?? 0);
    for (let day = stay.from; day < Math.min(stay.until, result.days); day++) uptakeG[day]! += gPerDay;
  }
  return uptakeG;
}
