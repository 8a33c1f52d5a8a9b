import { isGrazed } from '../../core/fish/feed';
import { densityKgM3, waterL } from '../../core/fish/stocking';
import type { FarmForecast } from '../../core/facts/forecast';
import type { PlaceFact } from '../../core/facts/farm';
import { formatMass, formatNumber, type UnitChoice } from '../../core/quantity/units';
import type { VesselView } from './Vessel';

interface VesselViewArgs {
  place: PlaceFact;
  forecast: FarmForecast;
  at: number;
  units: UnitChoice;
  href: string | null;
  more?: string[];
}

/** A tank on a day of the forecast, ready to draw. */
export function vesselView({ place, forecast, at, units, href, more = [] }: VesselViewArgs): VesselView {
  const tank = forecast.tanks.get(place.id);
  const count = tank?.count[at] ?? 0;
  const biomassG = tank?.biomassG[at] ?? 0;
  const here = forecast.fish.filter((s) => s.placeId === place.id && s.from <= at && s.until > at);
  const empty = here.length === 0 || count < 0.5;
  return {
    code: place.code,
    volumeL: waterL(place),
    densityKgM3: empty ? 0 : densityKgM3(biomassG, waterL(place)),
    limitKgM3: place.densityLimitKgM3,
    units,
    empty,
    noFeed: !empty && !isGrazed(place) && (tank?.feedG[at] ?? 0) <= 0,
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
