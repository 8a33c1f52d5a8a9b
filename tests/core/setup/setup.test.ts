import { describe, expect, test } from 'vitest';
import { adviceOn } from '../../../src/core/setup/advice';
import { coveredAirC, heldWaterC, lightMol, outsideAirC, outsideRadiationMJ } from '../../../src/core/setup/climate';
import type { FarmDescription, Habits } from '../../../src/core/setup/description';
import { descriptionFaults } from '../../../src/core/setup/faults';
import { whatFollows } from '../../../src/core/setup/follows';
import { layOut } from '../../../src/core/setup/layOut';
import { readParts } from '../../../src/core/setup/readParts';
import { fromShape, SHAPES } from '../../../src/core/setup/shapes';
import { METRIC } from '../../../src/core/quantity/units';

const HABITS: Habits = {
  name: 'Sedge Yard',
  latitude: 44,
  altitudeM: 200,
  timeZone: 'Europe/Vienna',
  currency: 'EUR',
  locale: 'en-GB',
  units: METRIC,
  firstWeekday: 1,
};
const shape = (code: string) =>
  fromShape(
    SHAPES.find((s) => s.code === code)!,
    HABITS,
    [],
  );

function described(lines: string[]): FarmDescription {
  const d: FarmDescription = {
    habits: HABITS,
    loops: [{ code: 'heron', name: 'Heron', kind: 'coupled', lowC: 20, highC: 26, into: null }],
    places: [],
    equipment: [],
    species: ['nile-tilapia'],
    crops: ['butterhead-lettuce'],
    people: [],
  };
  for (const line of lines) {
    const made = readParts(line, { loop: 'heron', loops: ['heron'], taken: d.places.map((p) => p.code) });
    if (typeof made === 'string') throw new Error(made);
    d.places.push(...made.places);
    d.equipment.push(...made.equipment);
  }
  return d;
}

describe('weather from latitude and height', () => {
  test('radiation outside the air is that of FAO 56, example 8', () => {
    // 20° S on 3 September: 32.2 MJ/m².
    expect(outsideRadiationMJ(-20, 246)).toBeCloseTo(32.2, 1);
    expect(outsideRadiationMJ(80, 349)).toBe(0);
  });

  test('summers lie half a year apart in the two halves of the world', () => {
    expect(outsideAirC(44, 200)[6]).toBeGreaterThan(outsideAirC(44, 200)[0]! + 10);
    expect(outsideAirC(-44, 200)[0]).toBeGreaterThan(outsideAirC(-44, 200)[6]! + 10);
    expect(outsideAirC(44, 1200)[6]).toBeCloseTo(outsideAirC(44, 200)[6]! - 6.5, 6);
    expect(lightMol(44)[5]).toBeGreaterThan(2.5 * lightMol(44)[11]!);
    expect(lightMol(80)[11]).toBe(0);
  });

  test('what is heated and cooled stays between', () => {
    const water = heldWaterC(44, 200, [12, 18]);
    expect(Math.min(...water)).toBe(12);
    expect(Math.max(...water)).toBe(18);
    expect(Math.min(...coveredAirC(60, 0))).toBe(10);
  });

  test('latitude 200 is nowhere', () => {
    expect(() => outsideAirC(200, 0)).toThrow('between -90 and 90');
  });
});

describe('what follows from a description', () => {
  const value = (d: FarmDescription, key: string) => whatFollows(d, METRIC).find((f) => f.key === key);

  test('places, heads and drain-down are counted by hand', () => {
    const d = described(['2 beds of 28 rafts of 36 holes, 17 × 1.2 m', 'tank of 10 m³', 'sump of 1 m³']);
    expect(value(d, 'positions')!.value).toBe('2,016');
    // Butterhead: 30 days in the bed and 2 until it is planted again: 2,016 × 365 ÷ 32.
    expect(value(d, 'heads')!.value).toBe('23,000');
    // 63 a day, 18 days in the nursery, of 92 % × 96 % of the seeds.
    expect(value(d, 'nursery')!.value).toBe('1,280');
    // 40.8 m² × 15 L run back; two fifths of a cubic metre are free.
    expect(value(d, 'drain-heron')!.value).toBe('612 L');
    expect(value(d, 'drain-heron')!.wrong).toContain('212 L would be on the floor');
  });

  test('both schools of balance say how far beds and fish are apart', () => {
    const d = described(['4 beds of 28 rafts of 36 holes, 17 × 1.2 m', 'tank of 5 m³']);
    // 5 m³ × 40 kg at 1.2 % is 2.4 kg of feed; 81.6 m² are comfortable with 4.9 to 8.2 kg.
    expect(value(d, 'school-feed')!.wrong).toContain('2.7 times the feed of full tanks');
    // 2.4 of 6.5 kg: 63 % are missing.
    expect(value(d, 'school-feed')!.value).toBe('63 %');
    expect(value(d, 'school-nitrogen')).toBeDefined();
    expect(
      value(described(['bed of 10 rafts of 36 holes, 6 × 1.2 m', 'tank of 20 m³']), 'school-feed')!.wrong,
    ).toContain('more beds');
  });

  test('a pump that stands most of the time turns over less and costs less', () => {
    const always = described(['tank of 10 m³', 'pump 10 m³/h 400 W']);
    const cycled = described(['tank of 10 m³', 'pump 10 m³/h 400 W 15 on 45 off']);
    expect(value(always, 'turnover-heron')!.value).toBe('1.0 × an hour');
    expect(value(cycled, 'turnover-heron')!.wrong).toContain('Solids settle');
    expect(value(always, 'power')!.value).toBe('9.6 kWh');
    expect(value(cycled, 'power')!.value).toBe('2.4 kWh');
  });

  test('what is raised is weighed', () => {
    const row = value(described(['tank of 1 m³ on a stand', '10 towers of 40 on a stand']), 'raised-stand')!;
    expect(row.value).toBe('1,200 kg');
    expect(row.wrong).toContain('engineer');
  });

  test('of hundreds of parts the reason names every one, those alike as one', () => {
    const d = described([
      '300 tanks of 2 m³ named T1–T300',
      '150 towers of 40',
      'a 20 W pump 2 m³/h at each of 150 towers',
    ]);
    const inputs = (key: string) => value(d, key)!.because.inputs;
    expect(inputs('carried')).toMatchObject([
      { label: 'T1–T300 (300)', value: expect.stringMatching(/^each 2,000 L/) },
    ]);
    expect(inputs('turnover-heron')).toHaveLength(1);
    expect(inputs('power')).toHaveLength(1);
  });

  test('every number can be opened', () => {
    for (const f of whatFollows(shape('media-rafts'), METRIC)) {
      expect(f.because.formula.length).toBeGreaterThan(20);
      expect(f.because.inputs.length).toBeGreaterThan(0);
    }
  });
});

describe('advice', () => {
  test('names what is missing, why, and the line that mends it', () => {
    const d = described(['tank of 10 m³', 'bed of 28 rafts of 36 holes, 17 × 1.2 m']);
    const keys = adviceOn(d).map((a) => a.key);
    expect(keys).toEqual(
      expect.arrayContaining([
        'solids-heron',
        'air-heron',
        'filter-heron',
        'pump-heron',
        'sump-heron',
        'quarantine',
        'purge',
      ]),
    );
    for (const { add } of adviceOn(d)) {
      if (!add) continue;
      const made = readParts(add, { loop: 'heron', loops: ['heron'], taken: d.places.map((p) => p.code) });
      if (typeof made === 'string') throw new Error(`${add}: ${made}`);
      d.places.push(...made.places);
      d.equipment.push(...made.equipment);
    }
    expect(adviceOn(d).filter((a) => a.add)).toEqual([]);
  });
});

describe('starting shapes', () => {
  test.each(SHAPES.map((s) => s.code))('%s is a farm that can be laid, and little of it is unwise', (code) => {
    const d = shape(code);
    expect(descriptionFaults(d)).toEqual({});
    expect(adviceOn(d)).toEqual([]);
    const farm = layOut({ description: d, newId: () => crypto.randomUUID(), today: '2026-05-14' });
    expect(new Set(farm.places.map((p) => p.code)).size).toBe(farm.places.length);
    expect(farm.places.filter((p) => p.isSource).map((p) => p.role)).toEqual(['supplier', 'made', 'before', 'counted']);
    for (const crop of farm.crops) expect(farm.places.some((p) => crop.methods.includes(p.method ?? ''))).toBe(true);
    expect(farm.products.length).toBe(farm.species.length + farm.crops.length);
    expect(farm.chores.length).toBeGreaterThan(2);
  });
});

describe('what cannot be is said at its part', () => {
  const faults = (change: (d: FarmDescription) => void) => {
    const d = shape('towers');
    change(d);
    return descriptionFaults(d);
  };
  test('two of one code, a tank of nothing, towers without sites, too many places, a loop that bites its tail', () => {
    expect(faults((d) => (d.places[1]!.code = 's1'))['places.1.code']).toContain('another place called s1');
    expect(faults((d) => (d.places[0]!.volumeL = 0))['places.0.volumeL']).toContain('holds no water');
    const bed = shape('towers').places.findIndex((p) => p.role === 'bed');
    expect(faults((d) => (d.places[bed]!.positions = 0))[`places.${bed}.positions`]).toContain('without sites');
    expect(faults((d) => (d.places[bed]!.positions = 90_000))[`places.${bed}.positions`]).toContain('do not fit');
    const bites = faults((d) => {
      d.loops.push({ ...d.loops[0]!, code: 'second', name: 'Second', into: 'spire' });
      d.loops[0]!.into = 'second';
    });
    expect(bites['loops.0.into']).toContain('into itself');
    expect(faults((d) => d.loops.splice(0)).loops).toContain('at least one loop');
  });
});
