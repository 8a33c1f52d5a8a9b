import { word } from '../../words/words';
import type { TableKindModule } from '../tableKind';

export const module: TableKindModule = {
  kind: 'goods',
  title: word`Packed goods`,
  says: word`What lies packed and ready to sell: kilograms or pieces, and the day it was packed.`,
  act: 'opening.goods@1',
  opening: true,
  columns: [
    {
      name: 'product',
      label: word`Product`,
      heads: /^(product|item|what|goods)/,
      kind: 'choice',
      from: 'products',
      example: 'Nile tilapia',
    },
    {
      name: 'quantity',
      label: word`Quantity`,
      heads: /^(quantity|qty|amount|kg|pieces|weight)/,
      kind: 'quantity',
      example: '12.5',
    },
    { name: 'packedOn', label: word`Packed on`, heads: /^(packed|date|day|made)/, kind: 'day', example: '2026-05-03' },
  ],
};
