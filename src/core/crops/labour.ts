import type { Crop } from '../library/types';

/** Minutes of work for 100 plants, by job. */
export interface CropLabour {
  sowMin100: number;
  transplantMin100: number;
  respaceMin100: number;
  pickMin100: number;
  clearMin100: number;
}

export const LABOUR_NAMES = ['sowMin100', 'transplantMin100', 'respaceMin100', 'pickMin100', 'clearMin100'] as const;

/** Planning defaults: seeds by hand seeder into plugs, plugs by hand into rafts or film, heads cut and bagged one by one. */
const USUAL: CropLabour = { sowMin100: 4, transplantMin100: 8, respaceMin100: 8, pickMin100: 25, clearMin100: 4 };

/** Where picking is another work than cutting a head. A pick of a fruiting plant takes all that is ripe on it. */
const BY_KIND: Readonly<Record<string, Partial<CropLabour>>> = {
  'cut leaf': { pickMin100: 10 },
  herb: { pickMin100: 18 },
  fruiting: { pickMin100: 45, transplantMin100: 15, clearMin100: 40 },
  'root and stem': { pickMin100: 12 },
  flower: { pickMin100: 30 },
  seedling: { pickMin100: 6 },
};

/** Washing hands, fetching trays and tools, writing it down: minutes each time, whatever the number. Planning defaults. */
const EACH_TIME_MIN = { sow: 10, transplant: 10, respace: 10, pick: 15, clear: 15 } as const;

export type PlantJob = keyof typeof EACH_TIME_MIN;

/** What a crop's jobs take, as the farm has set it or by its kind. */
export function labourOf(crop: Crop): CropLabour {
  const own = Object.fromEntries(LABOUR_NAMES.filter((n) => crop[n] !== undefined).map((n) => [n, crop[n]!]));
  return { ...USUAL, ...BY_KIND[crop.kind], ...own };
}

/** Minutes of a job: those of each time, and those that go with its number. */
export function jobMinutes(job: PlantJob, crop: Crop): { eachTime: number; perPlant: number } {
  return { eachTime: EACH_TIME_MIN[job], perPlant: labourOf(crop)[`${job}Min100`] / 100 };
}

/** Minutes of one job on the round and in a plan. @param crop undefined: not in the library any more */
export function minutesOf(job: PlantJob, crop: Crop | undefined, count: number): number {
  if (!crop) return EACH_TIME_MIN[job];
  const { eachTime, perPlant } = jobMinutes(job, crop);
  return Math.round(eachTime + perPlant * count);
}
