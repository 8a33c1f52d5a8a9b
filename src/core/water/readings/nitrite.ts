import type { ReadingKindModule } from './readingKind';

export const module: ReadingKindModule = {
  kind: 'no2',
  name: 'nitrite',
  low: 0,
  high: 50,
  unit: 'mg/L',
  why: 'kits end there',
  fieldLabel: 'Nitrite, mg/L',
  quantity: null,
  daily: null,
};
