import { soldFromBench } from './recipe';
import { requireWithin } from '../errors';
import type { Crop, CropPick } from '../library/types';
import { RANGES } from '../quantity/ranges';

type Chances = Pick<Crop, 'germination' | 'nurserySurvival' | 'finalSurvival' | 'packout'>;

export interface SowingQuantities {
  /** Units (heads, bunches or positions) asked for. */
  units: number;
  positions: number;
  seedlings: number;
  seeds: number;
  trays: number;
  /** Seeds that fill the last tray beyond the need. */
  spareSeeds: number;
}

/** Guards the rounding up against 0.1 + 0.2 sums: 100.00000000001 plants are 100 plants. */
function ceil(value: number): number {
  return Math.ceil(value - 1e-9);
}

/**
 * Works back from units wanted to positions, seedlings, seeds and whole trays.
 * seeds = ⌈units / (germination · nursery survival · final survival · pack-out)⌉, rounded up at each stage that
 * is counted. Trays are rounded up; the spare is stated, not hidden.
 * @param units heads, bunches or positions wanted, from 1 to what any count may be @param cellsPerTray 1 to 2000
 */
export function sowingFor(units: number, crop: Chances, cellsPerTray: number): SowingQuantities {
  requireWithin('units', units, [1, RANGES.count.high]);
  requireWithin('cellsPerTray', cellsPerTray, [1, 2000]);
  for (const key of ['germination', 'nurserySurvival', 'finalSurvival', 'packout'] as const) {
    requireWithin(key, crop[key], [0.01, 1]);
  }
  const positions = ceil(units / (crop.finalSurvival * crop.packout));
  const seedlings = ceil(units / (crop.nurserySurvival * crop.finalSurvival * crop.packout));
  const seeds = ceil(units / (crop.germination * crop.nurserySurvival * crop.finalSurvival * crop.packout));
  const trays = Math.ceil(seeds / cellsPerTray);
  return { units, positions, seedlings, seeds, trays, spareSeeds: trays * cellsPerTray - seeds };
}

/** Of those sown on a bench and sold from it, what comes up and lives; plants in a bed have been counted already. */
const raisedOf = (crop: Crop) => (soldFromBench(crop) ? crop.germination * crop.nurserySurvival : 1);

interface Yield {
  /** In the crop's unit: whole heads or bunches, or g. */
  units: number;
  /** The same before it is counted in whole ones. */
  exactUnits: number;
  massG: number;
}

/** What a planting gives at a cut (1 = first). */
export function expectedYield(crop: Crop, positions: number, cut: number): Yield {
  const factor = cutFactor(crop, cut);
  const standing = positions * raisedOf(crop) * crop.finalSurvival * crop.packout;
  const massG = standing * crop.yieldG * factor;
  const pieces = (standing / (crop.plantsPerUnit ?? 1)) * (crop.unit === 'head' ? 1 : factor);
  return crop.unit === 'kg'
    ? { units: massG, exactUnits: massG, massG }
    : { units: wholeUnits(pieces), exactUnits: pieces, massG };
}

/** Pieces that can be counted, of a sum that may be a hair less than it is. */
export const wholeUnits = (pieces: number): number => Math.floor(pieces + 1e-6);

/** Share of the first cut (cut leaves) or of the whole season (fruiting) that this cut gives. */
export function cutFactor(crop: Pick<CropPick, 'pickingCurve' | 'cutsMax' | 'cutFactors'>, cut: number): number {
  if (!crop.pickingCurve) return crop.cutFactors[Math.min(cut, crop.cutFactors.length) - 1] ?? 0;
  // A season's picks rise to a peak at two fifths and tail off: x·(1−x)^1.5, scaled so that all picks add up to 1.
  const shape = (i: number) => ((i - 0.5) / crop.cutsMax) * (1 - (i - 0.5) / crop.cutsMax) ** 1.5;
  let sum = 0;
  for (let i = 1; i <= crop.cutsMax; i++) sum += shape(i);
  return cut >= 1 && cut <= crop.cutsMax ? shape(cut) / sum : 0;
}
