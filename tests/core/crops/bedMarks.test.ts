import { describe, expect, test } from 'vitest';
import { bedGap, handOver } from '../../../src/core/crops/bedMarks';
import type { PlantStay } from '../../../src/core/facts/forecast';

const bed = { id: 'r1', positions: 100, pieceSize: 20 };
const crops = [
  { code: 'basil', name: 'Basil' },
  { code: 'rocket', name: 'Rocket' },
];
const stay = (over: Partial<PlantStay>): PlantStay => ({
  ...{ lotCode: 'L', cropCode: 'basil', placeId: 'r1', from: -5, until: 20, positions: 60, plants: 60, stage: 0 },
  ...{ readyFrom: null, crops: [], ...over },
});
const at = 0;

describe('a gap', () => {
  test('is told when at least a raft stands empty and nothing comes within the week', () => {
    expect(bedGap({ bed, forecast: { plants: [stay({})] }, at })).toEqual({ places: 40, nextAt: null });
    const late = [stay({}), stay({ from: 9, until: 40 })];
    expect(bedGap({ bed, forecast: { plants: late }, at })).toEqual({ places: 40, nextAt: 9 });
    expect(bedGap({ bed, forecast: { plants: late }, at: 3 })).toBeNull();
  });

  test('is none when less than a raft is free, and in a bed whose places are not counted', () => {
    expect(bedGap({ bed, forecast: { plants: [stay({ positions: 85 })] }, at })).toBeNull();
    expect(bedGap({ bed: { ...bed, positions: null }, forecast: { plants: [] }, at })).toBeNull();
  });
});

describe('a bed handed over', () => {
  test('names what grows, what follows and when; the same crop again is no hand-over', () => {
    const plants = [stay({}), stay({ from: 8, until: 30 }), stay({ cropCode: 'rocket', from: 21, until: 50 })];
    expect(handOver({ bed, forecast: { plants }, at }, crops)).toEqual({ from: ['Basil'], to: 'Rocket', at: 21 });
    expect(handOver({ bed, forecast: { plants: plants.slice(0, 2) }, at }, crops)).toBeNull();
  });

  test('is not told of what lies months ahead, or of an empty bed that is planted at last', () => {
    const later = [stay({}), stay({ cropCode: 'rocket', from: 60, until: 90 })];
    expect(handOver({ bed, forecast: { plants: later }, at }, crops)).toBeNull();
    expect(handOver({ bed, forecast: { plants: [stay({ from: 4 })] }, at }, crops)).toBeNull();
  });
});
