import { describe, expect, test } from 'vitest';
import { sowingGaps } from '../../../src/core/crops/gaps';
import { cutFactor } from '../../../src/core/crops/quantities';
import { CROP_DEFAULTS } from '../../../src/core/library/defaults';
import { promiseTable } from '../../../src/core/market/promiseTable';
import { boardSeries } from '../../../src/core/plan/board';
import { harvestGroup } from '../../../src/core/plan/build';
import { applyChanges, earliestShift, leadStep, mergeChange, type PlanChange } from '../../../src/core/plan/changes';
import { consequences, crowdedFrom } from '../../../src/core/plan/consequences';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { OutlookDesk } from '../../../src/core/plan/outlook';
import { findTroubles } from '../../../src/core/plan/troubles';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { type FarmFacts, type PromiseFact } from '../../../src/core/facts/farm';
import { addDays } from '../../../src/core/quantity/days';
import { METRIC } from '../../../src/core/quantity/units';
import { aFarm, aLoop, aPlace, ids, LETTUCE_PRODUCT, someTrout } from '../farm';

const TODAY = '2026-06-01';

function batch(harvestDay: string, count = 80, newId = ids()) {
  return harvestGroup(
    {
      lotCode: 'TRT-1',
      speciesCode: 'rainbow-trout',
      tankId: 'k1',
      purgePlaceId: 'p1',
      purgeVolumeL: 3000,
      harvestDay,
      count,
      purgeDays: 4,
      method: 'salted',
    },
    newId,
  );
}

function owed(day: string, quantity: number, over: Partial<PromiseFact> = {}): PromiseFact {
  return {
    lineId: `l-${day}`,
    orderId: `o-${day}`,
    orderCode: 'O-1',
    customer: 'Marla’s Table',
    productCode: 'rainbow-trout',
    day,
    quantity,
    ...over,
  };
}

const planted = (count: number) => [
  {
    lotId: 'b',
    lotCode: 'B-0',
    cropCode: 'butterhead-lettuce',
    placeId: 'r1',
    count,
    sownOn: '2026-04-20',
    transplantedOn: '2026-05-10',
    cutsDone: 0,
    lastCutOn: null,
  },
];

describe('changes to the plan', () => {
  const plan = batch('2026-06-18');
  const groupId = plan[0]!.groupId;

  test('sliding a harvest slides everything that leads to it', () => {
    const after = applyChanges(plan, [{ change: 'shift', groupId, days: -3 }], TODAY);
    expect(after.map((s) => s.day)).toEqual(plan.map((s) => addDays(s.day, -3)));
  });

  test('feed cannot be stopped last week: the slide is refused in words', () => {
    expect(() => applyChanges(plan, [{ change: 'shift', groupId, days: -20 }], TODAY)).toThrow(
      /Can’t move that far: Stop feed would fall on .*, which has passed/,
    );
    expect(earliestShift(plan, groupId, TODAY)).toBe(-12);
    expect(() => applyChanges(plan, [{ change: 'shift', groupId, days: -12 }], TODAY)).not.toThrow();
  });

  test('slides of one batch add up; back to where it was is no change', () => {
    let changes: PlanChange[] = [];
    changes = mergeChange(changes, { change: 'shift', groupId, days: -2 });
    changes = mergeChange(changes, { change: 'shift', groupId, days: -1 });
    expect(changes).toEqual([{ change: 'shift', groupId, days: -3 }]);
    expect(mergeChange(changes, { change: 'shift', groupId, days: 3 })).toEqual([]);
  });

  test('dropping takes a whole batch out, adding puts steps in', () => {
    expect(applyChanges(plan, [{ change: 'drop', groupId }], TODAY)).toEqual([]);
    expect(applyChanges([], [{ change: 'add', steps: plan }], TODAY)).toHaveLength(plan.length);
  });

  test('a batch is known by its harvest, a planting by its sowing', () => {
    expect(leadStep(plan)!.kind).toBe('harvest');
    // A stop of feed alone is nothing to grab.
    expect(leadStep(plan.slice(0, 2))).toBeUndefined();
  });
});

describe('consequences', () => {
  const newId = ids();
  const plan = [...batch('2026-06-18', 80, newId), ...batch('2026-06-25', 80, newId)];
  const second = plan.find((s) => s.day === '2026-06-25')!.groupId;
  const facts: FarmFacts = aFarm({ plantings: planted(500), promises: [owed('2026-06-23', 45_000)] });
  const look = (changes: PlanChange[], over: Partial<FarmFacts> = {}) =>
    new OutlookDesk({ ...facts, ...over }, plan, { units: METRIC, boardDays: 60 }).answer(changes).consequences;

  test('no change, no consequences', () => {
    expect(look([])).toEqual([]);
  });

  test('an earlier harvest covers the order, and what the loop loses is said', () => {
    const list = look([{ change: 'shift', groupId: second, days: -3 }]);
    expect(list.map((c) => c.words)).toContainEqual(
      expect.stringContaining('rainbow trout for Marla’s Table is covered'),
    );
    expect(list.some((c) => c.about === 'balance' && c.words.startsWith('Heron loop'))).toBe(true);
  });

  test('a later harvest leaves a customer short, first on the list', () => {
    const promises = [owed('2026-06-26', 20_000, { customer: 'Salt & Sorrel' })];
    const list = look([{ change: 'shift', groupId: second, days: 9 }], { promises });
    expect(list[0]).toMatchObject({ tone: 'worse', about: 'supply' });
    expect(list[0]!.words).toMatch(/Week 26: .* rainbow trout short for Salt & Sorrel/);
  });

  test('two batches in one purge tank are called out with their days', () => {
    const list = look([{ change: 'shift', groupId: second, days: -5 }]);
    expect(list.find((c) => c.about === 'purge')!.words).toMatch(/P1 would hold two batches for \d+ days? from/);
  });

  test('taking fish later crowds the tank, and the date is named', () => {
    const crowded = aFarm({
      places: facts.places.map((p) => (p.id === 'k1' ? { ...p, densityLimitKgM3: 22 } : p)),
      promises: [],
    });
    const desk = new OutlookDesk(crowded, plan, { units: METRIC, boardDays: 60 });
    const list = desk.answer([
      { change: 'shift', groupId: plan[0]!.groupId, days: 20 },
      { change: 'shift', groupId: second, days: 20 },
    ]).consequences;
    expect(list.some((c) => c.about === 'crowding' && c.words.includes('22 kg/m³'))).toBe(true);
  });

  test('a bed that would be overfull is named with how many positions are missing', () => {
    const before = forecastFarm(aFarm({ plantings: planted(500) }), [], DEFAULT_SETTINGS);
    const after = forecastFarm(aFarm({ plantings: planted(650) }), [], DEFAULT_SETTINGS);
    const outlook = (forecast: typeof before) => ({ forecast, promise: [], plan: [] });
    expect(consequences({ before: outlook(before), after: outlook(after), facts }).map((c) => c.words)).toContain(
      'R1 would need 50 more positions than it has',
    );
  });

  test('an impossible slide is refused by the desk, which goes on answering', () => {
    const desk = new OutlookDesk(facts, plan, { units: METRIC, boardDays: 60 });
    expect(() => desk.answer([{ change: 'shift', groupId: second, days: -90 }])).toThrow(/has passed/);
    expect(desk.answer([]).board.handles.length).toBe(2);
  });
});

describe('plans side by side', () => {
  const newId = ids();
  const plan = [...batch('2026-06-18', 80, newId), ...batch('2026-06-25', 80, newId)];
  const second = plan.find((s) => s.day === '2026-06-25')!.groupId;
  const facts: FarmFacts = aFarm({ plantings: planted(500), promises: [owed('2026-06-23', 45_000)] });
  const desk = new OutlookDesk(facts, plan, { units: METRIC, boardDays: 60 });
  const slide = (days: number): PlanChange => ({ change: 'shift', groupId: second, days });
  const row = (compared: ReturnType<OutlookDesk['compare']>[number], key: string) =>
    compared.measures.find((m) => m.key === key)!;

  test('the plan as it stands comes first; each draft answers the same questions', () => {
    const [now, earlier, clash] = desk.compare([
      { id: 'a', name: 'Three days earlier', changes: [slide(-3)] },
      { id: 'b', name: 'Too close', changes: [slide(-5)] },
    ]);
    expect(now).toMatchObject({ id: null, name: 'The plan as it stands', refused: null });
    expect(earlier!.measures.map((m) => m.label)).toEqual(now!.measures.map((m) => m.label));
    expect(row(now!, 'short')).toMatchObject({ bad: 1, words: '1' });
    expect(row(now!, 'short').detail).toMatch(/^\d.* kg rainbow trout, first in week 26$/);
    expect(row(earlier!, 'short')).toMatchObject({ bad: 0, words: 'none', detail: null });
    expect(row(now!, 'purge').bad).toBe(0);
    expect(row(clash!, 'purge').detail).toMatch(/^P1 from 1\d Jun/);
    expect(row(clash!, 'fish').words).toMatch(/kg$/);
  });

  test('room for fish and plants is counted by name, hungry days by loop', () => {
    const places = facts.places.map((p) => (p.id === 'k1' ? { ...p, densityLimitKgM3: 5 } : p));
    const crowded = { ...facts, places, plantings: planted(900) };
    const [now] = new OutlookDesk(crowded, plan, { units: METRIC, boardDays: 60 }).compare([]);
    expect(row(now!, 'crowded').detail).toBe('K1 from 1 Jun');
    expect(row(now!, 'beds').detail).toMatch(/^R1 by \d+ positions$/);
    for (const m of now!.measures)
      expect(`${m.because.formula} ${m.because.source} ${m.because.change}`, m.key).toMatch(/\w.*\. /);
    expect(row(now!, 'crowded').because.formula).toMatch(/^1: .*: K1 from 1 Jun\.$/);
    expect(row(now!, 'hungry:heron').because.formula).toMatch(/^On \d+ of 182 days .* under \d+ g\/m²\.$/);
    expect(row(now!, 'hungry:heron').words).toMatch(/^\d+ of 182$/);
    expect(now!.measures.some((m) => m.key === 'hungry:kingfisher')).toBe(false);
  });

  test('a draft that came too late says so and does not spoil the others', () => {
    const [, late, fine] = desk.compare([
      { id: 'a', name: 'Late', changes: [slide(-60)] },
      { id: 'b', name: 'Fine', changes: [] },
    ]);
    expect(late!.refused).toMatch(/has passed/);
    expect(late!.measures).toEqual([]);
    expect(fine!.measures).toEqual(desk.compare([])[0]!.measures);
  });
});

describe('the board', () => {
  test('shows every batch where it can be grabbed, and how far it may go', () => {
    const facts = aFarm({ plantings: planted(500) });
    const plan = batch('2026-06-18');
    const forecast = forecastFarm(facts, plan);
    const board = boardSeries({ forecast, facts, plan, promise: [], days: 60 });
    expect(board.handles).toEqual([
      { groupId: plan[0]!.groupId, kind: 'harvest', placeId: 'k1', at: 17, lotCode: 'TRT-1', count: 80, earliest: -12 },
    ]);
    expect(board.fish.map((s) => s.placeId).sort()).toEqual(['k1', 'p1']);
    expect(board.fish[0]!.kg[0]).toBe(150);
    expect(board.balance.heron).toHaveLength(60);
    expect(board.plants[0]).toMatchObject({ placeId: 'r1', positions: 500 });
  });

  test('an unplanted loop has no balance to draw, not a wrong one', () => {
    const facts = aFarm();
    const board = boardSeries({ forecast: forecastFarm(facts, []), facts, plan: [], promise: [], days: 10 });
    expect(board.balance.heron!.every((v) => v === null)).toBe(true);
  });
});

describe('what needs a decision', () => {
  const view = (facts: FarmFacts, plan = batch('2026-06-18')) => {
    const forecast = forecastFarm(facts, plan);
    return {
      facts,
      forecast,
      promise: promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: 12 }),
      pH: [],
      units: METRIC,
    };
  };

  test('a quiet farm has nothing to decide', () => {
    expect(findTroubles(view(aFarm()))).toEqual([]);
  });

  test('a short order comes first, with product, amount, week and customer', () => {
    const [first] = findTroubles(view(aFarm({ promises: [owed('2026-06-10', 5000)] })));
    expect(first).toMatchObject({ kind: 'short', tone: 'danger', title: 'Rainbow trout 5.0 kg short in week 24' });
    expect(first!.detail).toContain('Marla’s Table, due in 9 days');
  });

  test('a tank that will be too full is known days ahead', () => {
    const facts = aFarm({
      places: [aPlace({ id: 'k1', kind: 'tank', volumeL: 9000, densityLimitKgM3: 18 })],
      plantings: [],
    });
    const forecast = forecastFarm(facts, []);
    const at = crowdedFrom(forecast, facts.places[0]!)!;
    expect(at).toBeGreaterThan(0);
    expect(findTroubles({ facts, forecast, promise: [], pH: [], units: METRIC })[0]!.title).toBe(
      `K1 too full in ${at} days`,
    );
  });

  test('fish not weighed for a fortnight, and pH that has drifted', () => {
    const facts = aFarm({ fish: [someTrout({ sampledOn: '2026-05-15' })] });
    const list = findTroubles({ ...view(facts), pH: [{ loopId: 'heron', pH: 6.2, weekAgo: 6.6, on: TODAY }] });
    expect(list.map((t) => t.kind)).toEqual(['sample', 'ph']);
    expect(list[1]!.title).toBe('Heron pH has drifted to 6.2');
    expect(list[1]!.detail).toContain('down from 6.6 a week before');
  });

  test('greens nobody has ordered are offered before they are lost', () => {
    const packed = [{ lotId: 'p', lotCode: 'PP-1', productCode: 'butterhead-lettuce', quantity: 200, packedOn: TODAY }];
    const product = { ...LETTUCE_PRODUCT, shelfLifeDays: 60 };
    const facts = aFarm({ packed, products: [product] });
    expect(findTroubles(view(facts, []))[0]).toMatchObject({
      kind: 'surplus',
      title: 'Butterhead lettuce: 200 heads more than sold',
    });
  });
});

describe('sowings that a shortfall asks for', () => {
  const code = (crop: string, day: string) => `${crop}-${day}`;
  const gaps = (day: string, heads = 60) => {
    const facts = aFarm({
      plantings: planted(100),
      promises: [owed(day, heads, { productCode: 'butterhead-lettuce', customer: 'Greenhollow' })],
    });
    const forecast = forecastFarm(facts, []);
    return sowingGaps({
      facts,
      forecast,
      promise: promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: 20 }),
      codeFor: code,
      newId: ids(),
    });
  };

  test('far enough ahead: seeds, day, bed and every step', () => {
    const [gap] = gaps('2026-09-01');
    expect(gap).toMatchObject({
      cropCode: 'butterhead-lettuce',
      shortUnits: 60,
      customers: ['Greenhollow'],
      wantedOn: '2026-08-31',
    });
    expect(gap!.sowing).toMatchObject({ bedId: 'r1', quantities: { units: 60, seeds: 75 } });
    expect(gap!.sowing!.steps.every((s) => s.lotCode.startsWith('butterhead'))).toBe(true);
  });

  test('an order for more than any farm grows is answered with what the bed holds, not with a fault', () => {
    const [gap] = gaps('2026-09-01', 600_000_000);
    expect(gap!.full).toMatch(/R1 holds \d+ of the 600,?000,?000 wanted/);
  });

  test('never into a bed that it overfills: another bed, else as many as there is room for', () => {
    const promises = [owed('2026-09-01', 60, { productCode: 'butterhead-lettuce' })];
    const look = (over: Partial<FarmFacts>) => {
      const facts = aFarm({ promises, ...over });
      const forecast = forecastFarm(facts, []);
      return sowingGaps({
        facts,
        forecast,
        promise: promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: 20 }),
        codeFor: code,
        newId: ids(),
      })[0]!;
    };
    const base = aFarm();
    const full = planted(570);
    const second = aPlace({ id: 'r2', kind: 'bed', positions: 300, areaM2: 15, method: 'raft', pieceSize: 20 });
    expect(look({ plantings: full, places: [...base.places, second] }).sowing).toMatchObject({ bedId: 'r2' });
    const some = look({ plantings: full });
    expect(some.sowing!.steps.find((s) => s.kind === 'transplant')!.count).toBeLessThanOrEqual(30);
    expect(some.full).toMatch(/R1 holds \d+ of the 60 wanted/);
    const none = look({ plantings: planted(600) });
    expect(none.sowing).toBeNull();
    expect(none.full).toMatch(/No bed has room for it then/);
  });

  test('tomatoes for ten weeks are one sowing, worked back pick by pick, and the picks of no week fall short', () => {
    const tomato = CROP_DEFAULTS.find((c) => c.code === 'cherry-tomato')!;
    const product = {
      ...LETTUCE_PRODUCT,
      code: 'cherry-tomato',
      name: 'Cherry tomato',
      unit: 'kg' as const,
      cropCode: 'cherry-tomato',
      shelfLifeDays: 7,
    };
    const promises = Array.from({ length: 10 }, (_, w) =>
      owed(addDays('2026-10-01', w * 7), 20_000, { lineId: `l${w}`, productCode: 'cherry-tomato' }),
    );
    const warm = aLoop({ plannedAirTempC: Array(12).fill(23), plannedLightMol: Array(12).fill(25) });
    const facts = aFarm({ loops: [warm], products: [product], promises, fish: [] });
    const forecast = forecastFarm(facts, []);
    const gaps = sowingGaps({
      facts,
      forecast,
      promise: promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: 28 }),
      codeFor: code,
      newId: ids(),
    });
    expect(gaps).toHaveLength(1);
    const kept = forecastFarm(facts, gaps[0]!.sowing!.steps, { ...DEFAULT_SETTINGS, horizonDays: 220 });
    const after = promiseTable({ forecast: kept, products: facts.products, promises: facts.promises, weeks: 28 })[0]!;
    expect(after.weeks.reduce((sum, w) => sum + w.short, 0)).toBeLessThan(10 * 20_000 * 0.02);
    // One lump for the first week alone would have asked for far more plants than the season needs.
    const plants = gaps[0]!.sowing!.quantities.units;
    expect(plants).toBeLessThan(20_000 / (tomato.yieldG * cutFactor(tomato, 1)) / 3);
  });

  test('too late: it says by when it would have had to be sown', () => {
    const [gap] = gaps('2026-06-20');
    expect(gap!.sowing).toBeNull();
    expect(gap!.sowBy < TODAY).toBe(true);
  });
});
