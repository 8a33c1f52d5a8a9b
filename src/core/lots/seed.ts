import type { LotKindModule } from './lotKind';

export const module = { kind: 'seed', words: 'seed', topic: 'plants' } as const satisfies LotKindModule;
