import { word } from '../../words/words';
import type { ReadingKindModule } from './readingKind';

export const module: ReadingKindModule = {
  kind: 'tan',
  name: word`total ammonia`,
  low: 0,
  high: 50,
  unit: word`mg/L`,
  why: word`kits end there`,
  fieldLabel: word`Total ammonia, mg/L`,
  quantity: null,
  daily: null,
  holdsH: 192,
  jump: 2,
};
