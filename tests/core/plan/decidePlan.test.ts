import { describe, expect, test } from 'vitest';
import { settled } from '../../../src/core/acts/decision';
import type { Effect } from '../../../src/core/acts/effects';
import type { PlanStep, StoredStep } from '../../../src/core/facts/step';
import { decideFingerlings } from '../../../src/core/plan/acts/decideFingerlings';
import { decidePlanFish } from '../../../src/core/plan/acts/decidePlanFish';
import { decideRepeatSowing } from '../../../src/core/plan/acts/decideSowings';
import { decidePin, decideStepChange } from '../../../src/core/plan/acts/decideStepChange';
import type { PlanKnown } from '../../../src/core/plan/acts/planKnown';
import { freeCode } from '../../../src/core/plan/freeCode';
import { METRIC } from '../../../src/core/quantity/units';
import { askedOf, refusedOf } from '../acts/answers';
import { harvestGroup } from '../../../src/core/plan/build';
import { aFarm, aPlace, aStep, ids, TROUT_PRODUCT } from '../farm';

const known = (over: Partial<PlanKnown> = {}): PlanKnown => ({
  ...{ facts: aFarm(), plan: [], units: METRIC, newId: ids(), ...over },
});
const added = (effects: readonly Effect[]): PlanStep[] =>
  effects.flatMap((e) => (e.does === 'stepsAdded' ? [...e.steps] : []));

describe('fish join the plan', () => {
  const wish = (over: object = {}) => ({
    ...{ kind: 'move' as const, lotCode: 'TRT-1', fromPlaceId: 'k1', toPlaceId: 'k2', day: '2026-06-05', count: 100 },
    ...over,
  });

  test('a move is one step from tank to tank', () => {
    const { effects } = settled(decidePlanFish(known(), wish()), true);
    expect(added(effects)).toMatchObject([{ kind: 'move', fromPlaceId: 'k1', toPlaceId: 'k2', count: 100 }]);
  });

  test('a harvest brings the stop of feed, the purge and its taste along, worked back from its day', () => {
    const v = wish({ kind: 'harvest', toPlaceId: 'p1', day: '2026-06-20' });
    const steps = added(settled(decidePlanFish(known(), v), true).effects);
    expect(steps.map((s) => s.kind)).toEqual(expect.arrayContaining(['feed_stop', 'purge', 'taste', 'harvest']));
    expect(new Set(steps.map((s) => s.groupId)).size).toBe(1);
    expect(steps[0]!.day < '2026-06-20').toBe(true);
  });

  test('too soon for the feed to stop, a day that has passed, more than there are or a tank that is not theirs', () => {
    const at = (over: object) => refusedOf(decidePlanFish(known(), wish(over)))?.[0];
    expect(at({ kind: 'harvest', toPlaceId: 'p1', day: '2026-06-01' })).toBe('day');
    expect(at({ day: '2026-05-31' })).toBe('day');
    expect(at({ count: 501 })).toBe('count');
    expect(at({ fromPlaceId: 'k2' })).toBe('fromPlaceId');
    expect(at({ toPlaceId: 'nowhere' })).toBe('toPlaceId');
  });

  test('into a tank that they would crowd it is asked first', () => {
    const small = aFarm({
      places: aFarm().places.map((p) => (p.id === 'k2' ? { ...p, volumeL: 500, densityLimitKgM3: 10 } : p)),
    });
    expect(askedOf(decidePlanFish(known({ facts: small }), wish({ count: 500 }))).join()).toMatch(/K2/);
  });
});

describe('fingerlings are ordered', () => {
  const places = [...aFarm().places, aPlace({ id: 'q1', kind: 'quarantine', volumeL: 2000, loopId: null })];
  const farm = {
    ...known({ facts: aFarm({ places }) }),
    prefixes: new Map([['rainbow-trout', 'TRT']]),
    taken: new Set(['TRT-1', 'TRT-7']),
  };
  const wish = { speciesCode: 'rainbow-trout', count: 300, meanG: 12, day: '2026-06-10', toPlaceId: 'q1' };

  test('they come as the next lot, into quarantine, and leave it after its days', () => {
    const { effects, said } = settled(
      decideFingerlings(farm, { ...wish, thenPlaceId: 'k2', note: 'Ring first' }),
      true,
    );
    expect(added(effects)).toMatchObject([
      { kind: 'stock', lotCode: 'TRT-8', toPlaceId: 'q1', day: '2026-06-10', detail: { meanG: 12 } },
      { kind: 'move', lotCode: 'TRT-8', fromPlaceId: 'q1', toPlaceId: 'k2', day: '2026-06-24' },
    ]);
    expect(effects[0]).toMatchObject({ note: 'Ring first' });
    expect(said({}).words).toMatch(/300 fish arrive as TRT-8/);
  });

  test('only what is in quarantine leaves it by plan, and no species that was put away comes', () => {
    expect(refusedOf(decideFingerlings(farm, { ...wish, toPlaceId: 'k1', thenPlaceId: 'k2' }))?.[0]).toBe(
      'thenPlaceId',
    );
    const away = farm.facts.species.map((s) => ({ ...s, retiredOn: '2026-01-01' }));
    const facts = { ...farm.facts, species: away };
    expect(refusedOf(decideFingerlings({ ...farm, facts }, wish))?.[0]).toBe('speciesCode');
  });
});

test('of a sowing repeated each has a code of its own, also where one is taken', () => {
  const wish = {
    cropCode: 'butterhead-lettuce',
    bedId: 'r1',
    firstPick: '2026-08-01',
    everyDays: 7,
    times: 3,
    plants: 60,
  };
  const plain = settled(decideRepeatSowing({ ...known(), taken: new Set() }, wish), true);
  const codes = [...new Set(added(plain.effects).map((s) => s.lotCode))];
  expect(codes).toHaveLength(3);
  const again = settled(decideRepeatSowing({ ...known(), taken: new Set([codes[1]!]) }, wish), true);
  expect([...new Set(added(again.effects).map((s) => s.lotCode))]).toEqual([codes[0], `${codes[1]}-2`, codes[2]]);
  expect(freeCode('A', new Set(['A', 'A-2']))).toBe('A-3');
});

describe('a step of the plan changes', () => {
  const stored = (over: Parameters<typeof aStep>[0]) =>
    ({ ...aStep(over), state: 'planned', doneOn: null, note: null }) as StoredStep;
  const group = [
    stored({ kind: 'feed_stop', day: '2026-06-10', id: 'stop' }),
    stored({ kind: 'harvest', day: '2026-06-14', id: 'harvest' }),
  ];
  const ground = { facts: aFarm({ fish: [], plantings: [] }), plan: [] as PlanStep[], units: METRIC };
  const at = { ...ground, today: '2026-06-01', step: group[1]!, group, placeKnown: true };
  const became = (effects: readonly Effect[]) =>
    Object.fromEntries(effects.flatMap((e) => (e.does === 'step' ? [[e.stepId, e.became]] : [])));

  test('its group goes with it, by as many days', () => {
    const { effects, said } = settled(decideStepChange(at, { version: 1, day: '2026-06-16' }), true);
    expect(became(effects)).toMatchObject({ stop: { day: '2026-06-12' }, harvest: { day: '2026-06-16' } });
    expect(said({}).words).toMatch(/with its 2 steps/);
  });

  test('taken out, all of the group goes and with it what was fixed for the batch', () => {
    const { effects } = settled(decideStepChange(at, { version: 1, drop: true }), true);
    expect(became(effects)).toEqual({ stop: { state: 'dropped' }, harvest: { state: 'dropped' } });
    expect(effects.at(-1)).toEqual({ does: 'batchDropped', groupId: 'g1' });
  });

  test('says what it means before it is kept: an order that a later harvest leaves short is named, with its customer', () => {
    const steps = harvestGroup(
      {
        ...{ lotCode: 'TRT-1', speciesCode: 'rainbow-trout', tankId: 'k1', purgePlaceId: 'p1', purgeVolumeL: 3000 },
        ...{ harvestDay: '2026-06-11', count: 60, purgeDays: 4, method: 'separate' },
      },
      (() => {
        let n = 0;
        return () => `g${++n}`;
      })(),
    );
    const promise = {
      ...{ lineId: 'l', orderId: 'o', orderCode: 'O-7', customer: 'Blue Door', productCode: 'rainbow-trout' },
      ...{ day: '2026-06-12', quantity: 10_000 },
    };
    const facts = aFarm({ plantings: [], promises: [promise], products: [TROUT_PRODUCT] });
    const own = steps.map((s) => ({ ...s, state: 'planned', doneOn: null, note: null }) as StoredStep);
    const known = { facts, plan: steps, units: METRIC, today: facts.today, group: own, placeKnown: true };
    const later = decideStepChange({ ...known, step: own.at(-1)! }, { version: 1, day: '2026-06-18' });
    expect(askedOf(later).join(' ')).toMatch(/Blue Door/);
    const sooner = decideStepChange({ ...known, step: own.at(-1)! }, { version: 1, day: '2026-06-12' });
    expect(askedOf(sooner)).toEqual([]);
    const dropped = decideStepChange({ ...known, step: own.at(-1)! }, { version: 1, drop: true });
    expect(askedOf(dropped).join(' ')).toMatch(/Blue Door/);
  });

  test('what someone else changed, did or took out meanwhile stays as it is', () => {
    expect(refusedOf(decideStepChange(at, { version: 2, count: 5 }))?.[1]).toMatch(/Someone moved this step/);
    const done = { ...at, step: { ...group[1]!, state: 'done' as const } };
    expect(refusedOf(decideStepChange(done, { version: 1, count: 5 }))?.[1]).toMatch(/done or taken out/);
    expect(refusedOf(decideStepChange({ ...at, step: null, group: [] }, { version: 1 }))?.[0]).toBe('form');
    expect(refusedOf(decideStepChange(at, { version: 1, day: '2026-05-30' }))?.[0]).toBe('day');
  });

  test('a pick stays on its day, or follows its plants again; what else it carries stays', () => {
    const pick = stored({ kind: 'pick', day: '2026-06-10', id: 'p', detail: { cut: 2 } });
    const pinned = settled(decidePin(pick, { version: 1, pinned: true }), true).effects;
    expect(became(pinned)).toEqual({ p: { detail: { cut: 2, pinned: 1 } } });
    expect(refusedOf(decidePin(pick, { version: 4, pinned: true }))?.[0]).toBe('form');
  });
});
