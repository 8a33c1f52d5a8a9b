import type { LotKindModule } from './lotKind';

export const module = { kind: 'feed', words: 'feed', topic: 'feed' } as const satisfies LotKindModule;
