import { word } from '../../words/words';
import { SIZE_COLUMNS } from '../columns';
import type { TableKindModule } from '../tableKind';

export const module: TableKindModule = {
  kind: 'fish',
  title: word`Fish`,
  says: word`One row for each lot in each tank: how many, and what they weighed or how long they were on which day.`,
  act: 'opening.fish@1',
  opening: true,
  columns: [
    {
      name: 'place',
      label: word`Tank`,
      heads: /^(tank|place|code|where)/,
      kind: 'choice',
      from: 'tanks',
      example: 'H1',
    },
    {
      name: 'species',
      label: word`Species`,
      heads: /^(species|fish|kind)/,
      kind: 'choice',
      from: 'species',
      example: 'Nile tilapia',
    },
    {
      name: 'count',
      label: word`How many`,
      heads: /^(count|how many|number|fish count|n$|qty)/,
      kind: 'count',
      example: '420',
    },
    ...SIZE_COLUMNS,
    {
      name: 'weighedOn',
      label: word`Weighed on`,
      heads: /^(weighed|date|day|measured|sampled)/,
      kind: 'day',
      optional: true,
      example: '2026-05-04',
    },
    {
      name: 'supplier',
      label: word`From whom`,
      heads: /^(supplier|from|hatchery)/,
      kind: 'text',
      optional: true,
      example: '',
    },
  ],
};
