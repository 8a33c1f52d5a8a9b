import type { LotKindModule } from './lotKind';

export const module = {
  kind: 'live_fish',
  words: 'live fish in holding',
  topic: 'market',
} as const satisfies LotKindModule;
