import { word } from '../words/words';
import type { LotKindModule } from './lotKind';

export const module = { kind: 'planting', words: word`planting`, topic: 'plants' } as const satisfies LotKindModule;
