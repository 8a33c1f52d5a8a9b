import { describe, expect, test } from 'vitest';
import { METRIC, type UnitChoice } from '../../../src/core/quantity/units';
import { NO_HOUSE, type HousePart } from '../../../src/core/setup/houses';
import { shortReserves } from '../../../src/core/setup/spares';
import { hearHouse, houseWords } from '../../../src/core/setup/sentence/house';
import { understand } from '../../../src/core/setup/understand';
import type { FarmDescription } from '../../../src/core/setup/description';
import { whatFollows } from '../../../src/core/setup/follows';
import { fromShape, SHAPES } from '../../../src/core/setup/shapes';
import { Speaker } from './speaker';

/** What rooms are, said in sentences; spares that are stock. */

const US: UnitChoice = { mass: 'us', temperature: 'F' };
const COVERS = [
  ['closed', 'closed'],
  ['windowless', 'closed'],
  ['glass', 'glass'],
  ['film', 'film'],
  ['plastic', 'film'],
  ['shade', 'shade'],
  ['open', 'open'],
] as const;

interface RoomSaid {
  line: string;
  house: HousePart;
}

const toC = (shown: number, isUs: boolean) => (isUs ? Math.round((((shown - 32) * 5) / 9) * 10) / 10 : shown);

function room(s: Speaker): RoomSaid {
  const [word, cover] = s.of(COVERS);
  const name = s.of(['Vault', 'Deep', 'North', 'Kestrel']);
  const noun = s.of(['room', 'house', 'tunnel', 'cellar', 'hall']);
  const house: HousePart = { name, ...NO_HOUSE, cover };
  const clauses: string[] = [];
  const unit = s.of(['', s.isUs ? ' °F' : ' °C', s.isUs ? '°F' : '°C']);
  const [day, night] = s.isUs ? [s.whole(68, 86), s.whole(55, 67)] : [s.whole(20, 30), s.whole(12, 19)];
  const way = s.whole(0, 3);
  if (way === 0) {
    clauses.push(`held at ${day} °${s.isUs ? 'F' : 'C'}`);
    house.dayC = house.nightC = toC(day, s.isUs);
  } else if (way < 3) {
    clauses.push(
      s.of([
        `${day}${unit} by day and ${night}${unit} at night`,
        `${night}${unit} by night, ${day}${unit} by day`,
        `day ${day}${unit}, night ${night}${unit}`,
        `by day ${day}${unit}, by night ${night}${unit}`,
      ]),
    );
    [house.dayC, house.nightC] = [toC(day, s.isUs), toC(night, s.isUs)];
  }
  if (s.whole(0, 1) === 0) {
    const [hours, umol] = [s.whole(8, 20), s.whole(10, 90) * 10];
    clauses.push(
      s.of([
        `lamps ${hours} h a day, ${umol} µmol`,
        `${hours} hours of light at ${umol} µmol/m² s`,
        `lit ${hours} hours, ${umol} umol/m²/s`,
        `${umol} µmol for ${hours} h a day`,
      ]),
    );
    [house.lampHours, house.umolM2S] = [hours, umol];
  }
  const head = s.of([
    `${word} ${noun} ${name}`,
    `a ${word} ${noun} called ${name}`,
    `the ${word} ${noun} named ${name}`,
    `our ${word} ${noun} “${name}”`,
  ]);
  return { line: [head, ...s.shuffled(clauses)].join(', '), house };
}

describe.each([
  ['metric', false],
  ['US', true],
] as const)('rooms in %s units', (_, isUs) => {
  const ground = { houses: [], isFahrenheit: isUs };

  test('300 sentences: kept as they are said, every word used', () => {
    for (let seed = 0; seed < 300; seed++) {
      const { line, house } = room(new Speaker(seed * 11 + 3, isUs));
      const heard = hearHouse(line, ground);
      expect([line, heard]).toEqual([line, { house, left: [] }]);
    }
  });

  test('a word that nobody knows is marked, and is no name', () => {
    for (let seed = 0; seed < 200; seed++) {
      const s = new Speaker(seed * 17 + 1, isUs);
      const { line, house } = room(s);
      const strange = s.of(['zorp', 'quibble', 'mimsy']);
      const heard = hearHouse(`${line}, ${strange}`, ground);
      expect(heard).toMatchObject({ house });
      expect(typeof heard === 'object' && heard?.left.map((l) => `${line}, ${strange}`.slice(l.from, l.until))).toEqual(
        [strange],
      );
    }
  });
});

describe('a room in the set-up', () => {
  const d = fromShape(
    SHAPES[0]!,
    {
      ...{ name: 'Sedge Yard', latitude: 44, altitudeM: 200, timeZone: 'Europe/Vienna', currency: 'EUR' },
      ...{ locale: 'en-GB', units: METRIC, firstWeekday: 1 },
    },
    [],
  );
  const keep = (line: string, was = d) => {
    const heard = understand(was, line);
    if (typeof heard === 'string') throw new Error(heard);
    return heard.keep(was);
  };

  test('beds are put into a room that was only said', () => {
    const told = keep('closed room Vault, 22 by day, 18 by night, 16 h of 250 µmol');
    const beds = keep('2 beds of 10 rafts of 36 holes in vault', told);
    expect(beds.places.at(-1)).toMatchObject({ room: 'Vault' });
    expect(beds.houses).toHaveLength(1);
  });

  test('said again, it is the same room', () => {
    const twice = keep('vault is film, held at 20 °C', keep('closed room Vault, 22 by day, 18 by night'));
    expect(twice.houses).toEqual([{ name: 'Vault', ...NO_HOUSE, cover: 'film', dayC: 20, nightC: 20 }]);
  });

  const current = (was: FarmDescription) => whatFollows(was, METRIC).find((f) => f.key === 'power')!;
  const drawn = (was: FarmDescription, row: RegExp) =>
    current(was).because!.inputs.find(({ label }) => row.test(label))?.value;

  test('its lamps and its air are part of the current of a day', () => {
    const dark = keep('8 beds of 10 rafts of 36 holes in vault', keep('closed room Vault, held at 21 °C'));
    const lit = keep('vault at 21 °C, 16 h of 250 µmol', dark);
    // 250 µmol ÷ 2.5 µmol/J ÷ 85 % × 16 of 24 h × 80 m² × 24 h
    expect(drawn(lit, /Lamps of Vault/)).toBe('150.6 kWh');
    expect(drawn(dark, /Lamps/)).toBeUndefined();
    expect(drawn(dark, /Holding the air of Vault/)).toBeDefined();
  });

  test('lamps that were said as machines are not counted a second time', () => {
    const beds = keep('8 beds of 10 rafts of 36 holes in vault', keep('closed room Vault, 16 h of 250 µmol'));
    const lamps = keep('40 lamps 200 W 500 µmol/s 16 h a day over vault', beds);
    expect(drawn(lamps, /^40 × Lamp/)).toContain('128.0 kWh');
    expect(drawn(lamps, /Lamps of Vault/)).toBeUndefined();
  });

  test('beds in the sentence of a room are marked, not swallowed', () => {
    const heard = understand(d, 'closed room Vault with 12 beds of 600 holes, 22 by day');
    expect(typeof heard === 'object' && heard.notUnderstood.map((n) => n.text).join(' ')).toContain('12 beds');
  });

  test.each(['closed room Vault, 99 °C by day', 'closed room Vault, lamps 30 h a day', 'film house North, 9000 µmol'])(
    '“%s” is refused in words',
    (line) => expect(typeof understand(d, line)).toBe('string'),
  );

  test.each(['open sump of 4 m³', '8 tanks of 11 m³', 'pump 90 W in closed room', 'glass tank of 300 L'])(
    '“%s” is a part, not a room',
    (line) => expect(hearHouse(line, { houses: [], isFahrenheit: false })).toBeNull(),
  );

  test('is said back in the person’s units', () => {
    const house = { name: 'Vault', ...NO_HOUSE, cover: 'closed' as const, dayC: 22, nightC: 18 };
    expect(houseWords(house, METRIC)).toContain('22.0 °C by day');
    expect(houseWords(house, US)).toContain('71.6 °F by day');
  });
});

describe('spares', () => {
  const pump = (name: string, isSpare: boolean, leastSpare: number | null = null) => ({
    ...{ name, kind: 'pump', isSpare, leastSpare },
  });

  test('as many as there are to be, or more, are no trouble', () => {
    expect(shortReserves([pump('Pump 1', false), pump('Pump 2', true, 1), pump('Pump 3', true, 1)])).toEqual([]);
  });

  test('one that was put to use is missed', () => {
    expect(shortReserves([pump('Pump 1', false), pump('Pump 2', false, 1)])).toEqual([
      { name: 'Pump', has: 0, least: 1 },
    ]);
  });

  test('a blower in reserve stands in for no pump', () => {
    const blower = { name: 'Blower 1', kind: 'aerator', isSpare: true, leastSpare: 1 };
    expect(shortReserves([pump('Pump 1', true, 2), blower])).toEqual([{ name: 'Pump', has: 1, least: 2 }]);
  });
});
