import { describe, expect, test } from 'vitest';
import { settled } from '../../../src/core/acts/decision';
import {
  decideChangeEquipment,
  decideLifeSupport,
  decideRetireEquipment,
} from '../../../src/core/setup/decideEquipment';
import {
  decideAddParts,
  decideBringPlaces,
  decideChangePlace,
  decideRetirePlace,
  type PlaceKnown,
} from '../../../src/core/setup/decidePlaces';
import type { EquipmentPart, PlacePart } from '../../../src/core/setup/description';
import { METRIC } from '../../../src/core/quantity/units';
import { aFarm } from '../farm';

const place = (over: Partial<PlaceKnown>): PlaceKnown => ({
  ...{ id: 'h1', code: 'H1', kind: 'tank', role: null, version: 2, retired: false, holds: [] },
  ...over,
});
const BED = place({ id: 'r1', code: 'R1', kind: 'bed', holds: [{ code: 'LET-1', kind: 'planting', count: 80 }] });
const GONE = place({ id: 'h0', code: 'H0', retired: true });
const places = [place({}), BED, GONE];
const loops = [{ id: 'heron', code: 'heron' }];
const wish = { id: 'h1', version: 2, code: 'h1a', name: ' ', room: ' Hall ', volumeL: 2000 };
const effects = (d: Parameters<typeof settled>[0]) => (settled(d, true) as { effects: unknown[] }).effects;
const refused = (d: object) => ('refused' in d ? (d.refused as { field: string; words: string }) : null);

const tank = (code: string, over: Partial<PlacePart> = {}): PlacePart => ({
  ...{ code, role: 'tank', loop: 'Heron', room: '', standsOn: 'floor', stage: null, volumeL: 1000, limitKgM3: 40 },
  ...{
    saltGL: 0,
    method: null,
    positions: null,
    pieceSize: null,
    lengthM: null,
    widthM: null,
    depthM: null,
    areaM2: null,
  },
  ...over,
});

describe('a place', () => {
  test('takes what is said of it; a code is written large, without a name it is called by its code', () => {
    expect(effects(decideChangePlace(places, wish))).toEqual([
      {
        ...{ does: 'placeChanged', placeId: 'h1', version: 2 },
        became: { code: 'H1A', name: 'h1a', room: ' Hall ', volumeL: 2000 },
      },
    ]);
  });

  test.each<[string, object, string, RegExp]>([
    ['a tank without water', { volumeL: 0 }, 'volumeL', /holds no water/],
    ['a code that is taken', { code: 'r1' }, 'code', /another place called R1/],
    ['the code of one that was retired', { code: 'h0' }, 'code', /was retired was called H0/],
    ['fewer places than plants', { id: 'r1', code: 'R1', positions: 79 }, 'positions', /holds 80 plants; .* than 79/],
    ['a screen that is out of date', { version: 1 }, 'form', /Someone else changed this/],
    ['one that was retired', { id: 'h0' }, 'form', /not on this farm/],
  ])('%s is refused beside its field', (_what, over, field, words) => {
    const { field: at, words: said } = refused(decideChangePlace(places, { ...wish, ...over }))!;
    expect(at).toBe(field);
    expect(said).toMatch(words);
  });

  test('is retired once nothing stands in it and nothing is planned for it; before, the way out is said', () => {
    const facts = aFarm();
    const leave = (id: string, steps: { kind: 'harvest'; lotCode: string; day: string }[] = [], known = places) =>
      decideRetirePlace({ places: known, steps, facts, units: METRIC }, { id, version: 2 });
    expect(effects(leave('h1'))).toEqual([{ does: 'placeRetired', placeId: 'h1', version: 2 }]);
    expect(refused(leave('r1'))!.words).toMatch(/R1 holds 80 plants of LET-1. Pick them or clear the bed first/);
    expect(refused(leave('h1', [{ kind: 'harvest', lotCode: 'TRT-1', day: '2026-07-01' }]))!.words).toMatch(
      /1 step is planned for H1: .*TRT-1 on 1 Jul/,
    );
    const aside = [place({ role: 'aside', kind: 'store' })];
    expect(refused(leave('h1', [], aside))!.words).toMatch(/reserved for orders needs its place/);
  });

  test('fish in it are shown where they could go', () => {
    const facts = aFarm();
    const fish = facts.fish[0]!;
    const at = facts.places.find((p) => p.id === fish.placeId)!;
    const known = [
      place({ id: at.id, code: at.code, holds: [{ code: fish.lotCode, kind: 'cohort', count: fish.count }] }),
    ];
    const said = refused(
      decideRetirePlace({ places: known, steps: [], facts, units: METRIC }, { id: at.id, version: 2 }),
    );
    expect(said!.words).toMatch(new RegExp(`${at.code} holds [\\d,]+ fish of .*${fish.lotCode}`));
    expect(said!.words).toMatch(/harvest them/i);
  });
});

describe('what is added', () => {
  const pump = { name: 'Pump', kind: 'pump', loop: 'heron', watts: 40 } as unknown as EquipmentPart;

  test('stands in the loop it was said of, whatever its capitals; stores are what they are for', () => {
    const parts = { places: [tank('H9'), tank('COLD', { role: 'cold', loop: null })], equipment: [pump] };
    expect(effects(decideAddParts({ places, loops }, parts))).toMatchObject([
      { does: 'placeAdded', place: { code: 'H9', kind: 'tank', role: null, loopId: 'heron' } },
      { does: 'placeAdded', place: { code: 'COLD', kind: 'store', role: 'cold', loopId: null } },
      { does: 'equipmentAdded', equipment: { name: 'Pump', loopId: 'heron', watts: 40 } },
    ]);
    const nowhere = decideAddParts({ places, loops }, { places: [tank('H9', { loop: 'swan' })], equipment: [] });
    expect(refused(nowhere)).toMatchObject({ field: 'line', words: 'There is no loop called swan.' });
    expect(refused(decideAddParts({ places, loops }, { places: [tank('h1')], equipment: [] }))!.field).toBe('code');
    expect(
      refused(decideAddParts({ places, loops }, { places: [tank('X'), tank('x')], equipment: [] })),
    ).not.toBeNull();
  });

  test('from a table, what is there as the same thing is left; as another thing it is refused beside its row', () => {
    const rows = [
      { code: 'H1', role: 'tank' as const, volumeL: 5 },
      { code: 'H9', role: 'tank' as const, volumeL: 900 },
      { code: 'h9', role: 'tank' as const, volumeL: 900 },
    ];
    const brought = settled(decideBringPlaces({ places, loops }, rows), true);
    expect(brought.effects).toMatchObject([{ place: { code: 'H9', limitKgM3: 40, loopId: 'heron' } }]);
    expect(brought.said({})).toMatchObject({
      ...{ added: 1, known: 2 },
      ...{ words: '1 record came in.', lines: ['2 were in the books already.'] },
    });
    const other = [{ code: 'R1', role: 'tank' as const, volumeL: 5 }];
    expect(refused(decideBringPlaces({ places, loops }, other))!.field).toBe('rows.0.code');
  });
});

describe('equipment', () => {
  const known = { id: 'e1', name: 'Blower', kind: 'aerator' as const, version: 4 };

  test('says what its plate says; what makes no sense is refused beside its field', () => {
    const plate = { id: 'e1', version: 4, name: ' Blower 2 ', kgO2PerDay: 6 };
    expect(effects(decideChangeEquipment(known, plate))).toEqual([
      {
        does: 'equipmentChanged',
        equipmentId: 'e1',
        version: 4,
        became: { leastSpare: null, name: 'Blower 2', kgO2PerDay: 6 },
      },
    ]);
    const at = (over: object, of: Partial<typeof known> | null = {}) =>
      refused(decideChangeEquipment(of && { ...known, ...of }, { ...plate, ...over }))?.field;
    expect(at({ kgO2PerDay: undefined })).toBe('kgO2PerDay');
    expect(at({}, { kind: 'filter' as never })).toBe('volumeM3');
    expect(at({ offMin: 10 })).toBe('onMin');
    expect(at({ version: 3 })).toBe('form');
    expect(at({}, null)).toBe('form');
    expect(effects(decideRetireEquipment(known, { version: 4 }))).toMatchObject([{ does: 'equipmentRetired' }]);
  });

  test('of a loop: what is named stays or comes, what is no longer named is retired', () => {
    const filter = { id: 'e2', name: 'Drum', kind: 'filter' as const, version: 1 };
    const saved = decideLifeSupport(
      { loop: { id: 'heron', version: 7 }, machines: [known, filter] },
      {
        version: 7,
        aerators: [{ name: 'Blower', kgO2PerDay: 9 }],
        media: [{ name: 'Bed', volumeM3: 1, surfaceM2PerM3: 500, gTanPerM2Day: 0.4 }],
      },
    );
    expect(effects(saved)).toMatchObject([
      { does: 'equipmentChanged', equipmentId: 'e1', became: { kgO2PerDay: 9, runOrder: 0 } },
      { does: 'equipmentAdded', equipment: { name: 'Bed', kind: 'filter', loopId: 'heron', runOrder: 1 } },
      { does: 'equipmentRetired', equipmentId: 'e2' },
      { does: 'loopTouched', loopId: 'heron', version: 7 },
    ]);
    expect(
      refused(decideLifeSupport({ loop: null, machines: [] }, { version: 7, aerators: [], media: [] })),
    ).not.toBeNull();
  });
});
