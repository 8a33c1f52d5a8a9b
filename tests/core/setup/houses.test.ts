import { describe, expect, test } from 'vitest';
import { settled } from '../../../src/core/acts/decision';
import { airAt } from '../../../src/core/facts/airAt';
import { COVERS, type HouseFact } from '../../../src/core/facts/farm';
import { coveredAirC, heldWaterC, lightMol, outsideAirC } from '../../../src/core/setup/climate';
import { decideHouse, decideSite, houseFaults, type SiteKnown } from '../../../src/core/setup/decideSite';
import { costsWithHouses } from '../../../src/core/setup/houseCosts';
import { climateOfHouse, coverOf, heldC, lampMol, NO_HOUSE, wattsOfHouse } from '../../../src/core/setup/houses';
import { housesOf } from '../../../src/core/setup/rooms';
import { readParts } from '../../../src/core/setup/readParts';
import { USUAL_COSTS } from '../../../src/core/crops/worth';
import { PlantWeather } from '../../../src/core/plan/plantWeather';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { aFarm } from '../farm';

const here = { latitude: 47, altitudeM: 300 };
const vault = {
  name: 'Vault',
  cover: 'closed',
  ...NO_HOUSE,
  dayC: 22,
  nightC: 18,
  lampHours: 16,
  umolM2S: 200,
} as const;

describe('a house and its air and light', () => {
  test('a closed room has what is held in it, the same all year', () => {
    const { airC, lightMol: light } = climateOfHouse(vault, here);
    // 16 h of 22 °C and 8 h of 18 °C; 200 µmol × 57,600 s.
    expect(airC).toEqual(new Array(12).fill(20.7));
    expect(light).toEqual(new Array(12).fill(11.5));
    expect(lampMol(vault)).toBeCloseTo(11.52, 2);
  });

  test('months said one by one stand before day and night', () => {
    const monthsC = [16, 16, 17, 18, 20, 22, 23, 23, 21, 19, 17, 16];
    expect(heldC({ ...vault, monthsC })).toEqual(monthsC);
    expect(climateOfHouse({ ...vault, monthsC }, here).airC).toEqual(monthsC);
  });

  test('glass lets in less than the sky, shade half of it, film less than glass', () => {
    const of = (cover: (typeof COVERS)[number]) => climateOfHouse({ ...NO_HOUSE, name: '', cover }, here);
    const june = (cover: (typeof COVERS)[number]) => of(cover).lightMol[5]!;
    expect(june('glass')).toBeCloseTo(lightMol(47)[5]!, 0);
    expect(june('open') / june('glass')).toBeCloseTo(1 / 0.65, 1);
    expect(june('shade') / june('open')).toBeCloseTo(0.5, 1);
    expect(june('film')).toBeLessThan(june('glass'));
    expect(of('glass').airC[0]).toBeCloseTo(coveredAirC(47, 300)[0]!, 0);
    expect(of('open').airC[0]).toBeCloseTo(outsideAirC(47, 300)[0]!, 0);
  });

  test('lamps under glass come on top of the day, and a set point is what it is not let below', () => {
    const lit = climateOfHouse({ ...vault, cover: 'glass', umolM2S: 100 }, here);
    const dark = climateOfHouse({ ...NO_HOUSE, name: '', cover: 'glass' }, here);
    expect(lit.lightMol[11]! - dark.lightMol[11]!).toBeCloseTo(5.8, 0);
    expect(Math.min(...lit.airC)).toBeGreaterThanOrEqual(20.6);
  });

  test('no light falls anywhere more than anywhere on earth, at any place and in any house', () => {
    for (const cover of COVERS)
      for (const latitude of [-90, -45, 0, 23, 60, 90])
        for (const umolM2S of [null, 1, 2500]) {
          const climate = climateOfHouse(
            { ...vault, cover, umolM2S, lampHours: umolM2S && 24 },
            { latitude, altitudeM: 0 },
          );
          expect(climate.airC).toHaveLength(12);
          for (const mol of climate.lightMol) expect(mol >= 0 && mol <= 70).toBe(true);
        }
  });

  test.each([
    ['Cellar two', 'closed'],
    ['container', 'closed'],
    ['poly tunnel 3', 'film'],
    ['shade house', 'shade'],
    ['outside', 'open'],
    ['the back yard', 'open'],
    ['House one', 'glass'],
    ['Label store', 'glass'],
  ])('“%s” is taken for %s, until somebody says', (room, cover) => expect(coverOf(room)).toBe(cover));

  test('without daylight and lamps nothing grows, and that is said beside the field', () => {
    expect(Object.keys(houseFaults({ ...vault, umolM2S: null, lampHours: null }))).toEqual(['umolM2S']);
    expect(Object.keys(houseFaults({ ...vault, lampHours: null }))).toEqual(['lampHours']);
    expect(houseFaults(vault)).toEqual({});
  });
});

describe('rooms of a description', () => {
  const described = (...lines: string[]) => {
    const d = { places: [], equipment: [], houses: [] } as unknown as Parameters<typeof housesOf>[0];
    for (const line of lines) {
      const made = readParts(line, {
        loop: 'heron',
        loops: ['heron'],
        taken: d.places.map((p) => p.code),
        places: d.places,
      });
      if (typeof made === 'string') throw new Error(made);
      d.places.push(...made.places);
      d.equipment.push(...made.equipment);
    }
    return d;
  };

  test('lamps over a room’s beds are its light: 12 lamps of 1,500 µmol over 60 m², 85 % on the leaves', () => {
    const d = described(
      '6 beds of 360 holes, 10 × 1 m, in the cellar',
      '12 lamps 1500 µmol/s 16 h a day over the cellar',
    );
    expect(housesOf(d)).toMatchObject([{ cover: 'closed', lampHours: 16, umolM2S: 255 }]);
  });

  test('what somebody said stands before the guess, whatever the capitals', () => {
    const d = described('6 beds of 360 holes, 10 × 1 m, in the cellar');
    d.houses = [{ ...vault, name: 'CELLAR', cover: 'shade' }];
    expect(housesOf(d)).toMatchObject([{ name: 'CELLAR', cover: 'shade' }]);
  });
});

describe('the farm stands elsewhere', () => {
  const months = (v: number) => new Array<number>(12).fill(v);
  const known = (over: Partial<SiteKnown> = {}): SiteKnown => ({
    version: 4,
    ...here,
    loops: [
      {
        id: 'l',
        airC: coveredAirC(47, 300),
        lightMol: lightMol(47),
        waterC: heldWaterC(47, 300, [12, 24]),
        held: [12, 24],
      },
    ],
    houses: [{ id: 'h', version: 1, name: 'Vault', house: vault }],
    ...over,
  });
  const became = (k: SiteKnown, latitude: number) => {
    const { effects } = settled(decideSite(k, { version: 4, latitude, altitudeM: 300 }), true);
    return (effects[0] as Extract<(typeof effects)[number], { does: 'siteChanged' }>).became;
  };

  test('air, light and water follow as they are there', () => {
    const south = became(known(), -33).loops[0]!;
    south.airC.forEach((c, i) => expect(c).toBeCloseTo(coveredAirC(-33, 300)[i]!, 0));
    south.lightMol.forEach((mol, i) => expect(mol).toBeCloseTo(lightMol(-33)[i]!, 0));
    south.waterC.forEach((c) => expect(c >= 12 && c <= 24).toBe(true));
    expect(south.airC[0]).toBeGreaterThan(south.airC[6]!);
  });

  test('what the farm knew better stays: a house three degrees warmer than usual is so there too', () => {
    const warmer = known({ loops: [{ ...known().loops[0]!, airC: coveredAirC(47, 300).map((c) => c + 3) }] });
    const there = became(warmer, 52).loops[0]!;
    there.airC.forEach((c, i) => expect(c - coveredAirC(52, 300)[i]!).toBeCloseTo(3, 0));
  });

  test('closed rooms stay as they are held', () => {
    expect(became(known(), -33).houses).toEqual([{ id: 'h', ...climateOfHouse(vault, here) }]);
  });

  test('water of which nobody said between what it is held stays, and that is told', () => {
    const fixed = known({ loops: [{ ...known().loops[0]!, held: null, waterC: months(17) }] });
    expect(became(fixed, 20).loops[0]!.waterC).toEqual(months(17));
    const take = settled(decideSite(fixed, { version: 4, latitude: 20, altitudeM: 300 }), true);
    expect(take.said({}).lines.join()).toContain('water’s months stay');
  });

  test('on top of another’s change nothing is kept', () => {
    expect(decideSite(known(), { version: 3, latitude: 20, altitudeM: 0 })).toMatchObject({
      refused: { field: 'form' },
    });
    const { name: _, ...wish } = vault;
    expect(decideHouse(known(), { ...wish, id: 'h', version: 9 })).toMatchObject({ refused: { field: 'form' } });
    expect(decideHouse(known(), { ...wish, id: 'nobody', version: 1 })).toMatchObject({ refused: { field: 'form' } });
  });
});

describe('plants in a house of their own', () => {
  const house: HouseFact = {
    ...{ id: 'h', name: 'Vault', cover: 'closed' },
    plannedAirTempC: new Array(12).fill(20.7),
    plannedLightMol: new Array(12).fill(17),
  };
  const base = aFarm();
  const cold = base.loops.map((l) => ({
    ...l,
    plannedAirTempC: new Array(12).fill(8),
    plannedLightMol: new Array(12).fill(4),
  }));
  const facts = {
    ...base,
    loops: cold,
    houses: [house],
    places: base.places.map((p) => (p.kind === 'bed' ? { ...p, houseId: 'h' } : p)),
  };
  const bed = facts.places.find((p) => p.kind === 'bed')!;

  test('come on by its air and light, and not by the loop’s', () => {
    const crop = CROP_DEFAULTS.find((c) => c.code === 'butterhead-lettuce')!;
    const ripe = (f: typeof facts) =>
      new PlantWeather(f, 400).dayBy(crop, bed.id, { from: 0, referenceDays: crop.finalDays });
    const outside = ripe({ ...facts, places: base.places.map((p) => ({ ...p, houseId: '' })) });
    expect(ripe(facts)!).toBeLessThan(outside ?? 400);
  });

  test('stand in water that is still the loop’s', () => {
    const loop = airAt(facts, bed)!;
    expect(loop.plannedWaterTempC).toBe(cold.find((l) => l.id === bed.loopId)!.plannedWaterTempC);
    expect(loop.plannedAirTempC).toBe(house.plannedAirTempC);
    expect(airAt(facts, bed)).toBe(loop);
  });
});

describe('what a house costs', () => {
  test('lamps by their photons and hours, and the air of a closed room by what it has to lose', () => {
    const { lampsW, airW } = wattsOfHouse(vault, here);
    // 200 µmol ÷ 2.5 µmol/J ÷ 85 % for 16 of 24 hours.
    expect(lampsW).toBeCloseTo(62.7, 1);
    expect(airW).toBeGreaterThan(5);
    expect(airW).toBeLessThan(lampsW / 2);
    expect(wattsOfHouse({ ...NO_HOUSE, name: '', cover: 'glass' }, here)).toEqual({ lampsW: 0, airW: 0 });
  });

  test('a way of growing is reckoned with the lamps over its beds, unless the farm set its own', () => {
    const places = [
      { kind: 'bed', method: 'raft', areaM2: 30, houseId: 'h' },
      { kind: 'bed', method: 'raft', areaM2: 30 },
      { kind: 'bed', method: 'film', areaM2: 10 },
    ] as const;
    const around = { places, houses: [{ id: 'h', house: vault }], site: here };
    const reckoned = costsWithHouses({ ...USUAL_COSTS, methods: [] }, around).methods;
    expect(reckoned).toMatchObject([{ method: 'raft', lampWattsPerM2: 31.4 }]);
    const own = { method: 'raft', bedPerFloor: 1, workFactor: 1, wattsPerM2: 3, lampWattsPerM2: 7 };
    expect(costsWithHouses({ ...USUAL_COSTS, methods: [own] }, around).methods).toEqual([own]);
  });
});
