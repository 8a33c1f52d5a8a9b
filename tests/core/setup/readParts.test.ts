import { describe, expect, test } from 'vitest';
import { hearParts, readParts } from '../../../src/core/setup/readParts';
import { HOME, speakFrom } from '../../../src/core/words/words';

const context = { loop: 'heron', loops: ['heron', 'brook'], taken: ['R1'] };
const read = (line: string) => {
  const made = readParts(line, context);
  if (typeof made === 'string') throw new Error(made);
  return made;
};
const places = (line: string) => read(line).places;

describe('parts said as to a builder', () => {
  test('a run of tanks, each with its own code', () => {
    const tanks = places('8 tanks of 11 m³ named H1–H8');
    expect(tanks.map((t) => t.code)).toEqual(['H1', 'H2', 'H3', 'H4', 'H5', 'H6', 'H7', 'H8']);
    expect(tanks[0]).toMatchObject({ role: 'tank', loop: 'heron', volumeL: 11_000, stage: 'grow-out', limitKgM3: 40 });
  });

  test('towers are pieces of one bed', () => {
    expect(places('18 towers of 40')).toMatchObject([{ role: 'bed', method: 'tower', positions: 720, pieceSize: 40 }]);
  });

  test('channels in feet', () => {
    const beds = places('3 channels 30 × 5 ft');
    expect(beds).toHaveLength(3);
    expect(beds[0]!.code).toBe('R2');
    expect(beds[0]!.areaM2).toBeCloseTo(13.94, 2);
  });

  test('racks of trays, and totes that hold fish', () => {
    const racks = places('2 racks of 12 trays of 104');
    expect(racks).toMatchObject([{ role: 'nursery', positions: 1248, pieceSize: 104 }, { code: 'NB2' }]);
    expect(places('IBC 1000 L')).toMatchObject([{ role: 'tank', volumeL: 1000, code: 'T1' }]);
  });

  test('in a loop is no room', () => {
    expect(places('tank of 800 L in loop brook')).toMatchObject([{ loop: 'brook', room: '' }]);
    expect(places('tank of 800 L in shed')).toMatchObject([{ loop: 'heron', room: 'shed' }]);
    expect(readParts('tank of 800 L in loop nine', context)).toBe('There is no loop called nine.');
  });

  test('what a tank is for is no loop', () => {
    expect(places('2 tanks of 1000 L for fingerlings')).toMatchObject([
      { stage: 'nursery', limitKgM3: 30, loop: 'heron' },
      { stage: 'nursery' },
    ]);
    expect(places('tank of 9 m³ for grow-out for brook')).toMatchObject([{ stage: 'grow-out', loop: 'brook' }]);
  });

  test.each([
    ['pump 2000 gal/h 220 W', 7571],
    ['pump 33 gal/min', 7495],
    ['pump 12 m³/hr', 12_000],
    ['pump 90 lpm', 5400],
  ])('%s is so many litres an hour', (line, flowLH) => {
    expect(Math.round(read(line).equipment[0]!.flowLH!)).toBe(flowLH);
  });

  test('a measure that is not known is said, and nothing is made of half a line', () => {
    expect(readParts('pump 30 bar/week', context)).toMatch(
      /“30 bar\/week” is not understood: no measure that is known/,
    );
  });

  test('rafts and their holes', () => {
    const beds = places('2 beds of 28 rafts of 36 holes, 17 × 1.2 m');
    expect(beds).toMatchObject([{ positions: 1008, pieceSize: 36, lengthM: 17, widthM: 1.2 }, { positions: 1008 }]);
    expect(beds[0]!.areaM2).toBeCloseTo(20.4, 6);
  });

  test('one of a kind, without a number', () => {
    expect(places('media bed 3 × 6 m')).toMatchObject([{ method: 'media', areaM2: 18, positions: 450 }]);
    expect(places('40 buckets in glasshouse two')).toMatchObject([
      { method: 'bucket', positions: 40, pieceSize: 1, room: 'glasshouse two' },
    ]);
    expect(places('60 trays of 104')).toMatchObject([{ role: 'nursery', positions: 6240, pieceSize: 104 }]);
    expect(places('purge tank of 3 m3 salted 5 g/l named P2')).toMatchObject([
      { role: 'purge', code: 'P2', saltGL: 5, loop: null },
    ]);
    expect(places('cold room in pack room')).toMatchObject([
      { role: 'cold', code: 'COLD', room: 'pack room', volumeL: null },
    ]);
  });

  test('volumes by their sides, gallons, and what stands on a stand', () => {
    expect(places('tank 4 × 2 × 1 m')[0]!.volumeL).toBeCloseTo(8000, 6);
    expect(places('two tanks of 275 gallons')[1]!.volumeL).toBeCloseTo(1041, 0);
    expect(places('12 towers of 44 on a stand for brook')).toMatchObject([{ standsOn: 'stand', loop: 'brook' }]);
  });

  test('pumps with their cycle, air, filters', () => {
    expect(read('pump 12 m³/h 3 m head 400 W 15 on 45 off').equipment).toMatchObject([
      { kind: 'pump', flowLH: 12_000, headM: 3, watts: 400, onMin: 15, offMin: 45, loop: 'heron' },
    ]);
    expect(read('2 blowers 250 W').equipment).toMatchObject([
      { name: 'Blower 1', kind: 'aerator', watts: 250, kgO2PerDay: 6 },
      { name: 'Blower 2' },
    ]);
    expect(read('moving bed filter 1.5 m³').equipment).toMatchObject([{ kind: 'filter', volumeM3: 1.5 }]);
    expect(read('drum filter 180 W').equipment).toMatchObject([{ kind: 'solids', watts: 180 }]);
  });

  test('commas as the country writes them', () => {
    speakFrom(() => ({ ...HOME, locale: 'de-DE' }));
    expect(places('tank of 1,5 m³')[0]!.volumeL).toBe(1500);
    speakFrom(() => HOME);
    expect(places('tank of 11,000 L')[0]!.volumeL).toBe(11_000);
  });

  test.each([
    ['', 'Say what there is'],
    ['5 dragons', 'no part of a farm'],
    ['8 tanks', 'how much water'],
    ['18 towers', 'how many sites'],
    ['3 tanks of 2 m³ named H1–H2', 'do not go together'],
    ['bed of 600 holes named R1', 'There is a R1 already'],
    ['tank of 2 m³ for nowhere', 'no loop called nowhere'],
    ['2900 tanks of 2 m³', 'From 1 to 2,000'],
    ['raft bed', 'how large it is'],
    ['2 tanks of 2 m³ named H8–H1', 'counts no run'],
  ])('“%s” is answered in words', (line, words) => {
    expect(readParts(line, context)).toContain(words);
  });
});

describe('what owners said that was dropped before', () => {
  const several = { ...context, loops: ['one', 'two', 'three', 'four', 'five'], loop: 'one', taken: [] };
  const hear = (line: string) => {
    const heard = hearParts(line, several);
    if (typeof heard === 'string') throw new Error(heard);
    return heard;
  };
  const strange = (line: string) => hear(line).notUnderstood.map((n) => n.text);

  test('things in the water’s way are parts in that order, each with its own measures', () => {
    const { equipment, places } = hear('drum filter 180 W, then a biofilter of 2 m³ feeding a sump of 4 m³ for three');
    expect(equipment.map((e) => [e.kind, e.watts, e.volumeM3, e.loop])).toEqual([
      ['solids', 180, null, 'three'],
      ['filter', null, 2, 'three'],
    ]);
    expect(places).toMatchObject([{ role: 'sump', volumeL: 4000, loop: 'three' }]);
  });

  test('one for each: of towers, of tanks in the same breath, of loops', () => {
    expect(hear('a 40 W pump at each of 90 towers').equipment).toHaveLength(90);
    const both = hear('8 tanks of 1 m³, each with a 40 W pump');
    expect([both.places.length, both.equipment.length]).toEqual([8, 8]);
    expect(hear('one blower 60 W for each loop').equipment.map((e) => e.loop)).toEqual(several.loops);
    expect(hear('a sump of 2 m³ for loops 2 to 4').places.map((p) => p.loop)).toEqual(['two', 'three', 'four']);
  });

  test('rooms and loops are the same whatever their capitals; what is no room is none', () => {
    const known = {
      ...several,
      places: [{ role: 'tank', method: null, room: 'Hall', positions: null, pieceSize: null }],
    };
    const heard = hearParts('tank of 2 m³ in the hall for TWO', known as never);
    expect(heard).toMatchObject({ places: [{ room: 'Hall', loop: 'two' }], notUnderstood: [] });
    expect(strange('four tanks of 2 m³ in the fermentation cave')).toEqual(['fermentation cave']);
    expect(hear('tank of 2 m³ in “Fermentation cave”').places[0]!.room).toBe('Fermentation cave');
  });

  test('what has no use for a thing is said, and a second size too', () => {
    expect(strange('tank of 2 m³ 90 W')).toEqual(['90 W']);
    expect(strange('tank of 2 m³ of 3 m³')).toEqual(['3 m³']);
    expect(strange('3 big blue tanks of 2 m³')).toEqual(['big blue']);
    expect(strange('a dozen tanks of 2 m³ on the roof')).toEqual([]);
    expect(hear('fish sump of 800 L and a plant sump of 2 m³').places.map((p) => p.volumeL)).toEqual([800, 2000]);
  });

  test.each([
    ['tank 2 × 2 × 1 m of 9 m³', 'Give only one of them'],
    ['pump 30 hours on a day', '24 hours'],
    ['raft bed of 0 holes', 'From 1 to'],
    ['tank of 2 m³ 140 % full', 'between 0 and 100 %'],
    ['8 Becken mit 11 m³', 'no part of a farm'],
    ['tank of 2 m³ called “Big Bertha”', 'is no code'],
    [`tank of 2 m³ ${'x'.repeat(500)}`, 'one part at a time'],
    ['7 rafts of 36 holes in 2 beds', 'do not come out even'],
  ])('“%s” adds nothing, and says why', (line, words) => {
    expect(hearParts(line, several)).toContain(words);
  });
});
