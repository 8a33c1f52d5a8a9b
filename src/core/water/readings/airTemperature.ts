import { word } from '../../words/words';
import type { ReadingKindModule } from './readingKind';

export const module: ReadingKindModule = {
  kind: 'air',
  name: word`air temperature`,
  low: -30,
  high: 55,
  unit: word`°C`,
  why: word`no house or field is colder or hotter`,
  fieldLabel: word`Air temperature`,
  quantity: 'temperature',
  daily: null,
  holdsH: 48,
  jump: 20,
};
