import { describe, expect, test } from 'vitest';
import { settled } from '../../../src/core/acts/decision';
import { decideLiveSale } from '../../../src/core/fish/decideLiveSale';
import { SPECIES_DEFAULTS } from '../../../src/core/library/defaults';
import type { FarmFacts, ProductFact } from '../../../src/core/facts/farm';
import { aFarm, someTrout } from '../farm';

const LIVE: ProductFact = {
  ...aFarm().products[0]!,
  ...{ code: 'trout-live', name: 'Trout 28–34 cm', unit: 'fish', speciesCode: 'rainbow-trout', cropCode: null },
  liveCm: [28, 34],
};
const fish = someTrout({ lotCode: 'TRT-1', count: 200, placeId: 'k1' });
const farm = (over: Partial<FarmFacts> = {}) =>
  aFarm({
    fish: [fish],
    products: [LIVE],
    species: [SPECIES_DEFAULTS.find((s) => s.code === 'rainbow-trout')!],
    ...over,
  });
const sale = { lotCode: 'TRT-1', fromPlaceId: 'k1', productCode: 'trout-live', count: 5, massG: 5 * 330 };

const refusal = (facts: FarmFacts, of = sale) => {
  const decision = decideLiveSale({ facts, today: '2026-06-01', lastSeen: null }, of);
  return 'refused' in decision ? decision.refused : null;
};

describe('fish for live sale, by whatever door', () => {
  test('what is not there, no grade, or more than there are is refused beside its field', () => {
    expect(refusal(farm(), { ...sale, fromPlaceId: 'k9' })).toMatchObject({ field: 'form' });
    expect(refusal(farm(), { ...sale, productCode: 'lettuce' })).toMatchObject({ field: 'productCode' });
    expect(refusal(farm(), { ...sale, count: 201 })).toMatchObject({
      field: 'count',
      words: expect.stringMatching(/more than that/),
    });
    expect(refusal(farm(), { ...sale, massG: 1_000_000 })).toMatchObject({
      field: 'massG',
      words: expect.stringMatching(/Check the unit/),
    });
  });

  test('nothing is sold out of quarantine; cleared, it may be', () => {
    const apart = { lotCode: 'TRT-1', placeId: 'k1', from: '2026-05-20', until: '2026-06-10', clearedOn: null };
    expect(refusal(farm({ quarantine: [apart] as never }))?.words).toMatch(/in quarantine until 10 Jun/);
    expect(refusal(farm({ quarantine: [{ ...apart, clearedOn: '2026-06-01' }] as never }))).toBeNull();
  });

  test('treated and ill fish are asked about, all at once, and sold only after a yes', () => {
    const treatments = [{ lotCode: 'TRT-1', product: 'Salt bath', until: '2026-06-09' }];
    const lastSeen = { state: 'ill', day: '2026-05-30' };
    const decision = decideLiveSale({ facts: farm({ treatments }), today: '2026-06-01', lastSeen }, sale);
    expect(() => settled(decision, false)).toThrow(/treated with Salt bath.*\n.*was ill when last observed/);
    const { effects } = settled(decision, true);
    expect(effects[0]).toMatchObject({ does: 'movement', reason: 'harvest', count: 5 });
    expect(effects[1]).toMatchObject({ does: 'lot', lot: { productCode: 'trout-live', code: 'LF-TRT-260601' } });
  });
});
