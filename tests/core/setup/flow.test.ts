import { describe, expect, test } from 'vitest';
import { METRIC } from '../../../src/core/quantity/units';
import { copyLoop, hearCopy } from '../../../src/core/setup/copyLoop';
import type { FarmDescription, LoopPart } from '../../../src/core/setup/description';
import { descriptionFaults } from '../../../src/core/setup/faults';
import { flowOf } from '../../../src/core/setup/flow';
import { usualHabits } from '../../../src/core/setup/habits';
import { readParts } from '../../../src/core/setup/readParts';
import { sayBack } from '../../../src/core/setup/sentence/sayBack';
import { fromShape, SHAPES } from '../../../src/core/setup/shapes';

const HABITS = { ...usualHabits('en-GB', 'UTC'), name: 'Sedge Yard' };
const HERON: LoopPart = { code: 'heron', name: 'Heron', kind: 'coupled', lowC: 20, highC: 26, into: null };

function described(lines: string[], loops = [{ ...HERON }]): FarmDescription {
  const d: FarmDescription = {
    ...{ habits: HABITS, loops, places: [], equipment: [] },
    ...{ species: ['nile-tilapia'], crops: [], people: [] },
  };
  for (const line of lines) {
    const ground = { loop: 'heron', loops: d.loops, taken: d.places.map((p) => p.code), places: d.places };
    const made = readParts(line, { ...ground, machines: d.equipment.map((e) => e.name) });
    if (typeof made === 'string') throw new Error(made);
    d.places.push(...made.places);
    d.equipment.push(...made.equipment);
  }
  return d;
}

describe('the water’s way', () => {
  test('is as it was said: then, behind it, feeding', () => {
    const d = described([
      '3 tanks of 2 m³, then a drum filter 180 W, then a sump of 1 m³ feeding 2 beds of 100 holes, 5 × 1 m',
    ]);
    expect(flowOf(d, 'heron').map((n) => n.kind)).toEqual(['tank', 'machine', 'sump', 'bed']);
    expect(d.equipment[0]).toMatchObject({ behind: d.places[0]!.code });
    expect(sayBack(d, METRIC).join('\n')).toContain(`behind ${d.places[0]!.code}`);
  });

  test('where nothing was said parts stand where they usually do', () => {
    const d = described([
      'pump 10 m³/h',
      'sump of 1 m³',
      '2 beds of 100 holes, 5 × 1 m',
      'biofilter of 1 m³',
      'drum filter',
      '3 tanks of 2 m³',
    ]);
    expect(flowOf(d, 'heron').map((n) => n.what)).toEqual([
      '3 × grow-out tank',
      'solids removal',
      'biofilter',
      '2 × raft',
      'sump',
      'pump',
    ]);
  });

  test('spares, air and lamps are not on it; another loop’s parts neither', () => {
    const d = described(
      ['3 tanks of 2 m³', '2 spare pumps 5 m³/h', 'blower 250 W', '4 lamps 600 W', 'pump 5 m³/h'],
      [{ ...HERON }, { ...HERON, code: 'fen', name: 'Fen' }],
    );
    expect(flowOf(d, 'heron').map((n) => n.kind)).toEqual(['tank', 'machine']);
    expect(flowOf(d, 'fen')).toEqual([]);
  });

  test('a part behind one that is gone still stands on it', () => {
    const d = described(['3 tanks of 2 m³, then a drum filter 180 W']);
    d.places = [];
    expect(flowOf(d, 'heron')).toHaveLength(1);
  });
});

describe('a loop copied with all in it', () => {
  test.each([
    ['copy loop heron 4 times', 4],
    ['copy heron', 1],
    ['Copy the loop Heron twice', 2],
    ['four more loops like heron', 4],
    ['3 more loops like Heron with everything in it', 3],
    ['2 loops just like HERON', 2],
    ['repeat heron 12 times', 12],
  ])('“%s”', (line, times) => expect(hearCopy(line, [HERON])).toEqual({ code: 'heron', times }));

  test.each(['4 tanks of 2 m³', 'copying machine', 'pump for loop heron', '4 loops'])(
    '“%s” is something else',
    (line) => expect(hearCopy(line, [HERON])).toBeNull(),
  );

  test('of a loop that is not there, or too often, it says so', () => {
    expect(hearCopy('copy loop otter 3 times', [HERON])).toContain('no loop otter');
    expect(hearCopy('copy heron 99 times', [HERON])).toContain('at most 60');
  });

  test.each(SHAPES.map((s) => [s.code, s] as const))(
    'of %s has the same parts, each with a code of its own, and can be laid',
    (_, shape) => {
      const d = fromShape(shape, HABITS, []);
      for (const loop of d.loops) {
        const own = {
          places: d.places.filter((p) => p.loop === loop.code),
          machines: d.equipment.filter((e) => e.loop === loop.code),
        };
        const more = copyLoop(d, { code: loop.code, times: 4 });
        expect(more.loops).toHaveLength(d.loops.length + 4);
        expect(more.places).toHaveLength(d.places.length + 4 * own.places.length);
        expect(more.equipment).toHaveLength(d.equipment.length + 4 * own.machines.length);
        expect(new Set(more.places.map((p) => p.code.toUpperCase())).size).toBe(more.places.length);
        for (const l of more.loops) {
          const names = more.equipment.filter((e) => e.loop === l.code).map((e) => e.name.toLowerCase());
          expect(new Set(names).size).toBe(names.length);
        }
        expect(descriptionFaults(more)).toEqual({});
      }
    },
  );

  test('keeps its own order of flow', () => {
    const d = copyLoop(described(['3 tanks of 2 m³, then a drum filter 180 W']), { code: 'heron', times: 1 });
    expect(flowOf(d, 'heron2').map((n) => n.kind)).toEqual(['tank', 'machine']);
    const filter = d.equipment.find((e) => e.loop === 'heron2')!;
    expect(d.places.find((p) => p.code === filter.behind)!.loop).toBe('heron2');
  });
});
