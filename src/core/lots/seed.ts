import { word } from '../words/words';
import type { LotKindModule } from './lotKind';

export const module = { kind: 'seed', words: word`seed`, topic: 'plants' } as const satisfies LotKindModule;
