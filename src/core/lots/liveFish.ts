import { word } from '../words/words';
import type { LotKindModule } from './lotKind';

export const module = {
  kind: 'live_fish',
  words: word`live fish in holding`,
  topic: 'market',
} as const satisfies LotKindModule;
