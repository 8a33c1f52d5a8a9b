import { word } from '../../words/words';
import type { TableKindModule } from '../tableKind';

export const module: TableKindModule = {
  kind: 'prices',
  title: word`Prices`,
  says: word`What a kilogram, head or bunch of each product costs for orders taken from now on.`,
  act: 'setup.prices@1',
  opening: true,
  columns: [
    {
      name: 'product',
      label: word`Product`,
      heads: /^(product|item|what|goods)/,
      kind: 'choice',
      from: 'products',
      example: 'Butterhead lettuce',
    },
    { name: 'priceMinor', label: word`Price`, heads: /^(price|cost|rate)/, kind: 'money', example: '1.40' },
  ],
};
