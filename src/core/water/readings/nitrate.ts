import type { ReadingKindModule } from './readingKind';

export const module: ReadingKindModule = {
  kind: 'no3',
  name: 'nitrate',
  low: 0,
  high: 1000,
  unit: 'mg/L',
  why: 'kits end there',
  fieldLabel: 'Nitrate, mg/L',
  quantity: null,
  daily: null,
};
