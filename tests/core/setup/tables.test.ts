import { afterEach, describe, expect, test } from 'vitest';
import { contentKey } from '../../../src/core/contentKey';
import { passwordFault } from '../../../src/core/passwords';
import { METRIC } from '../../../src/core/quantity/units';
import { isTwoWays, mapColumns, readRow, rowsByColumn, type TableReading } from '../../../src/core/tables/readTable';
import { TABLE_KINDS, tableKind } from '../../../src/core/tables/tables';
import { HOME, speakFrom } from '../../../src/core/words/words';

const NONE = { loops: [], customers: [], cohorts: [], readings: [], channels: [] } as const;
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
    speakFrom(() => ({ locale: 'de-DE', tongue: null }));
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
