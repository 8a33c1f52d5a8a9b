import { describe, expect, test } from 'vitest';
import { settled } from '../../../src/core/acts/decision';
import { decideFeeding, type FeedingFacts, type FeedLotFact } from '../../../src/core/fish/decideFeeding';

const bag = (lotCode: string, over: Partial<FeedLotFact> = {}): FeedLotFact => ({
  ...{ lotId: lotCode, lotCode, placeId: 'store', speciesCode: 'trout', pelletMm: null, beganOn: '2026-05-01' },
  ...{ massG: 10_000, ...over },
});
const eater = (lotId: string, speciesCode: string, share: number, lastPelletMm: number | null = null) => ({
  ...{ lotId, speciesCode, share, lastPelletMm },
});
const farm = (over: Partial<FeedingFacts> = {}): FeedingFacts => ({
  eaters: [eater('TRT-1', 'trout', 1)],
  speciesNames: new Map([
    ['trout', 'Rainbow trout'],
    ['bass', 'Striped bass'],
  ]),
  store: [bag('A'), bag('B', { beganOn: '2026-05-09' })],
  rationG: 5000,
  biomassG: 500_000,
  dangers: [],
  ...over,
});
const feeding = (massG: number) => ({ placeId: 'k1', massG, response: 'eager', withheldG: 200 });

/** What came out of which bag, and who ate it. */
function fed(facts: FeedingFacts, massG: number) {
  const { effects } = settled(decideFeeding(facts, feeding(massG)), true);
  return effects.map((e) => {
    if (e.does !== 'movement') throw new Error(e.does);
    const parts = Object.fromEntries(e.eaten!.parts.map((p) => [p.lotId, p.massG]));
    return { bag: (e.lot as { lotId: string }).lotId, massG: e.massG, parts, withheldG: e.eaten!.withheldG ?? 0 };
  });
}
const asked = (facts: FeedingFacts, massG: number) => {
  const decision = decideFeeding(facts, feeding(massG));
  return 'asks' in decision ? decision.asks : [];
};

describe('out of which bag fish are fed', () => {
  test('the oldest of their own first; what was held back is written down once', () => {
    expect(fed(farm(), 12_000)).toEqual([
      { bag: 'A', massG: 10_000, parts: { 'TRT-1': 10_000 }, withheldG: 200 },
      { bag: 'B', massG: 2000, parts: { 'TRT-1': 2000 }, withheldG: 0 },
    ]);
    expect(asked(farm(), 5000)).toEqual([]);
  });

  test('their code decides nothing: a bag with the letters of another species is theirs when it is for them', () => {
    const store = [bag('FEED-BAS-1', { speciesCode: 'trout' }), bag('FEED-TRT-1', { speciesCode: 'bass' })];
    expect(fed(farm({ store }), 1000).map((f) => f.bag)).toEqual(['FEED-BAS-1']);
  });

  test('the pellets they had last come before an older bag of others', () => {
    const store = [bag('old', { pelletMm: 2 }), bag('new', { pelletMm: 4.5, beganOn: '2026-05-30' })];
    expect(fed(farm({ store, eaters: [eater('TRT-1', 'trout', 1, 4.5)] }), 1000).map((f) => f.bag)).toEqual(['new']);
    expect(fed(farm({ store }), 1000).map((f) => f.bag)).toEqual(['old']);
  });

  test('where their own is used up, feed for any fish is taken; out of the bags of others only after a yes', () => {
    const any = farm({ store: [bag('A', { massG: 1000 }), bag('any', { speciesCode: null })] });
    expect(asked(any, 4000)).toEqual([]);
    expect(fed(any, 4000).map((f) => [f.bag, f.massG])).toEqual([
      ['A', 1000],
      ['any', 3000],
    ]);
    const others = farm({ store: [bag('A', { massG: 1000 }), bag('BASS-7', { speciesCode: 'bass' })] });
    expect(asked(others, 4000)).toEqual([
      'The store holds 1,000 g of feed for Rainbow trout; the other 3,000 g come out of BASS-7 (for Striped bass). Is that so?',
    ]);
    expect(() => settled(decideFeeding(others, feeding(4000)), false)).toThrow(/BASS-7/);
  });

  test('a mixed tank: each species out of its own bags, and nothing is left over', () => {
    const mixed = farm({
      eaters: [eater('BAS-1', 'bass', 0.3), eater('TRT-1', 'trout', 0.5), eater('TRT-2', 'trout', 0.2)],
      store: [bag('T'), bag('S', { speciesCode: 'bass' })],
    });
    const out = fed(mixed, 1000.1);
    expect(out.map((f) => f.bag)).toEqual(['S', 'T']);
    expect(out[0]!.massG).toBeCloseTo(300, 5);
    expect(out[0]!.parts).toEqual({ 'BAS-1': 300 });
    expect(Object.keys(out[1]!.parts)).toEqual(['TRT-1', 'TRT-2']);
    const eaten = out.flatMap((f) => Object.values(f.parts)).reduce((sum, g) => sum + g, 0);
    expect(eaten).toBeCloseTo(1000.1, 6);
    expect(out.reduce((sum, f) => sum + f.massG!, 0)).toBeCloseTo(1000.1, 6);
  });

  test('each species that runs over is asked about by itself', () => {
    const mixed = farm({
      eaters: [eater('BAS-1', 'bass', 0.5), eater('TRT-1', 'trout', 0.5)],
      store: [bag('K', { speciesCode: 'koi' })],
    });
    expect(asked(mixed, 1000)).toHaveLength(2);
  });

  test('more than lies in all stores is refused, and an empty tank too', () => {
    const refusal = (facts: FeedingFacts, massG: number) => {
      const decision = decideFeeding(facts, feeding(massG));
      return 'refused' in decision ? decision.refused.words : null;
    };
    expect(refusal(farm(), 20_001)).toMatch(/holds only 20,000 g of feed/);
    expect(refusal(farm({ eaters: [] }), 100)).toMatch(/no fish in this tank/);
  });

  test('whatever is fed, whatever lies there: grams out of bags are grams eaten, and no bag gives more than it holds', () => {
    let seed = 7;
    const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
    for (let n = 0; n < 500; n++) {
      const kinds = ['trout', 'bass', 'koi'];
      const store = Array.from({ length: 1 + Math.floor(random() * 5) }, (_, i) =>
        bag(`B${i}`, {
          speciesCode: [...kinds, null][Math.floor(random() * 4)]!,
          massG: Math.round(random() * 50_000) / 10,
        }),
      );
      const lots = Array.from({ length: 1 + Math.floor(random() * 4) }, (_, i) =>
        eater(`L${i}`, kinds[Math.floor(random() * 3)]!, random()),
      );
      const whole = lots.reduce((sum, l) => sum + l.share, 0);
      const facts = farm({ store, eaters: lots.map((l) => ({ ...l, share: l.share / whole })) });
      const there = store.reduce((sum, b) => sum + b.massG, 0);
      const massG = Math.round(random() * there * 10) / 10;
      if (massG <= 0) continue;
      const out = fed(facts, massG);
      expect(out.reduce((sum, f) => sum + f.massG!, 0)).toBeCloseTo(massG, 5);
      expect(out.flatMap((f) => Object.values(f.parts)).reduce((sum, g) => sum + g, 0)).toBeCloseTo(massG, 5);
      for (const b of store)
        expect(out.filter((f) => f.bag === b.lotId).reduce((sum, f) => sum + f.massG!, 0)).toBeLessThan(b.massG + 0.05);
    }
  });
});

test('where the water is dangerous, feeding is asked about, with why', () => {
  const asked = decideFeeding(farm({ dangers: ['H1: Oxygen 2.0 mg/L'] }), feeding(1000));
  expect(asked).toMatchObject({ asks: ['H1: Oxygen 2.0 mg/L', 'Feed all the same?'] });
});
