import { word } from '../words/words';
import type { LotKindModule } from './lotKind';

export const module = { kind: 'cohort', words: word`cohort of fish`, topic: 'fish' } as const satisfies LotKindModule;
