import { requireWithin } from '../errors';

/** What a month is like where the farm stands, from latitude and height alone: a start, until its own records say more. */

/** Day of the year in the middle of each month. */
const MID_MONTH = [15, 46, 74, 105, 135, 166, 196, 227, 258, 288, 319, 349];

/**
 * Mean outside air of each month, °C: 27.5 − 0.0065·φ² at sea level, 6.5 °C less for each kilometre of height (the standard
 * atmosphere), and a year's swing of 0.2·φ either way that is warmest five weeks after the longest day. Planning default:
 * within about 3 °C of temperate inland places, more off by a coast.
 * @param latitude −90 to 90, north above nothing @param altitudeM −450 to 6000
 */
export function outsideAirC(latitude: number, altitudeM: number): number[] {
  requireWithin('latitude', latitude, [-90, 90]);
  requireWithin('altitudeM', altitudeM, [-450, 6000]);
  const mean = 27.5 - 0.0065 * latitude ** 2 - (6.5 * altitudeM) / 1000;
  const swing = 0.2 * latitude;
  return MID_MONTH.map((day) => mean + swing * Math.cos((2 * Math.PI * (day - 207)) / 365));
}

/** Warmer under cover by day and night together, °C; vents and frost heating hold it within these. Planning defaults. */
const UNDER_COVER_C = 5;
const HELD_C = [10, 28] as const;

export function coveredAirC(latitude: number, altitudeM: number): number[] {
  return outsideAirC(latitude, altitudeM).map((c) => clamp(c + UNDER_COVER_C, ...HELD_C));
}

/** Water that is warmed to one temperature and cooled to another, and follows the air between them, °C by month. */
export function heldWaterC(latitude: number, altitudeM: number, [lowC, highC]: readonly [number, number]): number[] {
  return outsideAirC(latitude, altitudeM).map((c) => clamp(c, lowC, highC));
}

/** Share of the sun outside the air that reaches the ground under an average sky: Ångström's 0.25 + 0.5·n/N at n/N = ½ (FAO 56). */
const CLEAR = 0.5;
/** Share of sunlight that plants use, and photons in it, mol/MJ (McCree 1972). */
const PAR_MOL_PER_MJ = 0.45 * 4.57;
/** What glass and frame let through. Planning default. */
const THROUGH_GLASS = 0.65;

/**
 * Daily light sum at the leaves under glass, mol/m², by month, from the sun's height: radiation outside the air by equation 21
 * of FAO Irrigation and Drainage Paper 56.
 * @param latitude −90 to 90
 */
export function lightMol(latitude: number): number[] {
  requireWithin('latitude', latitude, [-90, 90]);
  return MID_MONTH.map((day) => outsideRadiationMJ(latitude, day) * CLEAR * PAR_MOL_PER_MJ * THROUGH_GLASS);
}

/** Radiation above the air on a day of the year, MJ/m². FAO 56, equations 21 to 25. */
export function outsideRadiationMJ(latitude: number, dayOfYear: number): number {
  const phi = (latitude * Math.PI) / 180;
  const turn = (2 * Math.PI * dayOfYear) / 365;
  const near = 1 + 0.033 * Math.cos(turn);
  const declination = 0.409 * Math.sin(turn - 1.39);
  const sunset = Math.acos(clamp(-Math.tan(phi) * Math.tan(declination), -1, 1));
  const seen =
    sunset * Math.sin(phi) * Math.sin(declination) + Math.cos(phi) * Math.cos(declination) * Math.sin(sunset);
  return Math.max(0, ((24 * 60) / Math.PI) * 0.082 * near * seen);
}

const clamp = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value));
