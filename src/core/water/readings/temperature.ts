import { word } from '../../words/words';
import type { ReadingKindModule } from './readingKind';

export const module: ReadingKindModule = {
  kind: 't',
  name: word`temperature`,
  low: -2,
  high: 45,
  unit: word`°C`,
  why: word`no fish water is colder or hotter`,
  fieldLabel: word`Temperature`,
  quantity: 'temperature',
  daily: 1,
  holdsH: 48,
  jump: 4,
};
