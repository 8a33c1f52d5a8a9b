import { word } from '../../words/words';
import type { TableKindModule } from '../tableKind';

export const module: TableKindModule = {
  kind: 'places',
  title: word`Places`,
  says: word`Tanks, beds, nurseries and stores, one a row, with what they hold.`,
  act: 'place.bring@1',
  opening: false,
  columns: [
    { name: 'code', label: word`Code`, heads: /^(code|name|place|tank|bed)/, kind: 'text', example: 'H7' },
    {
      name: 'role',
      label: word`What it is`,
      heads: /^(what|role|kind|type)/,
      kind: 'choice',
      from: 'roles',
      example: 'tank',
    },
    {
      name: 'loop',
      label: word`Loop`,
      heads: /^(loop|system|water$)/,
      kind: 'choice',
      from: 'loops',
      optional: true,
      example: 'Heron',
    },
    {
      name: 'room',
      label: word`Room`,
      heads: /^(room|zone|hall|house)/,
      kind: 'text',
      optional: true,
      example: 'Hall',
    },
    {
      name: 'volumeM3',
      label: word`Water, m³`,
      heads: /^(m3|m³|volume.*m[3³]|cubic)/,
      kind: 'number',
      optional: true,
      example: '11',
    },
    {
      name: 'volumeL',
      label: word`or water, L`,
      heads: /^(volume|litres?|liters?|l$)/,
      kind: 'number',
      optional: true,
      example: '',
    },
    {
      name: 'volumeGal',
      label: word`or water, gal`,
      heads: /^(gal|gallons?|.*\(gal\))/,
      kind: 'number',
      optional: true,
      example: '',
    },
    {
      name: 'limitKgM3',
      label: word`Highest density, kg/m³`,
      heads: /^(most|limit|density|kg)/,
      kind: 'number',
      optional: true,
      example: '40',
    },
    {
      name: 'method',
      label: word`Grows in`,
      heads: /^(grows|method|system)/,
      kind: 'choice',
      from: 'methods',
      optional: true,
      example: '',
    },
    {
      name: 'positions',
      label: word`Places for plants`,
      heads: /^(places|positions|holes|sites|plants)/,
      kind: 'count',
      optional: true,
      example: '',
    },
    {
      name: 'pieceSize',
      label: word`Places in one piece`,
      heads: /^(piece|per raft|per tray|in one)/,
      kind: 'count',
      optional: true,
      example: '',
    },
    { name: 'areaM2', label: word`Area, m²`, heads: /^(area|m2|m²)/, kind: 'number', optional: true, example: '' },
  ],
  asSent: ({ volumeM3, volumeGal, ...value }) => {
    if (typeof volumeM3 === 'number') return { ...value, volumeL: thousandths(volumeM3 * 1000) };
    return typeof volumeGal === 'number' ? { ...value, volumeL: thousandths(volumeGal * US_GALLON_L) } : value;
  },
};

/** By definition. */
const US_GALLON_L = 3.785411784;
const thousandths = (value: number) => Math.round(value * 1000) / 1000;
