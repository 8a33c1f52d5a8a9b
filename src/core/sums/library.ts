import { soldFromBench } from '../crops/recipe';
import { word } from '../words/words';
import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../library/defaults';
import type { Crop, Species } from '../library/types';
import type { SumChoice } from './sum';

export const SPECIES: SumChoice = { name: 'species', words: word`Species`, of: 'species', start: 'nile-tilapia' };
export const CROP: SumChoice = { name: 'crop', words: word`Crop`, of: 'crop', start: 'butterhead-lettuce' };

/** Seedlings for sale stand in no bed: no sum of a bed asks for them. */
const GROWN_IN_BEDS = CROP_DEFAULTS.filter((c) => !soldFromBench(c));

/** Codes and names to choose from. */
export function choicesOf({ of }: SumChoice): [code: string, name: string][] {
  return (of === 'species' ? SPECIES_DEFAULTS : GROWN_IN_BEDS).map((x) => [x.code, x.name]);
}

export const speciesOf = (code: string): Species => SPECIES_DEFAULTS.find((s) => s.code === code)!;
export const cropOf = (code: string): Crop => CROP_DEFAULTS.find((c) => c.code === code)!;
