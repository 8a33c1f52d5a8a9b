import { word } from '../../words/words';
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
    {
      name: 'meanG',
      label: word`Mean weight`,
      heads: /^(mean|weight|avg|average|g$|grams)/,
      kind: 'smallMass',
      optional: true,
      oneOf: 'size',
      example: '180',
    },
    {
      name: 'lengthCm',
      label: word`or mean length`,
      heads: /^(length|cm)/,
      kind: 'length',
      optional: true,
      oneOf: 'size',
      example: '',
    },
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
