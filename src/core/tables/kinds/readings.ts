import { READING_KINDS } from '../../water/readings/readings';
import { word } from '../../words/words';
import { TIME_COLUMN } from '../columns';
import type { TableColumn, TableKindModule } from '../tableKind';

/** Heads that loggers and wall charts give to a reading, beside its own name. */
const HEADS: Readonly<Record<string, RegExp>> = {
  t: /^(temp|water temp|t$|°c|t °c)/,
  do: /^(o2|do\b|oxygen|dissolved)/,
  ph: /^ph\b/,
  tan: /^(tan|total ammonia|ammonia|nh)/,
  no2: /^(no2|nitrite)/,
  no3: /^(no3|nitrate)/,
};

const EXAMPLES: Readonly<Record<string, string>> = { t: '23.4', do: '6.8', ph: '6.9' };

const own: TableColumn[] = [...READING_KINDS.values()].map((r) => ({
  name: r.kind,
  label: r.fieldLabel,
  heads: HEADS[r.kind] ?? new RegExp(`^${r.kind}$`),
  kind: 'reading',
  reading: r.kind,
  optional: true,
  oneOf: 'reading',
  example: EXAMPLES[r.kind] ?? '',
}));

export const module: TableKindModule = {
  kind: 'readings',
  title: word`Readings`,
  says: word`One row for each moment, with a column for each reading; or one row for each reading, with its kind and its value.`,
  act: 'bring.readings@1',
  opening: false,
  columns: [
    { name: 'loop', label: word`Loop`, heads: /^(loop|system|where)/, kind: 'choice', from: 'loops', example: 'A' },
    {
      name: 'day',
      label: word`Day`,
      heads: /^(day|date|timestamp|taken|datetime|when)/,
      kind: 'day',
      past: true,
      example: '2026-05-04',
    },
    TIME_COLUMN,
    {
      name: 'kind',
      label: word`Which reading`,
      heads: /^(kind|reading|parameter|sensor|what)/,
      kind: 'choice',
      from: 'readings',
      optional: true,
      example: '',
    },
    {
      name: 'value',
      label: word`Its value`,
      heads: /^(value|result|measured)/,
      kind: 'reading',
      optional: true,
      oneOf: 'reading',
      example: '',
    },
    ...own,
  ],
  asSent: ({ loop, day, time, kind, value, ...values }) => ({
    loop,
    day,
    ...(time ? { time } : {}),
    values: kind === undefined || value === undefined ? values : { ...values, [String(kind)]: value },
  }),
};
