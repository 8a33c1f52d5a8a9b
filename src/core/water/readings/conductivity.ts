import { word } from '../../words/words';
import type { ReadingKindModule } from './readingKind';

export const module: ReadingKindModule = {
  kind: 'ec',
  name: word`conductivity`,
  low: 0,
  high: 60,
  unit: word`mS/cm`,
  why: word`sea water is 50`,
  fieldLabel: word`Conductivity at 25 °C, mS/cm`,
  quantity: null,
  daily: null,
  holdsH: 96,
  jump: 1,
};
