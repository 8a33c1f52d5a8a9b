import { word } from '../../words/words';
import type { ReadingKindModule } from './readingKind';

/** Meters turn conductivity into solids by a scale of their own: the one of 500 is asked for, since others read up to 40 % more. */
export const module: ReadingKindModule = {
  kind: 'tds',
  name: word`dissolved solids`,
  low: 0,
  high: 30_000,
  unit: word`ppm (scale 500)`,
  why: word`sea water is 25,000 on the scale of 500`,
  fieldLabel: word`Dissolved solids, ppm on the scale of 500 (1 mS/cm = 500 ppm)`,
  quantity: null,
  daily: null,
  holdsH: 96,
  jump: 500,
};
