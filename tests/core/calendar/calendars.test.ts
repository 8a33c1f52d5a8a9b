import { describe, expect, test } from 'vitest';
import { deliveryEvents, roundEvents, seasonEvents } from '../../../src/core/calendar/calendars';
import { harvestGroup } from '../../../src/core/plan/build';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { METRIC } from '../../../src/core/quantity/units';
import { buildRound, type Chore, type Done } from '../../../src/core/tasks/round';
import { aFarm, ids } from '../farm';

const TODAY = '2026-06-01';
const CHORE: Chore = {
  ...{ id: 'c1', placeId: null, placeCode: 'Drum', title: 'Read rinse counter', detail: '', walk: 'Filters' },
  ...{ everyDays: 3, startsOn: '2026-06-02', minutes: 5, walkOrder: 30, caution: null },
};

const HARVEST = harvestGroup(
  {
    ...{ lotCode: 'TRT-1', speciesCode: 'rainbow-trout', tankId: 'k1', purgePlaceId: 'p1', purgeVolumeL: 3000 },
    ...{ harvestDay: '2026-06-11', count: 80, purgeDays: 4, method: 'salted' as const },
  },
  ids(),
);

function ahead(chores: Chore[] = []) {
  const facts = aFarm();
  const saltGL = new Map([['p1', 5]]);
  const view = { facts, steps: HARVEST, chores, today: TODAY, done: new Map<string, Done>(), saltGL, units: METRIC };
  return { ...view, forecast: forecastFarm(facts, HARVEST) };
}

describe('the round in a calendar', () => {
  test('is one entry a day with as many jobs as the round of that day has', () => {
    const { today, ...view } = ahead([CHORE]);
    const events = roundEvents({ today, ...view });
    expect(events).toHaveLength(14);
    const jobs = buildRound({ ...view, day: today, at: 0 }).filter((j) => !j.notice);
    expect(events[0]!.title).toMatch(new RegExp(`^Round: ${jobs.length} jobs?,`));
    expect(events[0]!.words.split('\n')).toHaveLength(jobs.length);
  });

  test('a chore of every third day stands on every third day', () => {
    const on = roundEvents(ahead([CHORE])).filter((e) => e.words.includes('Read rinse counter'));
    expect(on.map((e) => e.day)).toEqual(['2026-06-02', '2026-06-05', '2026-06-08', '2026-06-11', '2026-06-14']);
  });

  test('what is done today is done today and comes up again on its next day', () => {
    const chore = { ...CHORE, startsOn: TODAY, everyDays: 1 };
    const { today, ...view } = ahead([chore]);
    const job = buildRound({ ...view, day: today, at: 0 }).find((j) => j.title === chore.title)!;
    const done = new Map([[job.key, { by: 'Bram', at: '07:30' }]]);
    const on = roundEvents({ today, ...view, done }).filter((e) => e.words.includes(chore.title));
    expect(on[0]!.day).toBe('2026-06-02');
  });
});

test('each step of a purge batch stands on its own day, once, under its own id', () => {
  const events = seasonEvents(ahead());
  expect(new Set(events.map((e) => e.uid)).size).toBe(HARVEST.length);
  for (const step of HARVEST)
    expect(events.filter((e) => e.uid === `step-${step.id}`).map((e) => e.day)).toEqual([step.day]);
  expect(events.find((e) => e.day === '2026-06-11')!.title).toMatch(/^P1: Harvest/);
});

test('a delivery names who gets it, on its own day, with its lines', () => {
  const order = {
    id: 'o',
    code: 'O-1001',
    customer: 'Saturday stall',
    dueDay: '2026-06-06',
    lines: ['40 head Oakleaf', '2 kg Trout'],
  };
  expect(deliveryEvents([order])).toEqual([
    { uid: 'order-o', day: '2026-06-06', title: 'Saturday stall · O-1001', words: '40 head Oakleaf\n2 kg Trout' },
  ]);
});
