import { word } from '../../words/words';
import type { ReadingKindModule } from './readingKind';

export const module: ReadingKindModule = {
  kind: 'ph',
  name: 'pH',
  low: 3,
  high: 11,
  unit: '',
  why: word`outside that the probe is wrong or everything is dead`,
  fieldLabel: 'pH',
  quantity: null,
  daily: 2,
  holdsH: 48,
  jump: 0.8,
};
