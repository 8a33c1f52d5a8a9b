import { word } from '../words/words';
import type { LotKindModule } from './lotKind';

export const module = {
  kind: 'packed_produce',
  words: word`packed produce`,
  topic: 'market',
} as const satisfies LotKindModule;
