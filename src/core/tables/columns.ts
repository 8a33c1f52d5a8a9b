import { word } from '../words/words';
import type { TableColumn } from './tableKind';

/** How large fish are: their mean weight, or their mean length. */
export const SIZE_COLUMNS: TableColumn[] = [
  {
    name: 'meanG',
    label: word`Mean weight`,
    heads: /^(mean|weight|avg|average|g$|grams)/,
    kind: 'smallMass',
    optional: true,
    oneOf: 'size',
    example: '180',
  },
  {
    name: 'lengthCm',
    label: word`or mean length`,
    heads: /^(length|cm)/,
    kind: 'length',
    optional: true,
    oneOf: 'size',
    example: '',
  },
];

/** The time of a record, where somebody wrote it down. */
export const TIME_COLUMN: TableColumn = {
  name: 'time',
  label: word`Time`,
  heads: /^(time|hour|at$)/,
  kind: 'time',
  optional: true,
  example: '07:30',
};
