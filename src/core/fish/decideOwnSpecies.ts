import { linearRegression, linearRegressionLine } from 'simple-statistics';
import { decide, refuse, type Decision } from '../acts/decision';
import { said, type Said, type Taken } from '../acts/effects';
import { SPECIES_DEFAULTS } from '../library/defaults';
import type { Species } from '../library/types';
import { speciesFault } from '../plan/faults';
import { formatNumber } from '../quantity/units';
import { temperatureResponse } from '../quantity/temperatureResponse';
import { BARE, codeOf } from '../setup/decideKinds';
import { firstFree } from '../setup/kept';
import { say } from '../words/words';

/** A weight that is known at an age. */
export interface GrowthPoint {
  days: number;
  weightG: number;
}

export interface OwnSpeciesWish {
  name: string;
  /** Water in which the points were grown, °C. */
  waterC: number;
  points: readonly GrowthPoint[];
  marketFromG: number;
  marketToG: number;
  /** Code of the library species whose other numbers it takes; null: the one that fits the water best. */
  like: string | null;
}

/** Growth slower than this is none. */
const LEAST_GAIN = 1e-4;

/**
 * A species from its name and a few points of its growth: the cube root of weight grows evenly (Iwama & Tautz 1981), so a line through
 * the points at their water gives its growth at its best. All else is like the species of the library that fits best, until the farm
 * sets its own.
 */
export function decideOwnSpecies(
  {
    species,
    products,
  }: { species: readonly Pick<Species, 'code' | 'name'>[]; products: readonly { code: string; name: string }[] },
  wish: OwnSpeciesWish,
): Decision<Taken<Said>> {
  return decide(() => {
    const name = wish.name.trim();
    const isSame = (other: { name: string }) => other.name.trim().toLowerCase() === name.toLowerCase();
    if ([...species, ...products, ...SPECIES_DEFAULTS].some(isSame))
      refuse('name', say`There is one of that name already, here or in the library. Give it another.`);
    if (!(wish.marketToG >= wish.marketFromG))
      refuse('marketToG', say`The largest that sells is not under the smallest.`);
    const gain = gainOf(wish.points);
    const model = modelFor(wish);
    const response = temperatureResponse(wish.waterC, model);
    if (response < 0.05)
      refuse(
        'waterC',
        say`${model.name}, whose temperatures it takes, hardly grows at ${formatNumber(wish.waterC, 1)} °C: choose another it is like.`,
      );
    const code = firstFree(codeOf(name), new Set([...species, ...products, ...SPECIES_DEFAULTS].map((k) => k.code)));
    const own: Species = {
      ...model,
      ...{ code, name, scientificName: '', note: '', marketG: [wish.marketFromG, wish.marketToG] },
      growthG13PerDay: Math.round((gain / response) * 1e5) / 1e5,
      basis: say`Set by this farm: growth from ${wish.points.length} points at ${formatNumber(wish.waterC, 1)} °C, all else like ${model.name}`,
    };
    const fault = speciesFault(own);
    if (fault) refuse('points', fault);
    const product = {
      ...BARE,
      code,
      name,
      unit: 'kg' as const,
      speciesCode: code,
      cropCode: null,
      shelfLifeDays: CHILLED_DAYS,
    };
    return {
      effects: [
        { does: 'kindAdded', what: 'species', code, params: own },
        { does: 'productAdded', product },
      ],
      said: () =>
        said(
          say`${name} is on the farm now: from ${formatNumber(own.growthG13PerDay, 4)} ∛g a day at its best. Its limits of water, feed and crowding are those of ${model.name}: look them over and set your own.`,
        ),
    };
  });
}

/** Whole fish on ice. Planning default. */
const CHILLED_DAYS = 8;

/** ∛g that a day adds, by the line through the points. @throws {RuleBroken} where they do not rise */
function gainOf(points: readonly GrowthPoint[]): number {
  const days = new Set(points.map((p) => p.days));
  if (points.length < 2 || days.size < 2) return refuse('points', say`Give its weight at two ages at least.`);
  const roots = points.map((p): [number, number] => [p.days, Math.cbrt(p.weightG)]);
  const line = linearRegression(roots);
  if (!(line.m > LEAST_GAIN)) return refuse('points', say`These points show no growth: an older fish must weigh more.`);
  const at = linearRegressionLine(line);
  const far = points.find((p) => Math.abs(at(p.days) ** 3 - p.weightG) > p.weightG * FAR + 1);
  if (far && points.length > 2)
    refuse(
      'points',
      say`${formatNumber(far.weightG)} g at ${far.days} days does not go with the others: by them it would be about ${formatNumber(Math.max(0, at(far.days)) ** 3)} g.`,
    );
  return line.m;
}

/** A point may lie so far from the line of all. */
const FAR = 0.6;

function modelFor({ like, waterC }: OwnSpeciesWish): Species {
  if (like) return SPECIES_DEFAULTS.find((s) => s.code === like) ?? refuse('like', say`That is not in the library.`);
  const far = (s: Species) =>
    waterC >= s.comfortC[0] && waterC <= s.comfortC[1]
      ? Math.abs(waterC - s.tempOptC)
      : 100 + Math.abs(waterC - s.tempOptC);
  return SPECIES_DEFAULTS.filter((s) => s.marketG).reduce((a, b) => (far(b) < far(a) ? b : a));
}
