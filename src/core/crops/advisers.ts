import { requireWithin } from '../errors';
import type { Crop } from '../library/types';
import { cutFactor } from './quantities';
import { bedStages } from './recipe';

export interface CutsChoice {
  /** Cuts after which it is cleared. */
  cuts: number;
  /** g (or pieces for crops sold by the piece) of a place and day, over the whole time it is held. */
  perPlaceDay: number;
  /** What the last of these cuts adds for each day it keeps the place. */
  lastCutPerDay: number;
}

/**
 * What a place gives a day when a crop is cleared after one cut, two cuts, and so on. The best choice is the last cut that still gives
 * more a day than the whole cycle so far (the marginal value theorem: Charnov 1976, Theoretical Population Biology 9: 129–136).
 * @param turnoverDays days from the last cut until the place is planted again, 0 to 60
 */
export function cutsCompared(
  crop: Pick<
    Crop,
    'finalDays' | 'regrowDays' | 'cutsMax' | 'cutFactors' | 'pickingCurve' | 'yieldG' | 'finalSurvival' | 'packout'
  >,
  turnoverDays: number,
): CutsChoice[] {
  requireWithin('turnoverDays', turnoverDays, [0, 60]);
  const firstG = crop.yieldG * crop.finalSurvival * crop.packout;
  let totalG = 0;
  return Array.from({ length: crop.cutsMax }, (_, i) => {
    const cutG = firstG * cutFactor(crop, i + 1);
    totalG += cutG;
    const days = crop.finalDays + i * crop.regrowDays + turnoverDays;
    return {
      cuts: i + 1,
      perPlaceDay: totalG / days,
      lastCutPerDay: i === 0 ? totalG / days : cutG / Math.max(1, crop.regrowDays),
    };
  });
}

/** The number of cuts that gives most for each place and day. */
export function bestCuts(choices: readonly CutsChoice[]): CutsChoice {
  return choices.reduce((best, c) => (c.perPlaceDay > best.perPlaceDay ? c : best));
}

export interface SpacingChoice {
  /** Bed that one plant takes from transplant to harvest, m²·days. */
  m2Days: number;
  /** Plants that leave a square metre of bed in a week, good enough to pack. */
  headsPerM2Week: number;
  minutesPerHead: number;
}

interface SpacingArgs {
  /** Minutes to plant one, and to take one up and set it again. */
  plantMin: number;
  respaceMin: number;
}

/**
 * A crop planted once at its final spacing against the same crop stood denser first: what a square metre of bed gives in a week, and
 * what a head costs in work.
 * @param crop its stages decide the second; without any, both are alike
 */
export function spacingsCompared(
  crop: Pick<Crop, 'stages' | 'finalDays' | 'finalPerM2' | 'finalSurvival' | 'packout'>,
  { plantMin, respaceMin }: SpacingArgs,
): { once: SpacingChoice; respaced: SpacingChoice } {
  const good = crop.finalSurvival * crop.packout;
  const of = (m2Days: number, moves: number): SpacingChoice => ({
    m2Days,
    headsPerM2Week: (7 * good) / m2Days,
    minutesPerHead: (plantMin + moves * respaceMin) / good,
  });
  const stages = bedStages(crop);
  return {
    once: of(crop.finalDays / crop.finalPerM2, 0),
    respaced: of(
      stages.reduce((sum, s) => sum + s.days / s.perM2, 0),
      stages.length - 1,
    ),
  };
}
