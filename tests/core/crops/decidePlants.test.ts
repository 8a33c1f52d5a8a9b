import { describe, expect, test } from 'vitest';
import { settled, type Decision } from '../../../src/core/acts/decision';
import type { Effect, Taken } from '../../../src/core/acts/effects';
import { decideClearNow, decideLoss } from '../../../src/core/crops/acts/decideLoss';
import { decideMoveOn, decideTransplant } from '../../../src/core/crops/acts/decideMoveOn';
import { decideConveyor, decidePickNow } from '../../../src/core/crops/acts/decidePick';
import { decideSowMany, SeedStore } from '../../../src/core/crops/acts/decideSowing';
import type { PlantKnown } from '../../../src/core/crops/acts/standing';
import type { PlantingFact } from '../../../src/core/facts/farm';
import { METRIC } from '../../../src/core/quantity/units';
import { NO_DETAIL, type StepKind, type StoredStep } from '../../../src/core/facts/step';
import { aFarm, aPlace } from '../farm';

const heads = (over: Partial<PlantingFact> = {}): PlantingFact => ({
  ...{ lotId: 'lot', lotCode: 'BULE-1', cropCode: 'butterhead-lettuce', placeId: 'r1', count: 100 },
  ...{ sownOn: '2026-04-01', transplantedOn: '2026-04-20', cutsDone: 0, lastCutOn: null, ...over },
});
let n = 0;
const step = (kind: StepKind, over: Partial<Omit<StoredStep, 'kind'>> = {}) =>
  ({
    ...{ id: `${kind}-${n++}`, groupId: 'g', kind, day: '2026-06-10', lotCode: 'BULE-1', speciesCode: null },
    ...{
      cropCode: 'butterhead-lettuce',
      fromPlaceId: 'r1',
      toPlaceId: null,
      count: 100,
      detail: NO_DETAIL,
      version: 1,
    },
    ...{ state: 'planned', doneOn: null, note: null, ...over },
  }) as StoredStep;
const farm = (plantings: PlantingFact[], plan: StoredStep[] = []): PlantKnown => ({
  facts: aFarm({
    plantings,
    places: [
      ...aFarm().places,
      aPlace({ id: 'r2', kind: 'bed', positions: 600, areaM2: 30, method: 'raft', pieceSize: 20 }),
    ],
  }),
  plan,
  on: '2026-06-01',
  units: METRIC,
  newId: () => `new-${n++}`,
});
const asks = <T>(decision: Decision<T>) => ('asks' in decision ? decision.asks : []);
const words = <T>(decision: Decision<T>) => ('refused' in decision ? decision.refused.words : '');
const effects = (decision: Decision<Taken<unknown>>): Effect[] => settled(decision, true).effects;
const moves = (all: Effect[]) =>
  all.flatMap((e) =>
    e.does === 'movement' ? [[e.reason, e.count ?? e.massG, 'role' in e.from ? e.from.role : '']] : [],
  );

describe('what is counted stands against the books', () => {
  const onBench = { lotId: 'lot', there: 100, step: step('transplant', { fromPlaceId: 'nb', toPlaceId: 'r1' }) };

  test('more planted than was sown is asked about; after a yes the difference is counted, not made', () => {
    const decision = decideTransplant({ ...farm([]), ...onBench, cameUp: null }, { count: 104 });
    expect(asks(decision)).toEqual(['By the books 100 are on the bench; 104 went in. Were that many counted?']);
    expect(moves(effects(decision))).toEqual([
      ['count', 4, 'counted'],
      ['transplant', 104, ''],
    ]);
  });

  test('more planted than came up when it was counted is asked about; the books are not touched', () => {
    const cameUp = { count: 80, day: '2026-05-20' };
    const decision = decideTransplant({ ...farm([]), ...onBench, cameUp }, { count: 95 });
    expect(asks(decision)[0]).toBe('Only 80 had come up when counted on 20 May; 95 is more. Is that so?');
    expect(moves(effects(decision)).map(([reason]) => reason)).toEqual(['transplant', 'lost']);
    expect(asks(decideTransplant({ ...farm([]), ...onBench, cameUp }, { count: 80 }))).toHaveLength(1);
  });

  test('more heads picked than stand there after a move are asked about, counted, and packed', () => {
    const wish = { lotId: 'lot', placeId: 'r1', quantity: 30 };
    const decision = decidePickNow({ ...farm([heads({ count: 20 })]), cut: 1 }, wish);
    expect(asks(decision)).toEqual(['By the books 20 plants stand here; 30 were picked. Were that many counted?']);
    expect(moves(effects(decision))).toEqual([
      ['count', 10, 'counted'],
      ['pick', 30, ''],
      ['make', 30, 'made'],
    ]);
    expect(asks(decidePickNow({ ...farm([heads({ count: 30 })]), cut: 1 }, wish))).toEqual([]);
  });
});

describe('the plan goes with the plants', () => {
  test('picking all heads does the planned pick; picking some leaves it with the rest', () => {
    const pick = step('pick');
    const some = effects(
      decidePickNow({ ...farm([heads()], [pick]), cut: 1 }, { lotId: 'lot', placeId: 'r1', quantity: 40 }),
    );
    expect(some.at(-1)).toEqual({ does: 'step', stepId: pick.id, became: { count: 60 } });
    const all = effects(
      decidePickNow({ ...farm([heads()], [pick]), cut: 1 }, { lotId: 'lot', placeId: 'r1', quantity: 100 }),
    );
    expect(all.at(-1)).toEqual({ does: 'step', stepId: pick.id, became: { state: 'done' } });
    expect(all.some((e) => e.does === 'job')).toBe(true);
  });

  test('a part that goes to another bed takes its part of the plan along; all of them take all of it', () => {
    const plan = [step('pick', { count: 100 }), step('clear', { count: 100 })];
    const move = { lotId: 'lot', placeId: 'r1', toPlaceId: 'r2' };
    const part = effects(decideMoveOn(farm([heads()], plan), { ...move, count: 30 }));
    expect(part.filter((e) => e.does === 'step')).toMatchObject(plan.map(() => ({ became: { count: 70 } })));
    expect(part.find((e) => e.does === 'stepsAdded')).toMatchObject({
      steps: plan.map((s) => ({ kind: s.kind, fromPlaceId: 'r2', count: 30 })),
    });
    const whole = effects(decideMoveOn(farm([heads()], plan), { ...move, count: 100 }));
    expect(whole.filter((e) => e.does === 'step')).toMatchObject(plan.map(() => ({ became: { fromPlaceId: 'r2' } })));
  });

  test('the last of them lost, or all cleared: nothing is planned for them any more', () => {
    const plan = [step('pick'), step('clear'), step('pick', { fromPlaceId: 'r2' })];
    const dropped = (all: Effect[]) => all.filter((e) => e.does === 'step' && e.became.state === 'dropped').length;
    expect(
      dropped(effects(decideLoss(farm([heads()], plan), { lotId: 'lot', placeId: 'r1', count: 100, cause: 'heat' }))),
    ).toBe(2);
    expect(
      dropped(effects(decideLoss(farm([heads()], plan), { lotId: 'lot', placeId: 'r1', count: 99, cause: 'heat' }))),
    ).toBe(0);
    const cleared = decideClearNow(farm([heads()], plan), { lotId: 'lot', placeId: 'r1' });
    expect(asks(cleared)).toEqual(['100 plants go to compost; 1 planned pick taken out. Is that so?']);
    expect(dropped(effects(cleared))).toBe(2);
  });

  test('clearing what is promised names the customer who would go short', () => {
    const picks = [step('pick', { detail: { cut: 1 } }), step('clear', { day: '2026-06-11' })];
    const known = farm([heads({ sownOn: '2026-04-01' })], picks);
    const lettuce = known.facts.products.find((p) => p.cropCode === 'butterhead-lettuce')!;
    const order = { lineId: 'l', orderId: 'o', orderCode: 'O-1', customer: 'Harbour kitchen' };
    const promises = [{ ...order, productCode: lettuce.code, day: '2026-06-11', quantity: 60 }];
    const cleared = decideClearNow({ ...known, facts: { ...known.facts, promises } }, { lotId: 'lot', placeId: 'r1' });
    expect(asks(cleared).join(' ')).toMatch(/60 heads .* short for Harbour kitchen.*go to compost/);
  });
});

describe('pick, push and refill', () => {
  const young = heads({ lotId: 'young', lotCode: 'BULE-2', placeId: 'nb', transplantedOn: null, count: 40 });
  const wish = { lotId: 'lot', placeId: 'r1', quantity: 20, refillLotId: 'young' };

  test('what was picked makes room for what comes in; more than that is asked about', () => {
    const full = farm([heads({ count: 600 }), young]);
    expect(asks(decideConveyor({ ...full, cut: 1 }, { ...wish, refillCount: 20 }))).toEqual([]);
    expect(asks(decideConveyor({ ...full, cut: 1 }, { ...wish, refillCount: 25 }))[0]).toMatch(
      /has room for 20 of them/,
    );
  });

  test('more than stand on the bench, or none of them, is refused beside its field', () => {
    expect(words(decideConveyor({ ...farm([heads(), young]), cut: 1 }, { ...wish, refillCount: 41 }))).toMatch(
      /40 of BULE-2/,
    );
    expect(words(decideConveyor({ ...farm([heads()]), cut: 1 }, { ...wish, refillCount: 4 }))).toMatch(
      /on the bench any more/,
    );
  });
});

describe('sowing', () => {
  const seed = (lotId: string, count: number) => ({ lotId, placeId: 'seed', cropCode: 'butterhead-lettuce', count });

  test('several sowings of one press share the packets: what the first takes the next has no more', () => {
    const known = { ...farm([]), seeds: [seed('old', 50), seed('new', 100)] };
    const sowings = [60, 60].map((count, i) => ({
      count,
      step: step('sow', { lotCode: `BULE-${i}`, toPlaceId: 'nb' }),
    }));
    const taken = effects(decideSowMany({ ...known, sowings })).flatMap((e) =>
      e.does === 'movement' && 'lotId' in e.lot ? [[e.lot.lotId, e.count]] : [],
    );
    expect(taken).toEqual([
      ['old', 50],
      ['new', 10],
      ['new', 60],
    ]);
    const third = decideSowMany({
      ...known,
      sowings: [...sowings, { count: 31, step: step('sow', { toPlaceId: 'nb' }) }],
    });
    expect(words(third)).toMatch(/holds 30 of these seeds; 31 are more/);
  });

  test('a recipe that is another way of growing takes the seed of the first', () => {
    const crops = aFarm().crops.map((c) => (c.code === 'rocket' ? { ...c, recipeOf: 'butterhead-lettuce' } : c));
    const store = new SeedStore([seed('old', 50)], crops, '2026-06-01');
    expect(store.sown({ lotCode: 'R', cropCode: 'rocket', placeId: 'nb', count: 5 })).toHaveLength(3);
  });
});
