import { requireWithin } from '../errors';
import type { Species } from '../library/types';
import { temperatureResponse } from '../quantity/temperatureResponse';
import type { FilterMedia, LifeSupport } from '../facts/farm';

/** kg O₂ per kg feed: fish, nitrifying bacteria and other bacteria. Timmons & Ebeling, Recirculating Aquaculture. */
export const OXYGEN_PER_FEED = { fish: 0.25, nitrifiers: 0.12, others: 0.13 } as const;

/** Oxygen that a day's feed uses up, kg. @param feedKg 0 to 100 000 */
export function oxygenNeedKg(feedKg: number): number {
  requireWithin('feedKg', feedKg, [0, 100_000]);
  return feedKg * (OXYGEN_PER_FEED.fish + OXYGEN_PER_FEED.nitrifiers + OXYGEN_PER_FEED.others);
}

/**
 * Oxygen that fresh water holds in balance with air, mg/L. Benson & Krause (1984) in the form of APHA Standard Methods 4500-O,
 * with pressure falling by altitude after the standard atmosphere.
 * @param waterTempC 0 to 40 @param altitudeM 0 to 5000 @param salinityPpt 0 to 40
 */
export function oxygenSaturationMgL(waterTempC: number, altitudeM = 0, salinityPpt = 0): number {
  requireWithin('waterTempC', waterTempC, [0, 40]);
  requireWithin('altitudeM', altitudeM, [0, 5000]);
  requireWithin('salinityPpt', salinityPpt, [0, 40]);
  const t = waterTempC + 273.15;
  const fresh = -139.34411 + 1.575701e5 / t - 6.642308e7 / t ** 2 + 1.2438e10 / t ** 3 - 8.621949e11 / t ** 4;
  const salt = salinityPpt * (0.017674 - 10.754 / t + 2140.7 / t ** 2);
  return Math.exp(fresh - salt) * (1 - 2.25577e-5 * altitudeM) ** 5.25588;
}

/** Fasted fish breathe about this share of what fed fish do. Planning default. */
const FASTED_SHARE = 0.6;

/**
 * Oxygen that fish breathe, mg per kg and hour: the library's value for a fed 100 g fish at its best temperature, times
 * (weight/100)^−0.2, times a temperature response that never falls under a quarter. Allometric planning default.
 */
export function respirationMgKgH(species: Species, weightG: number, waterTempC: number, fed: boolean): number {
  requireWithin('weightG', weightG, [0.01, 50_000]);
  const warm = Math.max(0.25, temperatureResponse(waterTempC, species));
  return species.respirationMgKgH * (weightG / 100) ** -0.2 * warm * (fed ? 1 : FASTED_SHARE);
}

export interface TankDanger {
  oxygenMgL: number;
  criticalMgL: number;
  volumeL: number;
  /** What all fish in the tank breathe in an hour, mg. */
  breathedMgH: number;
}

/**
 * Minutes until the oxygen falls to what is critical when nothing brings new oxygen: (DO − critical)·V / breathed · 60.
 * An estimate without exchange at the surface, so on the careful side. Infinity in an empty tank.
 */
export function minutesToDanger({ oxygenMgL, criticalMgL, volumeL, breathedMgH }: TankDanger): number {
  requireWithin('oxygenMgL', oxygenMgL, [0, 30]);
  requireWithin('volumeL', volumeL, [1, 1e8]);
  if (breathedMgH <= 0) return Infinity;
  return Math.max(0, ((oxygenMgL - criticalMgL) * volumeL * 60) / breathedMgH);
}

/** How much a degree changes nitrification. Planning default. */
const NITRIFICATION_THETA = 1.07;

/**
 * Ammonia nitrogen that filter media turn over in a day, g: surface · rate at 20 °C · θ^(T−20). Below pH 6.5 it falls
 * by a tenth for each tenth of a pH unit. Planning default by filter type.
 */
export function nitrificationG(media: readonly FilterMedia[], waterTempC: number, pH = 7): number {
  requireWithin('waterTempC', waterTempC, [0, 40]);
  const acid = Math.max(0.1, Math.min(1, 1 - (6.5 - pH)));
  const at20 = media.reduce((sum, m) => sum + m.volumeM3 * m.surfaceM2PerM3 * m.gTanPerM2Day, 0);
  return at20 * NITRIFICATION_THETA ** (waterTempC - 20) * acid;
}

/** The quick school: litres of media for each kg of fish. Planning default. */
export const MEDIA_L_PER_KG = 2;

/** Filters, and the beds that filter too. */
export const filtersOf = ({ media, beds = [] }: Pick<LifeSupport, 'media' | 'beds'>): FilterMedia[] => [
  ...media,
  ...beds,
];

export interface LoopLoad {
  feedKgPerDay: number;
  biomassKg: number;
  ammoniaGPerDay: number;
  waterTempC: number;
}

export interface LifeSupportMargin {
  oxygenNeedKg: number;
  oxygenGivenKg: number;
  /** With the strongest aerator standing still. */
  oxygenWithoutOneKg: number;
  nitrifiedG: number;
  ammoniaG: number;
  mediaL: number;
  mediaRuleL: number;
  /** The least of all, as capacity over load: below 1 it does not hold. */
  tightest: { what: 'oxygen' | 'nitrification' | 'media rule'; ratio: number };
}

/** What a loop's life support carries against its load on a day, by both schools of filter sizing. Masses a day. */
export function lifeSupportMargin(support: LifeSupport, load: LoopLoad, pH = 7): LifeSupportMargin {
  const needKg = oxygenNeedKg(load.feedKgPerDay);
  const given = support.aerators.map((a) => a.kgO2PerDay);
  const givenKg = given.reduce((sum, kg) => sum + kg, 0);
  const filters = filtersOf(support);
  const nitrifiedG = nitrificationG(filters, load.waterTempC, pH);
  const mediaL = filters.reduce((sum, m) => sum + m.volumeM3 * 1000, 0);
  const mediaRuleL = load.biomassKg * (support.mediaLPerKg ?? MEDIA_L_PER_KG);
  const over = (capacity: number, need: number) => (need > 0 ? capacity / need : Infinity);
  const ratios = [
    { what: 'oxygen' as const, ratio: over(givenKg, needKg) },
    { what: 'nitrification' as const, ratio: over(nitrifiedG, load.ammoniaGPerDay) },
    { what: 'media rule' as const, ratio: over(mediaL, mediaRuleL) },
  ];
  return {
    oxygenNeedKg: needKg,
    oxygenGivenKg: givenKg,
    oxygenWithoutOneKg: givenKg - Math.max(0, ...given),
    nitrifiedG,
    ammoniaG: load.ammoniaGPerDay,
    mediaL,
    mediaRuleL,
    tightest: ratios.reduce((least, r) => (r.ratio < least.ratio ? r : least)),
  };
}
