import { word } from '../../words/words';
import type { TableKindModule } from '../tableKind';

export const module: TableKindModule = {
  kind: 'customers',
  title: word`Customers`,
  says: word`Who buys, and through which channel.`,
  act: 'setup.customers@1',
  opening: true,
  columns: [
    {
      name: 'name',
      label: word`Customer`,
      heads: /^(customer|name|client|buyer)/,
      kind: 'text',
      example: 'Saturday stall',
    },
    {
      name: 'channel',
      label: word`Sales channel`,
      heads: /^(channel|way|type|kind)/,
      kind: 'choice',
      from: 'channels',
      example: 'market stall',
    },
    {
      name: 'priceList',
      label: word`Price list`,
      heads: /^(price|list|tariff)/,
      kind: 'text',
      optional: true,
      example: '',
    },
  ],
};
