import { word } from '../../words/words';
import type { TableKindModule } from '../tableKind';

export const module: TableKindModule = {
  kind: 'orders',
  title: word`Orders already taken`,
  says: word`Rows of one customer and day become one order.`,
  act: 'opening.orders@1',
  opening: true,
  together: ['customer', 'dueDay'],
  columns: [
    {
      name: 'customer',
      label: word`Customer`,
      heads: /^(customer|name|client|buyer)/,
      kind: 'choice',
      from: 'customers',
      example: 'Saturday stall',
    },
    {
      name: 'product',
      label: word`Product`,
      heads: /^(product|item|what|goods)/,
      kind: 'choice',
      from: 'products',
      example: 'Butterhead lettuce',
    },
    {
      name: 'quantity',
      label: word`Quantity`,
      heads: /^(quantity|qty|amount|kg|pieces|weight)/,
      kind: 'quantity',
      example: '40',
    },
    { name: 'dueDay', label: word`Due on`, heads: /^(due|date|day|deliver)/, kind: 'day', example: '2026-05-09' },
  ],
};
