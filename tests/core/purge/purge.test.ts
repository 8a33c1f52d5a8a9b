import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { purgeBackSchedule, saltG } from '../../../src/core/purge/backSchedule';
import { purgeGate, type GateFacts } from '../../../src/core/purge/gate';
import { harvestGroup } from '../../../src/core/plan/build';
import { dayFromNumber, daysBetween } from '../../../src/core/quantity/days';
import { ids } from '../farm';

const rules = { method: 'separate' as const, purgeDays: 5, fastBeforeMoveDays: 1, exchangeEveryDays: 2 };

describe('working back from the harvest', () => {
  test('by hand: harvest on Thursday the 18th, five days in clean water', () => {
    expect(purgeBackSchedule('2026-06-18', rules)).toEqual({
      feedStop: '2026-06-12',
      transfer: '2026-06-13',
      exchanges: ['2026-06-15', '2026-06-17'],
      taste: '2026-06-17',
      harvest: '2026-06-18',
    });
  });

  test('in place nothing is moved or exchanged, but the whole tank goes without feed', () => {
    const schedule = purgeBackSchedule('2026-06-18', { ...rules, method: 'in_place' });
    expect(schedule).toMatchObject({ transfer: null, exchanges: [], feedStop: '2026-06-13', taste: '2026-06-17' });
  });

  test('whatever the rules, things happen in their order and the fish fast long enough', () => {
    const input = fc.record({
      day: fc.integer({ min: 400, max: 40_000 }),
      purgeDays: fc.integer({ min: 1, max: 30 }),
      fast: fc.integer({ min: 0, max: 10 }),
      every: fc.integer({ min: 1, max: 30 }),
      method: fc.constantFrom('separate' as const, 'salted' as const, 'in_place' as const),
    });
    fc.assert(
      fc.property(input, ({ day, purgeDays, fast, every, method }) => {
        const s = purgeBackSchedule(dayFromNumber(day), {
          method,
          purgeDays,
          fastBeforeMoveDays: fast,
          exchangeEveryDays: every,
        });
        const order = [s.feedStop, ...(s.transfer ? [s.transfer] : []), ...s.exchanges];
        expect(order).toEqual([...order].sort());
        expect(daysBetween(s.feedStop, s.harvest)).toBeGreaterThanOrEqual(purgeDays);
        expect(daysBetween(s.taste, s.harvest)).toBe(1);
        for (const exchange of s.exchanges) expect(exchange > s.transfer! && exchange < s.harvest).toBe(true);
      }),
    );
  });

  test('no purge at all, or one of two months, is refused', () => {
    expect(() => purgeBackSchedule('2026-06-18', { ...rules, purgeDays: 0 })).toThrow(/Days of purging/);
    expect(() => purgeBackSchedule('2026-06-18', { ...rules, purgeDays: 60 })).toThrow(/Days of purging/);
  });

  test('each exchange of 1500 L at 5 g/L wants 7.5 kg of salt again', () => {
    expect(saltG(1500, 5)).toBe(7500);
    expect(() => saltG(1500, 100)).toThrow(/Salt is 100 g\/L/);
  });

  test('the steps of a batch carry tank, purge tank and litres, and belong together', () => {
    const wish = {
      lotCode: 'TRT-1',
      speciesCode: 'rainbow-trout',
      tankId: 'k1',
      purgePlaceId: 'p1',
      purgeVolumeL: 3000,
      harvestDay: '2026-06-18',
      count: 80,
      purgeDays: 4,
      method: 'separate' as const,
    };
    const steps = harvestGroup(wish, ids());
    expect(steps.map((s) => s.kind)).toEqual(['feed_stop', 'purge', 'exchange', 'taste', 'harvest']);
    expect(steps.find((s) => s.kind === 'purge')).toMatchObject({ fromPlaceId: 'k1', toPlaceId: 'p1', count: 80 });
    expect(steps.find((s) => s.kind === 'exchange')!.detail.litres).toBe(1500);
    expect(steps.at(-1)!.fromPlaceId).toBe('p1');
    expect(() => harvestGroup({ ...wish, purgePlaceId: null }, ids())).toThrow(/Choose a purge tank/);
    expect(harvestGroup({ ...wish, purgePlaceId: null, method: 'in_place' }, ids()).at(-1)!.fromPlaceId).toBe('k1');
  });
});

describe('the gate', () => {
  const facts: GateFacts = {
    feedStoppedOn: '2026-06-12',
    today: '2026-06-18',
    fastingDaysNeeded: 5,
    exchangesPlanned: 2,
    exchangesDone: 2,
    withdrawalUntil: null,
    purged: true,
    tastePassed: true,
  };
  const open = (over: Partial<GateFacts>) => purgeGate({ ...facts, ...over }).every((c) => c.met);

  test('opens when fish fasted, water was exchanged and it tasted clean', () => {
    expect(open({})).toBe(true);
  });

  test.each<[string, Partial<GateFacts>]>([
    ['fasted too short', { today: '2026-06-16' }],
    ['was never stopped', { feedStoppedOn: null }],
    ['one exchange is missing', { exchangesDone: 1 }],
    ['was not tasted', { tastePassed: null }],
    ['tasted muddy', { tastePassed: false }],
  ])('stays shut when the batch %s', (_, over) => {
    expect(open(over)).toBe(false);
  });

  test('treated fish are not for sale on the last day of their withdrawal period, and may go the day after', () => {
    const until = (today: string) =>
      purgeGate({ ...facts, purged: false, withdrawalUntil: '2026-06-20', today }).map((c) => [c.check, c.met]);
    expect(until('2026-06-20')).toEqual([['withdrawal', false]]);
    expect(until('2026-06-21')).toEqual([['withdrawal', true]]);
  });

  test('says in words what is missing', () => {
    const words = purgeGate({ ...facts, today: '2026-06-13', exchangesDone: 0, tastePassed: null }).map((c) => c.words);
    expect(words).toEqual(['Feed stopped 1 day ago, 5 days needed', '0 of 2 water changes done', 'Not tasted yet']);
  });
});
