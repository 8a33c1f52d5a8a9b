import type { LotKindModule } from './lotKind';

export const module = { kind: 'packed_fish', words: 'packed fish', topic: 'market' } as const satisfies LotKindModule;
