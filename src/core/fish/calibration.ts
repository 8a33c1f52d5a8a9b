import { requireWithin } from '../errors';

export interface SamplePoint {
  /** What the library's growth adds to the root weight from the start to the sample day, g^⅓ (multiplier 1). */
  expectedGainG13: number;
  meanWeightG: number;
  sampleCount: number;
}

export interface Calibration {
  /** The cohort grows this many times as fast as the library says. */
  multiplier: number;
  /** One standard error of the multiplier: the band of the forecast. */
  standardError: number;
  sampleCount: number;
  /** Last sample against what the fit without it would have said, as a share of the forecast; null with one sample. */
  lastForecastError: number | null;
}

/** A guess worth about this many weighed fish: few weighed fish barely move it. */
const PRIOR_WEIGHT_FISH = 15;
/** How far cohorts usually stray from the library, one standard deviation. Planning default. */
const PRIOR_SPREAD = 0.12;

interface CalibrateGrowthArgs {
  startG: number;
  samples: readonly SamplePoint[];
  cv: number;
  priorPace?: number;
}

/**
 * Fits one growth multiplier to a cohort's samples: least squares on root weight through the stocking weight,
 * each sample weighted by the fish weighed and pulled to 1 by a prior worth 15 fish.
 * @param startG mean weight at stocking, g
 * @param priorPace multiplier of the lots it was graded out of; 1 for fish that came from outside
 * @param cv coefficient of variation of single fish, for the error of a sample mean
 */
export function calibrateGrowth({ startG, samples, cv, priorPace = 1 }: CalibrateGrowthArgs): Calibration {
  requireWithin('startG', startG, [0.01, 50_000]);
  const usable = samples.filter((s) => s.expectedGainG13 > 0.05 && s.sampleCount > 0);
  const fitted = fit({ startG, samples: usable, cv, priorPace });
  const last = usable.at(-1);
  let lastForecastError: number | null = null;
  if (last && usable.length > 1) {
    const before = fit({ startG, samples: usable.slice(0, -1), cv, priorPace });
    const forecastG = (Math.cbrt(startG) + before.multiplier * last.expectedGainG13) ** 3;
    lastForecastError = last.meanWeightG / forecastG - 1;
  }
  return { ...fitted, sampleCount: usable.length, lastForecastError };
}

interface FitArgs {
  startG: number;
  samples: readonly SamplePoint[];
  cv: number;
  priorPace: number;
}

function fit({ startG, samples, cv, priorPace }: FitArgs) {
  const root0 = Math.cbrt(startG);
  const meanGain = samples.reduce((sum, s) => sum + s.expectedGainG13, 0) / (samples.length || 1) || 1;
  let bottom = PRIOR_WEIGHT_FISH * meanGain * meanGain;
  let top = bottom * priorPace;
  for (const s of samples) {
    top += s.sampleCount * s.expectedGainG13 * (Math.cbrt(s.meanWeightG) - root0);
    bottom += s.sampleCount * s.expectedGainG13 ** 2;
  }
  const multiplier = Math.min(2.5, Math.max(0.2, top / bottom));
  const fish = samples.reduce((sum, s) => sum + s.sampleCount, 0);
  // A root weight's relative error is a third of the weight's; a floor keeps the band honest about the model itself.
  const samplingError = ((cv / 3) * 2) / Math.sqrt(fish + PRIOR_WEIGHT_FISH);
  const shrunkPrior = PRIOR_SPREAD * Math.sqrt(PRIOR_WEIGHT_FISH / (fish + PRIOR_WEIGHT_FISH));
  return { multiplier, standardError: Math.max(0.02, Math.hypot(samplingError, shrunkPrior)) };
}
