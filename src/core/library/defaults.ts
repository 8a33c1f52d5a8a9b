import crops from './crops.json';
import species from './species.json';
import type { Crop, Species } from './types';

/** Planning defaults. They are not measurements of any farm; each farm has and may change its own copy. */
export const SPECIES_DEFAULTS = species as unknown as readonly Species[];
export const CROP_DEFAULTS = crops as unknown as readonly Crop[];
