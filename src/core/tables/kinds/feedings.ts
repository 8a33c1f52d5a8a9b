import { word } from '../../words/words';
import { TIME_COLUMN } from '../columns';
import type { TableKindModule } from '../tableKind';

export const module: TableKindModule = {
  kind: 'feedings',
  title: word`Feedings`,
  says: word`What fish ate before the app was there. It comes out of feed from before; what lies in the store now is not lowered.`,
  act: 'bring.feedings@1',
  opening: false,
  together: ['day', 'tank'],
  columns: [
    {
      name: 'tank',
      label: word`Tank`,
      heads: /^(tank|place|code|where)/,
      kind: 'choice',
      from: 'tanks',
      example: 'H1',
    },
    {
      name: 'day',
      label: word`Day`,
      heads: /^(day|date|timestamp|fed on|when)/,
      kind: 'day',
      past: true,
      example: '2026-05-04',
    },
    TIME_COLUMN,
    {
      name: 'massG',
      label: word`Feed`,
      heads: /^(feed|mass|amount|weight|kg|quantity|given|g$)/,
      kind: 'mass',
      example: '1.2',
    },
    {
      name: 'response',
      label: word`How they ate`,
      heads: /^(response|appetite|how|ate)/,
      kind: 'choice',
      from: 'appetites',
      optional: true,
      example: 'eager',
    },
  ],
};
