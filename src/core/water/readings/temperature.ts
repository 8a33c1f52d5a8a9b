import type { ReadingKindModule } from './readingKind';

export const module: ReadingKindModule = {
  kind: 't',
  name: 'temperature',
  low: -2,
  high: 45,
  unit: '°C',
  why: 'no fish water is colder or hotter',
  fieldLabel: 'Temperature',
  quantity: 'temperature',
  daily: 1,
};
