import { word } from '../words/words';
import type { LotKindModule } from './lotKind';

export const module = {
  kind: 'beneficial',
  words: word`beneficials`,
  topic: 'keeping',
} as const satisfies LotKindModule;
