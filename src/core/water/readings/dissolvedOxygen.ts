import { word } from '../../words/words';
import type { ReadingKindModule } from './readingKind';

export const module: ReadingKindModule = {
  kind: 'do',
  name: word`dissolved oxygen`,
  low: 0,
  high: 25,
  unit: word`mg/L`,
  why: word`water cannot hold more`,
  fieldLabel: word`Dissolved oxygen, mg/L`,
  quantity: null,
  daily: 3,
  holdsH: 36,
  jump: 4,
};
