import { word } from '../../words/words';
import type { ReadingKindModule } from './readingKind';

export const module: ReadingKindModule = {
  kind: 'light',
  name: word`light of the day`,
  low: 0,
  high: 80,
  unit: word`mol/m²`,
  why: word`no day on earth is brighter`,
  fieldLabel: word`Light of the day, mol/m²`,
  quantity: null,
  daily: null,
  holdsH: 48,
  jump: 40,
};
