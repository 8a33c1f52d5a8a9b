import type { LotKindModule } from './lotKind';

export const module = { kind: 'cohort', words: 'cohort of fish', topic: 'fish' } as const satisfies LotKindModule;
