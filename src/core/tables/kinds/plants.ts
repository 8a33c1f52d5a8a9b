import { word } from '../../words/words';
import type { TableKindModule } from '../tableKind';

export const module: TableKindModule = {
  kind: 'plants',
  title: word`Plants`,
  says: word`One row for each planting: what stands where, how many, sown when and, in a bed, transplanted when.`,
  act: 'opening.plants@1',
  opening: true,
  columns: [
    {
      name: 'place',
      label: word`Bed or nursery`,
      heads: /^(bed|place|code|where|nursery)/,
      kind: 'choice',
      from: 'beds',
      example: 'R1',
    },
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
      label: word`How many`,
      heads: /^(count|how many|number|plants|n$|qty)/,
      kind: 'count',
      example: '144',
    },
    { name: 'sownOn', label: word`Sown on`, heads: /^(sown|sow|date|day|seeded)/, kind: 'day', example: '2026-04-02' },
    {
      name: 'transplantedOn',
      label: word`Transplanted on`,
      heads: /^(transplant|planted|moved)/,
      kind: 'day',
      optional: true,
      example: '2026-04-20',
    },
  ],
};
