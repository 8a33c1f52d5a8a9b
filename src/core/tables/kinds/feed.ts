import { word } from '../../words/words';
import type { TableKindModule } from '../tableKind';

export const module: TableKindModule = {
  kind: 'feed',
  title: word`Feed`,
  says: word`Each sack or lot of feed in the store, and which fish it is for.`,
  act: 'opening.feed@1',
  opening: true,
  columns: [
    {
      name: 'species',
      label: word`For which fish`,
      heads: /^(species|fish|for)/,
      kind: 'choice',
      from: 'species',
      example: 'Nile tilapia',
    },
    { name: 'massG', label: word`Weight`, heads: /^(weight|mass|kg|amount|quantity)/, kind: 'mass', example: '150' },
    {
      name: 'code',
      label: word`Lot on the sack`,
      heads: /^(lot|batch|code|sack)/,
      kind: 'text',
      optional: true,
      example: 'A417',
    },
  ],
};
