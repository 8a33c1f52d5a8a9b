import type { LotKindModule } from './lotKind';

export const module = {
  kind: 'packed_produce',
  words: 'packed produce',
  topic: 'market',
} as const satisfies LotKindModule;
