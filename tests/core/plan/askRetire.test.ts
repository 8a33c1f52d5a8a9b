import { describe, expect, test } from 'vitest';
import { askRetire } from '../../../src/core/plan/askRetire';
import { NO_DETAIL, type PlanStep } from '../../../src/core/facts/step';
import { aFarm, someTrout } from '../farm';

const step = (over: Partial<PlanStep>) =>
  ({
    id: 's',
    groupId: 'g',
    kind: 'stock',
    day: '2026-07-01',
    lotCode: 'TRT-9',
    speciesCode: 'rainbow-trout',
    cropCode: null,
    fromPlaceId: null,
    toPlaceId: 'k1',
    count: 400,
    detail: NO_DETAIL,
    version: 1,
    ...over,
  }) as PlanStep;
const promise = (orderCode: string, productCode = 'rainbow-trout') => ({
  lineId: orderCode,
  orderId: orderCode,
  orderCode,
  customer: 'Marla',
  productCode,
  day: '2026-06-20',
  quantity: 1000,
});

describe('before a species or crop is put away', () => {
  test('fish that are here, arrivals that are planned and orders that want it are named', () => {
    const facts = aFarm({
      fish: [someTrout(), someTrout({ lotId: 'lot-2', placeId: 'k2', count: 700 })],
      promises: [promise('O-1'), promise('O-2'), promise('O-2')],
    });
    const plan = [step({}), step({ id: 's2', day: '2026-06-15' }), step({ id: 's3', kind: 'harvest' })];
    expect(askRetire({ facts, plan, what: 'species', code: 'rainbow-trout' })).toEqual([
      expect.stringMatching(/^1,200 fish of it are in \S+, \S+\. They stay/),
      '2 arrivals or sowings of it are planned, first on 15 Jun: the plan keeps them until you take them out on Season.',
      expect.stringMatching(/^2 open orders want it\./),
    ]);
  });

  test('of a crop its plants and sowings count, not those of another', () => {
    const facts = aFarm({
      plantings: [
        {
          lotId: 'l',
          lotCode: 'BUT-1',
          cropCode: 'butterhead-lettuce',
          placeId: 'r1',
          count: 240,
          sownOn: '2026-05-01',
          transplantedOn: '2026-05-20',
          cutsDone: 0,
          lastCutOn: null,
        },
      ],
    });
    const sow = step({ kind: 'sow', speciesCode: null, cropCode: 'rocket' });
    expect(askRetire({ facts, plan: [sow], what: 'crop', code: 'butterhead-lettuce' })).toEqual([
      expect.stringMatching(/^240 plants of it stand in \S+\./),
    ]);
    expect(askRetire({ facts, plan: [sow], what: 'crop', code: 'rocket' })).toEqual([
      expect.stringMatching(/^1 arrival or sowing of it is planned, first on 1 Jul/),
    ]);
  });

  test('of what is neither here nor planned nor wanted nothing is asked', () => {
    const facts = aFarm({ promises: [promise('O-1', 'butterhead-lettuce')] });
    expect(askRetire({ facts, plan: [], what: 'species', code: 'koi' })).toEqual([]);
  });
});
