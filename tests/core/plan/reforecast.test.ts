import fc from 'fast-check';
import { expect, test } from 'vitest';
import { promiseTable } from '../../../src/core/market/promiseTable';
import { boardSeries } from '../../../src/core/plan/board';
import { applyChanges, earliestShift, type PlanChange } from '../../../src/core/plan/changes';
import { consequences } from '../../../src/core/plan/consequences';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { OutlookDesk } from '../../../src/core/plan/outlook';
import { DEFAULT_SETTINGS, OUTLOOK_WEEKS } from '../../../src/core/plan/settings';
import { METRIC } from '../../../src/core/quantity/units';
import { madeUpFarm } from '../stocking/madeUpFarm';

/** Sums over the same fish in another order differ in the last digits. */
const rounded = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value, (_, v: unknown) => (typeof v === 'number' ? Math.round(v * 1e6) / 1e6 : v)));

const byName = <T>(rows: readonly T[], name: (row: T) => string) =>
  [...rows].sort((a, b) => (name(a) < name(b) ? -1 : 1));

test('a draft answered from what changed is what the whole farm forecast anew says', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 60 }),
      fc.array(fc.tuple(fc.nat(20), fc.integer({ min: -20, max: 30 }), fc.boolean()), { minLength: 1, maxLength: 3 }),
      (seed, moves) => {
        const { facts, plan } = madeUpFarm(seed);
        const groups = [...new Set(plan.map((s) => s.groupId))];
        fc.pre(groups.length > 0);
        const changes = moves.map(([n, days, drop]): PlanChange => {
          const groupId = groups[n % groups.length]!;
          return drop
            ? { change: 'drop', groupId }
            : { change: 'shift', groupId, days: Math.max(days, earliestShift(plan, groupId, facts.today)) };
        });
        fc.pre(new Set(changes.map((c) => 'groupId' in c && c.groupId)).size === changes.length);
        const desk = new OutlookDesk(facts, plan, { units: METRIC, boardDays: 105 });
        const answer = desk.answer(changes);
        const look = (steps: typeof plan) => {
          const forecast = forecastFarm(facts, steps, DEFAULT_SETTINGS);
          return {
            forecast,
            plan: steps,
            promise: promiseTable({
              forecast,
              products: facts.products,
              promises: facts.promises,
              weeks: OUTLOOK_WEEKS,
            }),
          };
        };
        const drafted = applyChanges(plan, changes, facts.today);
        const [before, after] = [look(plan), look(drafted)];
        const whole = boardSeries({
          forecast: after.forecast,
          facts,
          plan: drafted,
          promise: after.promise,
          days: 105,
        });
        const words = (list: { words: string }[]) => list.map((c) => c.words).sort();
        expect(words(answer.consequences)).toEqual(words(consequences({ before, after, facts, units: METRIC })));
        expect(rounded(answer.board.promise)).toEqual(rounded(whole.promise));
        expect(rounded(answer.board.balance)).toEqual(rounded(whole.balance));
        const fish = (rows: typeof whole.fish) =>
          rounded(byName(rows, (r) => `${r.lotCode}|${r.placeId}|${r.from}|${r.count}`));
        expect(fish(answer.board.fish)).toEqual(fish(whole.fish));
        expect(byName(answer.board.handles, (h) => h.groupId)).toEqual(byName(whole.handles, (h) => h.groupId));
      },
    ),
    { numRuns: 80 },
  );
});
