import type { ReadingKindModule } from './readingKind';

export const module: ReadingKindModule = {
  kind: 'tan',
  name: 'total ammonia',
  low: 0,
  high: 50,
  unit: 'mg/L',
  why: 'kits end there',
  fieldLabel: 'Total ammonia, mg/L',
  quantity: null,
  daily: null,
};
