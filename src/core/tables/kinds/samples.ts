import { word } from '../../words/words';
import { SIZE_COLUMNS } from '../columns';
import type { TableKindModule } from '../tableKind';

export const module: TableKindModule = {
  kind: 'samples',
  title: word`Weighings`,
  says: word`One row for each time that fish of a cohort were weighed or measured.`,
  act: 'bring.samples@1',
  opening: false,
  columns: [
    {
      name: 'cohort',
      label: word`Cohort`,
      heads: /^(cohort|lot|batch|fish|group)/,
      kind: 'choice',
      from: 'cohorts',
      example: 'TIL-2603',
    },
    {
      name: 'day',
      label: word`Weighed on`,
      heads: /^(day|date|weighed|sampled|when)/,
      kind: 'day',
      past: true,
      example: '2026-05-04',
    },
    ...SIZE_COLUMNS,
    {
      name: 'count',
      label: word`Fish weighed`,
      heads: /^(count|how many|number|n$|sample size|qty)/,
      kind: 'count',
      optional: true,
      example: '30',
    },
  ],
};
