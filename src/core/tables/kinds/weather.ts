import { word } from '../../words/words';
import type { TableKindModule } from '../tableKind';

export const module: TableKindModule = {
  kind: 'weather',
  title: word`Weather`,
  says: word`One row a day, without a gap: the mean air outside, and the light of the day where it was read. It takes the place of the stand-in for your place.`,
  act: 'bring.weather@1',
  opening: false,
  columns: [
    {
      name: 'day',
      label: word`Day`,
      heads: /^(day|date|when)/,
      kind: 'day',
      past: true,
      example: '2026-05-04',
    },
    {
      name: 'airC',
      label: word`Mean air outside, °C`,
      heads: /^(air|temp|mean|t$|°c)/,
      kind: 'number',
      example: '14.6',
    },
    {
      name: 'lightMol',
      label: word`Light of the day, mol/m²`,
      heads: /^(light|dli|mol|par)/,
      kind: 'number',
      optional: true,
      example: '21.5',
    },
  ],
};
