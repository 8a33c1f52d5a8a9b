import { afterEach, describe, expect, test } from 'vitest';
import { contentKey } from '../../../src/core/contentKey';
import { passwordFault } from '../../../src/core/passwords';
import { METRIC } from '../../../src/core/quantity/units';
import { isTwoWays, mapColumns, readRow, rowsByColumn, type TableReading } from '../../../src/core/tables/readTable';
import { checkTable, packets } from '../../../src/core/tables/checkTable';
import { TABLE_KINDS, tableKind, SAME_EVERYWHERE } from '../../../src/core/tables/tables';
import { HOME, speakFrom } from '../../../src/core/words/words';

const NONE = {
  ...SAME_EVERYWHERE,
  loops: [],
  customers: [],
  cohorts: [],
  readings: [],
  channels: [],
  appetites: [],
} as const;
const about = (kind: string, over: Partial<TableReading> = {}): TableReading => ({
  kind: tableKind(kind)!,
  choices: {
    ...NONE,
    tanks: [['H1', 'Tank H1']],
    beds: [['R1', 'Bed R1']],
    species: [['nile-tilapia', 'Nile tilapia']],
    crops: [
      ['butterhead-lettuce', 'Butterhead lettuce'],
      ['oakleaf-lettuce', 'Oakleaf lettuce'],
    ],
    products: [
      ['butterhead-lettuce', 'Butterhead lettuce'],
      ['nile-tilapia', 'Nile tilapia'],
    ],
  },
  units: METRIC,
  currency: 'EUR',
  today: '2026-05-14',
  unitOfProduct: (code) => (code === 'nile-tilapia' ? 'kg' : 'head'),
  ...over,
});
const FISH = { place: 'h1', species: 'Nile tilapia', count: '200', meanG: '180' };

afterEach(() => speakFrom(() => HOME));

describe('a row of a table', () => {
  test('is read into what is stored, by code or name', () => {
    expect(readRow(FISH, about('fish')).value).toEqual({
      place: 'H1',
      species: 'nile-tilapia',
      count: 200,
      meanG: 180,
    });
    expect(readRow({ ...FISH, species: 'tilapia', meanG: '0.18 kg' }, about('fish')).value).toMatchObject({
      species: 'nile-tilapia',
    });
  });

  test('in pounds, inches and the decimal comma where people use them', () => {
    const us = about('fish', { units: { mass: 'us', temperature: 'F' } });
    expect(readRow({ ...FISH, meanG: '1' }, us).value!.meanG).toBeCloseTo(28.35, 2);
    expect(readRow({ ...FISH, meanG: '', lengthCm: '10' }, us).value!.lengthCm).toBeCloseTo(25.4, 6);
    speakFrom(() => ({ ...HOME, locale: 'de-DE' }));
    expect(readRow({ ...FISH, meanG: '1.180,5' }, about('fish')).value!.meanG).toBe(1180.5);
  });

  test('kilograms of what is weighed, whole pieces of what is counted, money in cents', () => {
    const goods = (product: string, quantity: string) =>
      readRow({ product, quantity, packedOn: '2026-05-13' }, about('goods'));
    expect(goods('Nile tilapia', '12.5').value!.quantity).toBe(12_500);
    expect(goods('Butterhead lettuce', '40').value!.quantity).toBe(40);
    expect(goods('Butterhead lettuce', '4.5').faults.quantity).toContain('sold whole');
    expect(readRow({ product: 'Butterhead lettuce', price: '', priceMinor: '1.40' }, about('prices')).value).toEqual({
      product: 'butterhead-lettuce',
      priceMinor: 140,
    });
  });

  test('prices by the pound where people weigh in pounds, by the piece where they count', () => {
    const us = about('prices', { units: { mass: 'us', temperature: 'F' } });
    const price = (product: string, priceMinor: string) => readRow({ product, priceMinor }, us).value!.priceMinor;
    expect(price('Nile tilapia', '6.00')).toBe(1323);
    expect(price('Butterhead lettuce', '1.40')).toBe(140);
    const sold = about('products', { units: { mass: 'us', temperature: 'F' } });
    const row = (cells: Record<string, string>) => readRow({ priceMinor: '6.00', ...cells }, sold).value!.priceMinor;
    expect(row({ name: 'Nile tilapia' })).toBe(1323);
    expect(row({ name: 'Tilapia fillet', madeFrom: 'Nile tilapia' })).toBe(1323);
    expect(row({ name: 'Oakleaf' })).toBe(600);
  });

  test.each([
    [{ place: 'X9' }, 'place', 'not known here'],
    [{ count: '2.5' }, 'count', 'whole number'],
    [{ count: '' }, 'count', 'Fill in'],
    [{ meanG: 'heavy' }, 'meanG', 'no number'],
    [{ meanG: '' }, 'meanG', 'Mean weight or mean length'],
    [{ weighedOn: '31/02/2026' }, 'weighedOn', 'no day'],
  ])('%o is told in its cell', (over, field, words) => {
    const { value, faults } = readRow({ ...FISH, ...over }, about('fish'));
    expect(value).toBeNull();
    expect(faults[field]).toContain(words);
  });

  test('a name that fits two is not guessed', () => {
    const { faults } = readRow({ place: 'R1', crop: 'lettuce', count: '5', sownOn: '2026-04-01' }, about('plants'));
    expect(faults.crop).toContain('Butterhead lettuce, Oakleaf lettuce');
  });
});

describe('tables of others', () => {
  test('their columns are known by what they are called, in any order', () => {
    expect(mapColumns(tableKind('fish')!, ['Number', 'Fish', 'Where', 'Weight (g)', 'Colour'])).toEqual([
      'count',
      'species',
      'place',
      'meanG',
      null,
    ]);
    expect(rowsByColumn(tableKind('fish')!, [['H1', 'Nile tilapia', '20', '5']])).toMatchObject([
      { place: 'H1', species: 'Nile tilapia', count: '20', meanG: '5' },
    ]);
    expect(
      rowsByColumn(tableKind('fish')!, [
        ['Fish', 'Tank'],
        ['Nile tilapia', 'H1'],
        ['', ''],
      ]),
    ).toHaveLength(1);
  });

  test('days that can be read in two ways are asked about, and read as answered', () => {
    const rows = [{ ...FISH, weighedOn: '4/5/2026' }];
    expect(isTwoWays(tableKind('fish')!, rows)).toBe(true);
    expect(isTwoWays(tableKind('fish')!, [...rows, { ...FISH, weighedOn: '24/5/2026' }])).toBe(false);
    expect(readRow(rows[0]!, about('fish', { dayOrder: 'dmy' })).value!.weighedOn).toBe('2026-05-04');
    expect(readRow(rows[0]!, about('fish', { dayOrder: 'mdy' })).value!.weighedOn).toBe('2026-04-05');
  });

  test('every kind has an example that its own columns take', () => {
    for (const kind of TABLE_KINDS) {
      const rows = rowsByColumn(kind, [kind.columns.map((c) => c.label), kind.columns.map((c) => c.example)]);
      expect(Object.keys(rows[0]!), kind.kind).toEqual(kind.columns.map((c) => c.name));
    }
  });
});

test('the same table has the same key, another one another', () => {
  expect(contentKey('a table')).toBe(contentKey('a table'));
  expect(contentKey('a table')).not.toBe(contentKey('a tablf'));
  expect(contentKey('a table')).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-8[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
});

describe('passwords', () => {
  test.each(['short', 'password123', 'Qwerty 1234-5', 'aaaaaaaaaaaa', 'Sedge Yard!'])(
    '“%s” is refused in words',
    (bad) => {
      expect(passwordFault(bad, ['Sedge Yard'])).toMatch(/characters|first that anyone|everyone here knows/);
    },
  );
  test('a few words of one’s own are taken, without rules of signs', () => {
    expect(passwordFault('reeds by the water')).toBeNull();
  });
});

describe('a long table from a logger', () => {
  const readings = about('readings', {
    choices: { ...about('fish').choices, loops: [['A', 'Loop A']], readings: [['do', 'oxygen']] },
    today: '2026-05-14',
  });
  const kind = readings.kind;

  test('a moment in one cell, a column for each reading, its commas and its units', async () => {
    const rows = [
      ['Loop', 'Timestamp', 'Temp (°C)', 'DO mg/L', 'Battery'],
      ['A', '2026-05-04T07:30:10Z', '23.4', '6.8', '88'],
      ['A', '2026-05-04 19:30', '', '6.1', '87'],
    ];
    const map = mapColumns(kind, rows[0]!)!;
    expect(map).toEqual(['loop', 'day', 't', 'do', null]);
    const { good, faulty } = await checkTable({ rows, map, headed: true }, readings);
    expect(faulty).toEqual([]);
    expect(good).toEqual([
      { loop: 'A', day: '2026-05-04', time: '07:30', values: { t: 23.4, do: 6.8 } },
      { loop: 'A', day: '2026-05-04', time: '19:30', values: { do: 6.1 } },
    ]);
  });

  test('one row a reading, with its kind and value', async () => {
    const rows = [
      ['loop', 'day', 'kind', 'value'],
      ['A', '2026-05-04', 'oxygen', '6.8'],
      ['A', '2026-05-04', 'oxygen', '68'],
      ['A', '2026-05-15', 'oxygen', '6.8'],
      ['A', '2026-05-04', 'oxygen', ''],
    ];
    const { good, faulty } = await checkTable({ rows, map: mapColumns(kind, rows[0]!)!, headed: true }, readings);
    expect(good).toEqual([{ loop: 'A', day: '2026-05-04', values: { do: 6.8 } }]);
    expect(faulty.map((f) => [f.line, Object.values(f.faults)[0]])).toEqual([
      [3, expect.stringContaining('outside')],
      [4, expect.stringContaining('not come yet')],
      [5, 'Fill in at least one of them'],
    ]);
  });

  test('a unit behind a weight, or in the head of its column, is believed', async () => {
    const feedings = { ...about('feedings'), kind: tableKind('feedings')! };
    const read = async (head: string, cell: string) => {
      const rows = [
        ['Tank', 'Day', head],
        ['H1', '2026-05-04', cell],
      ];
      const map = mapColumns(feedings.kind, rows[0]!)!;
      return (await checkTable({ rows, map, headed: true }, feedings)).good[0]!.massG;
    };
    expect(await read('Feed', '1.2')).toBe(1200);
    expect(await read('Feed (g)', '450')).toBe(450);
    expect(await read('Feed', '450 g')).toBe(450);
    expect(await read('feed_lb', '1')).toBeCloseTo(453.59, 2);
    expect(readRow({ ...FISH, meanG: '0.18 kg' }, about('fish')).value!.meanG).toBe(180);
  });

  test('packets keep one day of a tank together, have the same keys for the same rows, and lose none', () => {
    const kind = tableKind('feedings')!;
    const rows = Array.from({ length: 1200 }, (_, i) => ({ tank: 'H1', day: `d${i % 300}`, massG: i }));
    const made = packets(kind, rows);
    expect(made.flatMap((p) => p.rows)).toHaveLength(1200);
    expect(made.every((p) => p.rows.length <= 500)).toBe(true);
    const packetOf = (day: string) => made.filter((p) => p.rows.some((r) => r.day === day));
    expect(packetOf('d7')).toHaveLength(1);
    expect(packets(kind, rows).map((p) => p.entryKey)).toEqual(made.map((p) => p.entryKey));
    expect(packets(kind, rows, { salt: 1 })[0]!.entryKey).not.toBe(made[0]!.entryKey);
  });
});

describe('places and products by file', () => {
  const places = about('places', {
    choices: { ...about('fish').choices, loops: [['heron', 'Heron']] },
  });

  test('columns are known by how others call them; cubic metres and gallons go as litres', () => {
    const kind = tableKind('places')!;
    expect(mapColumns(kind, ['Tank', 'Type', 'System', 'Volume (m3)', 'Density limit', 'Holes'])).toEqual([
      'code',
      'role',
      'loop',
      'volumeM3',
      'limitKgM3',
      'positions',
    ]);
    const read = (cells: Record<string, string>) =>
      kind.asSent!(readRow({ code: 'H9', role: 'tank', ...cells }, places).value!);
    expect(read({ loop: 'Heron', volumeM3: '11' })).toMatchObject({ loop: 'heron', volumeL: 11_000 });
    expect(read({ volumeGal: '300' }).volumeL).toBeCloseTo(1135.624, 3);
    expect(read({ volumeL: '900' })).toEqual({ code: 'H9', role: 'tank', volumeL: 900 });
  });

  test('a role and a way of growing are known by their words, and what is not known is said', () => {
    expect(readRow({ code: 'Q1', role: 'quarantine tank' }, places).value).toMatchObject({ role: 'quarantine' });
    expect(readRow({ code: 'R9', role: 'bed', method: 'raft' }, places).value).toMatchObject({ method: 'raft' });
    expect(readRow({ code: 'X', role: 'aquarium' }, places).faults.role).toMatch(/“aquarium” is not known here/);
  });

  test('a product is made of one of this farm, in money’s own parts', () => {
    const row = { name: 'Tilapia fillet', madeFrom: 'Nile tilapia', unit: 'kg', takes: '2,8', priceMinor: '32.5' };
    expect(readRow(row, about('products')).value).toEqual({
      name: 'Tilapia fillet',
      madeFrom: 'nile-tilapia',
      unit: 'kg',
      takes: 2.8,
      priceMinor: 3250,
    });
    expect(readRow({ ...row, form: 'powder' }, about('products')).faults).toHaveProperty('form');
  });
});
