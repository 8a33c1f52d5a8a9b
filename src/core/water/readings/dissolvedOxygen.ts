import type { ReadingKindModule } from './readingKind';

export const module: ReadingKindModule = {
  kind: 'do',
  name: 'dissolved oxygen',
  low: 0,
  high: 25,
  unit: 'mg/L',
  why: 'water cannot hold more',
  fieldLabel: 'Dissolved oxygen, mg/L',
  quantity: null,
  daily: 3,
};
