import { word } from '../../words/words';
import type { TableKindModule } from '../tableKind';

export const module: TableKindModule = {
  kind: 'seed',
  title: word`Seed`,
  says: word`Seed in the store, by crop and lot.`,
  act: 'opening.seed@1',
  opening: true,
  columns: [
    {
      name: 'crop',
      label: word`Crop`,
      heads: /^(crop|variety|plant|kind)/,
      kind: 'choice',
      from: 'crops',
      example: 'Butterhead lettuce',
    },
    {
      name: 'count',
      label: word`How many seeds`,
      heads: /^(count|how many|number|seeds|n$|qty)/,
      kind: 'count',
      example: '5000',
    },
    {
      name: 'code',
      label: word`Lot on the packet`,
      heads: /^(lot|batch|code|packet)/,
      kind: 'text',
      optional: true,
      example: 'S22',
    },
  ],
};
