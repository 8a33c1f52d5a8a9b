import { randomUUID } from 'node:crypto';
import { describe, expect, test } from 'vitest';
import { desk, on, TODAY, visit } from './visitor';

/** Days that nothing can be shown of, and what is said then. */
const ENDS: [day: string, words: RegExp][] = [
  ['2199-01-01', /The forecast reaches to/],
  ['2101-01-01', /The forecast reaches to/],
  ['1975-01-01', /Records are shown back to/],
  ['1999-12-31', /Records are shown back to/],
  ['2026-02-30', /no day of the calendar/],
  ['9999-12-31', /no day of the calendar/],
  ['0001-01-01', /no day of the calendar/],
  ['20260-01-01', /no day of the calendar/],
  ['yesterday', /no day of the calendar/],
];

/** What screens ask before anything is recorded, with things that are not there. */
visit();

async function ask(question: string, body: Record<string, unknown>) {
  const { answerQuestion } = await import('../../src/questions/registry');
  const { currentPerson } = await import('../../src/server/session');
  return (await answerQuestion(await currentPerson(), question, body)) as {
    ok: boolean;
    again?: boolean;
    value?: unknown;
    fields?: Record<string, string[]>;
  };
}

describe('an unknown thing in a question', () => {
  test('a loop, a tank, fish: refused in words at its field, and never our fault', async () => {
    const fish = await desk
      .owner('balance as b')
      .join('lot as l', 'l.id', 'b.lot_id')
      .join('place as p', 'p.id', 'b.place_id')
      .where({ 'l.kind': 'cohort', 'p.kind': 'tank' })
      .andWhere('b.count', '>', 0)
      .first('l.code', 'b.place_id');
    const own = { lotCode: fish.code, fromPlaceId: fish.place_id };
    for (const [question, body, field] of [
      ['fish.compareTemperatures', { loopId: randomUUID(), from: TODAY, tempsC: [14] }, 'loopId'],
      ['fish.preview', { ...own, toPlaceId: randomUUID(), count: 1 }, 'toPlaceId'],
      ['fish.preview', { ...own, thresholdG: 100, smallPlaceId: randomUUID() }, 'smallPlaceId'],
      ['fish.preview', { lotCode: 'NO-1', fromPlaceId: randomUUID() }, 'form'],
    ] as const) {
      const answer = await ask(question, body);
      expect(answer.again, question).toBeUndefined();
      expect(Object.keys(answer.fields ?? {}), JSON.stringify(body)).toEqual([field]);
      expect(answer.fields![field]![0]).toMatch(/not (on this farm|in that tank)/);
    }
    expect(await ask('order.free', { productCode: 'no such', day: TODAY })).toEqual({ ok: true, value: null });
  });
});

describe('a day at the ends of the calendar', () => {
  test('in an address: the nearest that can be shown is, and it is said why', async () => {
    const { dayView } = await import('../../src/server/farmView');
    const { whyAnotherDay } = await import('../../src/core/plan/reach');
    for (const [wanted, words] of ENDS) {
      const { day } = await dayView(on({ day: wanted }));
      expect(day).toMatch(/^20[1-3]\d-\d\d-\d\d$/);
      expect(whyAnotherDay(TODAY, wanted), wanted).toMatch(words);
    }
    expect(whyAnotherDay(TODAY, TODAY)).toBeNull();
  });
});
