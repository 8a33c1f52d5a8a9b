import { word } from '../../words/words';
import type { ReadingKindModule } from './readingKind';

export const module: ReadingKindModule = {
  kind: 'no3',
  name: word`nitrate`,
  low: 0,
  high: 1000,
  unit: word`mg/L`,
  why: word`kits end there`,
  fieldLabel: word`Nitrate, mg/L`,
  quantity: null,
  daily: null,
  holdsH: 336,
  jump: 60,
};
