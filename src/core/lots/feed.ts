import { word } from '../words/words';
import type { LotKindModule } from './lotKind';

export const module = { kind: 'feed', words: word`feed`, topic: 'feed' } as const satisfies LotKindModule;
