import type { FilterMedia } from '../facts/farm';

/** Beds of stone, clay or sand filter the water that runs through them. */
const FILTERING: readonly (string | null)[] = ['media', 'sand'];

export const isFilterBed = ({ method }: { method: string | null }): boolean => FILTERING.includes(method);

/** Depth of which nothing was said, m. Planning default; FAO Fisheries and Aquaculture Technical Paper 589 builds beds 30 cm deep. */
export const USUAL_DEPTH_M = 0.25;
/** Surface of expanded clay or gravel of 8 to 20 mm, m²/m³ (FAO 589 gives 250 to 300). */
const SURFACE_M2_PER_M3 = 250;
/** Ammonia nitrogen turned over at 20 °C, g per m² and day: under half of a washed filter's, because solids and roots share the surface. Planning default. */
const G_TAN_PER_M2_DAY = 0.2;

interface Bed {
  code: string;
  areaM2: number | null;
  depthM?: number | null;
}

/** A bed as the filter that it is. */
export const filterOfBed = ({ code, areaM2, depthM }: Bed, usualDepthM = USUAL_DEPTH_M): FilterMedia => ({
  name: code,
  volumeM3: (areaM2 ?? 0) * (depthM || usualDepthM),
  surfaceM2PerM3: SURFACE_M2_PER_M3,
  gTanPerM2Day: G_TAN_PER_M2_DAY,
});
