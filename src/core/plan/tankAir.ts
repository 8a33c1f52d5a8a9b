import { addDays } from '../quantity/days';
import { minutesToDanger, oxygenSaturationMgL, respirationMgKgH } from '../water/lifeSupport';
import { expectedWaterC } from '../water/plannedTemperature';
import type { FarmFacts, PlaceFact } from '../facts/farm';
import type { FarmForecast, FishStay } from '../facts/forecast';

/** Lots in a place on a day of the forecast. */
export function staysAt(forecast: FarmForecast, placeId: string, at: number): FishStay[] {
  return forecast.fish.filter((s) => s.placeId === placeId && s.from <= at && s.until > at);
}

/**
 * What the fish of a tank have to breathe when all air stops, on a day of the forecast; null when it is empty.
 * @returns minutes until the neediest of them is in danger, water °C, oxygen to begin with and critical mg/L, breathed mg/h
 */
export function airFor(
  { facts, forecast }: { facts: FarmFacts; forecast: FarmForecast },
  place: PlaceFact,
  at: number,
) {
  const stays = staysAt(forecast, place.id, at);
  if (stays.length === 0 || !place.volumeL) return null;
  const loop = facts.loops.find((l) => l.id === place.loopId);
  let breathedMgH = 0;
  let criticalMgL = 0;
  let tempC = 15;
  for (const stay of stays) {
    const species = facts.species.find((s) => s.code === stay.speciesCode)!;
    tempC = loop ? expectedWaterC(loop, addDays(forecast.firstDay, at)) : Math.min(species.tempOptC, 18);
    const i = at - stay.from;
    const kg = stay.biomassG[i]! / 1000;
    breathedMgH +=
      kg * respirationMgKgH(species, Math.min(50_000, Math.max(0.1, stay.meanG[i]!)), tempC, stay.feedG[i]! > 0);
    criticalMgL = Math.max(criticalMgL, species.doCriticalMgL);
  }
  // Well-run tanks are kept near four fifths of saturation.
  const oxygenMgL = oxygenSaturationMgL(tempC) * 0.8;
  const minutes = minutesToDanger({ oxygenMgL, criticalMgL, volumeL: place.volumeL, breathedMgH });
  return { minutes, tempC, oxygenMgL, criticalMgL, breathedMgH };
}
