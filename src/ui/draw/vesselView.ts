import { densityKgM3 } from '../../core/fish/stocking';
import type { FarmForecast, PlaceFact } from '../../core/plan/types';
import { formatMass, formatNumber, type UnitChoice } from '../../core/quantity/units';
import type { VesselView } from './Vessel';

/** A tank on a day of the forecast, ready to draw. */
export function vesselView(
  place: PlaceFact,
  forecast: FarmForecast,
  at: number,
  units: UnitChoice,
  href: string | null,
  more: string[] = [],
): VesselView {
  const tank = forecast.tanks.get(place.id);
  const count = tank?.count[at] ?? 0;
  const biomassG = tank?.biomassG[at] ?? 0;
  const here = forecast.fish.filter((s) => s.placeId === place.id && s.from <= at && s.until > at);
  const empty = here.length === 0 || count < 0.5;
  return {
    code: place.code,
    volumeL: place.volumeL ?? 1000,
    densityKgM3: empty ? 0 : densityKgM3(biomassG, place.volumeL ?? 1000),
    limitKgM3: place.densityLimitKgM3,
    empty,
    noFeed: !empty && place.kind !== 'sump' && (tank?.feedG[at] ?? 0) <= 0,
    lines: empty
      ? []
      : [
          here.map((s) => s.lotCode).join(' + '),
          `${formatNumber(count)} × ${formatMass(biomassG / count, units)}`,
          ...more,
        ],
    href,
  };
}
