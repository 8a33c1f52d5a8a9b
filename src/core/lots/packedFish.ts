import { word } from '../words/words';
import type { LotKindModule } from './lotKind';

export const module = {
  kind: 'packed_fish',
  words: word`packed fish`,
  topic: 'market',
} as const satisfies LotKindModule;
