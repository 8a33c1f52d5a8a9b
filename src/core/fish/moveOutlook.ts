import { crowdedFrom } from '../plan/consequences';
import { forecastFarm } from '../plan/forecast';
import { DEFAULT_SETTINGS } from '../plan/settings';
import { type FarmFacts, type FishFact } from '../facts/farm';
import { type PlanStep } from '../facts/step';
import { gradeAt, spreadOf } from './grading';
import { densityKgM3, waterL } from './stocking';

export interface TankState {
  count: number;
  kg: number;
  densityKgM3: number;
  limitKgM3: number | null;
  feedG: number;
  /** Days until it passes its limit; 0 now, null not within four months. */
  fullInDays: number | null;
}

export interface TankOutlook {
  placeId: string;
  code: string;
  before: TankState;
  after: TankState;
}

/** Fish leaving a tank: some as they come, or parted at a size. */
export interface Parting {
  lotCode: string;
  fromPlaceId: string;
  parts: { toPlaceId: string; count: number; grade?: { cv: number; meanG: number } }[];
}

const DAYS = 120;

/** Every tank that a move touches, before and after it: density, feed, and days until it is too small. */
export function moveOutlook(facts: FarmFacts, plan: readonly PlanStep[], parting: Parting): TankOutlook[] {
  const bare = { ...facts, plantings: [], packed: [], promises: [] };
  const settings = { ...DEFAULT_SETTINGS, horizonDays: DAYS };
  const steps = plan.filter((s) => s.lotCode !== parting.lotCode);
  const before = forecastFarm(bare, plan, settings);
  const moved: FarmFacts = { ...bare, fish: partedFish(facts.fish, parting) };
  const after = forecastFarm(moved, steps, settings);
  const ids = [...new Set([parting.fromPlaceId, ...parting.parts.map((p) => p.toPlaceId)])];
  return ids.map((placeId) => {
    const place = facts.places.find((p) => p.id === placeId)!;
    const state = (forecast: typeof before): TankState => {
      const tank = forecast.tanks.get(placeId);
      const kg = (tank?.biomassG[0] ?? 0) / 1000;
      return {
        count: Math.round(tank?.count[0] ?? 0),
        kg,
        limitKgM3: place.densityLimitKgM3,
        feedG: tank?.feedG[0] ?? 0,
        densityKgM3: densityKgM3(kg * 1000, waterL(place)),
        fullInDays: crowdedFrom(forecast, place),
      };
    };
    return { placeId, code: place.code, before: state(before), after: state(after) };
  });
}

function partedFish(fish: FishFact[], { lotCode, fromPlaceId, parts }: Parting): FishFact[] {
  const own = fish.find((f) => f.lotCode === lotCode && f.placeId === fromPlaceId);
  if (!own) return fish;
  const gone = parts.reduce((sum, p) => sum + p.count, 0);
  const rest = { ...own, count: Math.max(0, own.count - gone) };
  const out = parts.map((p, i) => ({
    ...own,
    lotCode: i === 0 && p.grade ? `${lotCode}+` : lotCode,
    placeId: p.toPlaceId,
    count: p.count,
    feedStoppedOn: null,
    ...(p.grade ? { referenceG: p.grade.meanG, bins: spreadOf(p.grade) } : {}),
  }));
  return [...fish.filter((f) => f !== own), ...(rest.count > 0 ? [rest] : []), ...out];
}

interface GradingPartsArgs {
  fish: FishFact;
  thresholdG: number;
  largePlaceId: string;
  smallPlaceId: string;
}

/** The two boxes that grading at a size would give. */
export function gradingParts({ fish, thresholdG, largePlaceId, smallPlaceId }: GradingPartsArgs) {
  const { large, small } = gradeAt(fish.bins, fish.referenceG, fish.count, thresholdG);
  return {
    large,
    small,
    parting: {
      lotCode: fish.lotCode,
      fromPlaceId: fish.placeId,
      parts: [
        { toPlaceId: largePlaceId, count: large.count, grade: large },
        { toPlaceId: smallPlaceId, count: small.count, grade: small },
      ],
    } satisfies Parting,
  };
}
