import { describe, expect, test } from 'vitest';
import { harvestGroup } from '../../../src/core/plan/build';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { METRIC } from '../../../src/core/quantity/units';
import { jobKey } from '../../../src/core/tasks/jobs';
import { choreJob } from '../../../src/core/tasks/sources/chore';
import { buildRound, jobForm, type Chore, type Done, type RoundView } from '../../../src/core/tasks/round';
import type { Judgement } from '../../../src/core/water/judge';
import { aFarm, aFeedRule, aStep, ids, someTrout } from '../farm';

const chore: Chore = {
  id: 'c1',
  placeId: null,
  placeCode: 'Drum',
  title: 'Read rinse counter',
  detail: '',
  everyDays: 2,
  startsOn: '2026-05-30',
  minutes: 5,
  walk: 'Filters',
  walkOrder: 30,
  caution: null,
};

function round(over: Partial<RoundView> = {}) {
  const facts = over.facts ?? aFarm();
  const steps = over.steps ?? [];
  return buildRound({
    day: '2026-06-01',
    at: 0,
    facts,
    forecast: forecastFarm(facts, steps),
    steps,
    chores: [],
    done: new Map<string, Done>(),
    saltGL: new Map([['p1', 5]]),
    units: METRIC,
    ...over,
  });
}

describe('the day’s round', () => {
  test('every tank with fish has its ration, in whole feedings of the right pellet', () => {
    const feed = round().find((j) => j.kind === 'feed')!;
    expect(feed).toMatchObject({ place: 'K1', title: 'Feed 4.5 mm' });
    expect(feed.amount).toMatch(/^3 × .* kg|^3 × .* g/);
    expect(feed.expected.massG).toBeGreaterThan(1000);
    expect(feed.detail).toContain('500 fish of 300 g');
  });

  test('feedings add up to what is booked for the day, in steps a scale can follow', () => {
    const feed = round().find((j) => j.kind === 'feed')!;
    const [times, each] = /^(\d) × ([\d,]+) g$/
      .exec(feed.amount)!
      .slice(1)
      .map((n) => Number(n.replace(',', '')));
    expect(feed.expected.massG).toBe(times! * each!);
    const us = round({ units: { mass: 'us', temperature: 'F' } }).find((j) => j.kind === 'feed')!;
    expect(us.amount).toMatch(/^3 × [\d.]+ oz$/);
  });

  test('a tank with two cohorts has one feeding job, with the part of each', () => {
    const facts = aFarm({ fish: [someTrout(), someTrout({ lotId: 'l2', lotCode: 'TRT-2', count: 200 })] });
    const jobs = round({ facts }).filter((j) => j.kind === 'feed');
    expect(jobs).toHaveLength(1);
    expect(jobs[0]!.detail).toMatch(/TRT-1 [\d.]+ (k?g) \+ TRT-2 [\d.]+ (k?g)/);
  });

  test('one of two cohorts is to be purged: the tank is never both fed and stopped, and the jobs say what that means', () => {
    const facts = aFarm({ fish: [someTrout(), someTrout({ lotId: 'l2', lotCode: 'TRT-2', count: 200 })] });
    const stop = aStep({ kind: 'feed_stop', day: '2026-06-01', fromPlaceId: 'k1', count: 500 });
    const jobs = round({ facts, steps: [stop] });
    expect(jobs.some((j) => j.kind === 'feed')).toBe(false);
    const hold = jobs.find((j) => j.kind === 'no_feed')!;
    expect(hold.title).toBe('Hold the feed: TRT-1 goes unfed');
    expect(hold.detail).toMatch(
      /TRT-2 in the same tank goes unfed too. Net TRT-1 out first, and then feed TRT-2 [\d.]+ k?g; or leave all unfed/,
    );
    expect(jobs.find((j) => j.kind === 'feed_stop')!.detail).toMatch(
      /TRT-2 in the same tank goes unfed too, unless TRT-1 is netted out first/,
    );
  });

  test('a job weighs the fish it takes: of a part harvest the largest, also when it is overdue', () => {
    const facts = aFarm();
    for (const day of ['2026-06-01', '2026-05-25']) {
      const harvest = aStep({ id: 'h', kind: 'harvest', day, fromPlaceId: 'k1', count: 100 });
      const job = round({ facts, steps: [harvest] }).find((j) => j.kind === 'harvest')!;
      const eachG = job.expected.massG! / 100;
      expect(eachG).toBeGreaterThan(345);
      expect(eachG).toBeLessThan(420);
    }
  });

  test('feeder times of the farm divide the day, and stand on the job', () => {
    const facts = aFarm({ feedRules: [aFeedRule({ feederTimes: ['07:30', '16:00'] })] });
    const feed = round({ facts }).find((j) => j.kind === 'feed')!;
    expect(feed.amount).toMatch(/^2 × /);
    expect(feed.detail).toContain('feeder at 07:30, 16:00');
  });

  test('feedings ticked off one by one leave the others, and the last of them the job done', () => {
    const facts = aFarm({ feedRules: [aFeedRule({ feederTimes: ['07:30', '16:00'] })] });
    const feed = (given: number[]) =>
      round({ facts, feedings: new Map([['k1', { feedings: new Set(given), by: 'Tess', at: '07:40' }]]) }).find(
        (j) => j.kind === 'feed',
      )!;
    const whole = round({ facts }).find((j) => j.kind === 'feed')!;
    expect(jobForm(whole).fields[0]).toMatchObject({
      kind: 'ticks',
      start: '1 2',
      options: [
        ['1', '07:30'],
        ['2', '16:00'],
      ],
    });
    const half = feed([1]);
    expect(half.amount).toMatch(/^1 × /);
    expect(half.detail).toContain('1 of 2 feedings given');
    expect(half.expected.massG).toBeCloseTo(whole.expected.massG! / 2, 6);
    expect(half.done).toBeNull();
    // The one that is left needs no tick, and is sent by its number.
    expect(jobForm(half).fields[0]).toMatchObject({ label: 'Given now', name: 'massG' });
    expect(jobForm(half).body({ massG: 1 })).toMatchObject({ feedings: [2], placeId: 'k1' });
    expect(feed([1, 2]).done).toEqual({ by: 'Tess', at: '07:40' });
    expect(jobForm(whole).body({ feedings: '1 2' })).not.toHaveProperty('feedings');
    expect(jobForm(whole).body({ feedings: '2' })).toMatchObject({ feedings: [2] });
    expect(jobForm(whole).logLine!({ massG: '0.4', feedings: '2', response: 'eager' })).toBe('K1 fed 0.4 2/2');
  });

  test('a tank whose feed is stopped says so unmistakably and has no ration', () => {
    const facts = aFarm({ fish: [someTrout({ feedStoppedOn: '2026-05-30' })] });
    const jobs = round({ facts });
    expect(jobs.some((j) => j.kind === 'feed')).toBe(false);
    expect(jobs.find((j) => j.kind === 'no_feed')).toMatchObject({
      place: 'K1',
      title: 'No feed: feed stopped',
      amount: '0 g',
    });
    expect(jobs.find((j) => j.kind === 'no_feed')!.detail).toContain('since 30 May');
  });

  test('fish are weighed every seven days; late ones say by how much', () => {
    expect(round().some((j) => j.kind === 'sample')).toBe(false);
    const facts = aFarm({ fish: [someTrout({ sampledOn: '2026-05-20' })] });
    expect(round({ facts }).find((j) => j.kind === 'sample')).toMatchObject({
      lateDays: 5,
      detail: 'Last weighed 12 days ago; forecast says 300 g',
    });
  });

  test('each step of a purge batch is due on its own day and nowhere before', () => {
    const steps = harvestGroup(
      {
        lotCode: 'TRT-1',
        speciesCode: 'rainbow-trout',
        tankId: 'k1',
        purgePlaceId: 'p1',
        purgeVolumeL: 3000,
        harvestDay: '2026-06-11',
        count: 80,
        purgeDays: 4,
        method: 'salted',
      },
      ids(),
    );
    const kindsOn = (day: string) =>
      round({ day, steps: steps.filter((s) => s.day >= day) })
        .filter((j) => j.stepId)
        .map((j) => j.kind);
    expect(kindsOn('2026-06-05')).toEqual([]);
    expect(kindsOn('2026-06-06')).toEqual(['feed_stop']);
    expect(kindsOn('2026-06-07')).toEqual(['purge']);
    expect(kindsOn('2026-06-09')).toEqual(['exchange']);
    expect(kindsOn('2026-06-10')).toEqual(['taste']);
    expect(kindsOn('2026-06-11')).toEqual(['harvest']);
  });

  test('the exchange of a salted tank has its salt weighed out', () => {
    const steps = [aStep({ kind: 'exchange', day: '2026-06-01', fromPlaceId: 'p1', detail: { litres: 1500 } })];
    const job = round({ steps }).find((j) => j.kind === 'exchange')!;
    expect(job.expected).toEqual({ litres: 1500, saltG: 7500 });
    expect(job.detail).toContain('salted water never goes to plants');
  });

  test('what was not done yesterday is still there today, and late', () => {
    const steps = [aStep({ kind: 'move', day: '2026-05-29', fromPlaceId: 'k1', toPlaceId: 'k2' })];
    expect(round({ steps }).find((j) => j.kind === 'move')).toMatchObject({ lateDays: 3, title: 'Move to K2' });
    expect(round({ steps, at: 5, day: '2026-06-06' }).some((j) => j.kind === 'move')).toBe(false);
  });

  test('a chore comes on its rhythm, and a done job carries who and when', () => {
    expect(round({ chores: [chore] }).some((j) => j.kind === 'chore')).toBe(true);
    expect(round({ chores: [{ ...chore, startsOn: '2026-05-31' }] }).some((j) => j.kind === 'chore')).toBe(false);
    const done = new Map([[jobKey(choreJob('c1', '2026-06-01')), { by: 'Bram', at: '07:12' }]]);
    expect(round({ chores: [chore], done }).find((j) => j.kind === 'chore')!.done).toEqual({ by: 'Bram', at: '07:12' });
  });

  test('dangerous jobs carry their caution', () => {
    const steps = (['harvest', 'purge', 'exchange', 'pick', 'taste'] as const).map((kind) =>
      aStep({ kind, day: '2026-06-01', fromPlaceId: 'k1', toPlaceId: 'p1', detail: {} }),
    );
    const jobs = round({ steps }).filter((j) => j.stepId);
    expect(jobs).toHaveLength(5);
    for (const job of jobs) expect(job.caution).toBeTruthy();
    expect(jobs.find((j) => j.kind === 'harvest')!.caution).toContain('veterinarian');
  });

  test('jobs come in walking order and every key is its own', () => {
    const jobs = round({ chores: [chore] });
    expect(jobs.map((j) => j.walkOrder)).toEqual([...jobs.map((j) => j.walkOrder)].sort((a, b) => a - b));
    expect(new Set(jobs.map((j) => j.key)).size).toBe(jobs.length);
  });
});

test('fish whose water was read too warm to eat in go unfed for that, and not because somebody stopped their feed', () => {
  const hot = aFarm({ loops: aFarm().loops.map((l) => ({ ...l, readWater: { on: '2026-06-01', aboveC: 14 } })) });
  const job = round({ facts: hot }).find((j) => j.kind === 'no_feed')!;
  expect(job.title).toBe('No feed: the water is too warm');
  expect(job.detail).toContain('they do not eat in such water');
});

describe('water that kills', () => {
  const oxygen: Judgement = {
    kind: 'oxygen',
    tone: 'danger',
    value: '2.0 mg/L',
    words: 'Oxygen 2.0 mg/L: air at once.',
    because: { title: '', formula: '', inputs: [], source: '', change: '' },
    on: '2026-06-01',
  };
  const judged = (of: Judgement) => new Map([[aFarm().loops[0]!.id, [of]]]);

  test('holds back the feeding of the tanks that stand in it, and says why', () => {
    const feed = round({ judged: judged(oxygen) }).find((j) => j.kind === 'feed')!;
    expect(feed.held).toBe('Oxygen 2.0 mg/L: air at once.');
  });

  test('holds back nothing where another tank was read', () => {
    const feed = round({ judged: judged({ ...oxygen, place: 'K9' }) }).find((j) => j.kind === 'feed')!;
    expect(feed.held).toBeUndefined();
  });
});
