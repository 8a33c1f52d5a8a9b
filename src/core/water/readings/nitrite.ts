import { word } from '../../words/words';
import type { ReadingKindModule } from './readingKind';

export const module: ReadingKindModule = {
  kind: 'no2',
  name: word`nitrite`,
  low: 0,
  high: 50,
  unit: word`mg/L`,
  why: word`kits end there`,
  fieldLabel: word`Nitrite, mg/L`,
  quantity: null,
  daily: null,
  holdsH: 192,
  jump: 2,
};
