import loadHighs from 'highs';
import { describe, expect, test } from 'vitest';
import { sowingGaps } from '../../../src/core/crops/gaps';
import { RuleBroken } from '../../../src/core/errors';
import { promiseTable } from '../../../src/core/market/promiseTable';
import { forecastFarm } from '../../../src/core/plan/forecast';
import type { FarmFacts } from '../../../src/core/facts/farm';
import { addDays } from '../../../src/core/quantity/days';
import { METRIC } from '../../../src/core/quantity/units';
import { candidateBatches } from '../../../src/core/stocking/batches';
import { bindingLimits, lackingWishes } from '../../../src/core/stocking/limits';
import { stockingProblem } from '../../../src/core/stocking/problem';
import { type StockingTarget } from '../../../src/core/stocking/demand';
import { solveStocking } from '../../../src/core/stocking/solve';
import { aFarm, aPlace, aStep, ids, LETTUCE_PRODUCT } from '../farm';

const target = (over: Partial<StockingTarget['species'][number]> = {}): StockingTarget => ({
  weeks: 40,
  by: 'steady',
  costs: { batchMinor: 9000, moveMinor: 4000, shortMinorPerKg: 3000 },
  species: [
    {
      code: 'rainbow-trout',
      amount: 12,
      counted: false,
      fromG: null,
      fromWeek: 26,
      untilWeek: 40,
      fingerlingSizesG: [60],
      ...over,
    },
  ],
});

const farm = (over: Partial<FarmFacts> = {}) => aFarm({ fish: [], plantings: [], ...over });

async function words(facts: FarmFacts, wanted: StockingTarget) {
  const { input } = stockingProblem(facts, [], wanted);
  const { plan } = solveStocking({
    highs: await loadHighs(),
    input,
    limits: { seconds: 3, gap: 0.01, nodes: 200 },
    report: () => undefined,
    clock: () => 0,
  });
  return {
    plan,
    said: bindingLimits({ input, batches: candidateBatches(input), plan, units: METRIC }).map((b) => b.words),
  };
}

describe('what nobody can plan is said in words with the limit that binds', () => {
  test('a target nobody can meet: what the tanks or purge tanks cannot hold', async () => {
    const { said } = await words(farm(), target({ amount: 1_000_000 }));
    expect(said.join()).toMatch(/full|holds the number/);
  });

  test('a size no fish reaches within the weeks', async () => {
    const { said, plan } = await words(farm(), target({ fromG: 9000 }));
    expect(said[0]).toMatch(/No fish bought now would reach 9,000 g within the weeks planned/);
    expect(plan.batches).toEqual([]);
  });

  test('a farm with no tank at all, and one without purge tanks', async () => {
    const none = await words(farm({ places: [] }), target());
    expect(none.said[0]).toMatch(/no tank, quarantine or purge tank holds the number/);
    const inPlace = farm({ places: aFarm().places.filter((p) => p.kind !== 'purge') });
    expect((await words(inPlace, target())).plan.batches.length).toBeGreaterThan(0);
  });

  test('orders of nought want nothing, and nothing is said to be short', async () => {
    const { said, plan } = await words(farm(), target({ amount: 0 }));
    expect([said, plan.batches, plan.costMinor]).toEqual([[], [], 0]);
  });

  test('a species without a temperature range is refused, naming what is wrong', () => {
    const species = aFarm().species.map((s) => (s.code === 'rainbow-trout' ? { ...s, tempOptC: s.tempMaxC } : s));
    expect(() => stockingProblem(farm({ species }), [], target())).toThrow(RuleBroken);
    expect(() => stockingProblem(farm({ species }), [], target())).toThrow(/best temperature .* must lie between/);
  });

  test('no nursery or no bed: the shortfall is told with that reason, and no sowing is advised', () => {
    const promises = [
      {
        lineId: 'l',
        orderId: 'o',
        orderCode: 'O-1',
        customer: 'Inn',
        productCode: 'butterhead-lettuce',
        day: '2026-09-01',
        quantity: 60,
      },
    ];
    const look = (kind: string) => {
      const facts = farm({
        promises,
        products: [LETTUCE_PRODUCT],
        places: aFarm().places.filter((p) => p.kind !== kind),
      });
      const forecast = forecastFarm(facts, []);
      return sowingGaps({
        facts,
        forecast,
        promise: promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: 20 }),
        codeFor: (c) => c,
        newId: ids(),
      })[0];
    };
    expect(look('nursery')).toMatchObject({ sowing: null, full: 'This farm has no nursery to sow it in.' });
    expect(look('bed')).toMatchObject({ sowing: null, full: 'This farm has no bed to grow it in.' });
  });

  test('a plan of 20,000 steps, most for fish that are not there, is forecast, and each is told', () => {
    const steps = Array.from({ length: 20_000 }, (_, i) =>
      aStep({
        id: `s${i}`,
        groupId: `g${i}`,
        kind: 'harvest',
        day: addDays('2026-06-01', i % 180),
        lotCode: `NO-${i}`,
        fromPlaceId: 'k1',
      }),
    );
    const { warnings, supply } = forecastFarm(
      aFarm({ places: [...aFarm().places, aPlace({ id: 'k9', kind: 'tank' })] }),
      steps,
    );
    expect(warnings).toHaveLength(20_000);
    expect(supply).toEqual([]);
  });
});

describe('a wish that nothing can be planned for', () => {
  const today = (facts: FarmFacts, wanted: StockingTarget) =>
    lackingWishes(facts, wanted, facts.today).map((b) => b.words.replace(/^.*? (?=is|has)/, ''));

  test('names the market size that is missing where fish are counted', () => {
    const facts = farm();
    const without = { ...facts, species: facts.species.map((s) => ({ ...s, marketG: null })) } as FarmFacts;
    expect(today(without, target({ counted: true }))).toEqual([
      'has no market size, so nothing is planned for it: set one under Species.',
    ]);
    expect(today(facts, target({ counted: true }))).toEqual([]);
  });

  test('says that nobody can have ordered what is not sold', () => {
    const facts = farm({ products: [LETTUCE_PRODUCT] });
    expect(today(facts, { ...target({ amount: null }), by: 'orders' })).toEqual([
      'is not sold as food, so nobody can have ordered it: give it a name and a price under Species, or type an amount.',
    ]);
  });
});
