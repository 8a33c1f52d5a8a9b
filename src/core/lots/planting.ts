import type { LotKindModule } from './lotKind';

export const module = { kind: 'planting', words: 'planting', topic: 'plants' } as const satisfies LotKindModule;
