import { describe, expect, test, vi } from 'vitest';
import { Random } from '../../src/db/demo/random';
import { desk, on, TODAY, visit } from './visitor';

/** Ten thousand strange requests from a fixed seed: every answer is one in words, and nothing is a surprise to us. */
const SEED = 20260610;
const COMMANDS_SENT = 9400;
const PAGES_OPENED = 600;
const surprises: unknown[] = [];
let post: (
  path: 'commands' | 'questions',
  body: string,
  headers?: Record<string, string>,
) => Promise<{ status: number; answer: { ok: boolean; fields?: Record<string, string[]> } }>;
let acts: { name: string; version: number; input: new () => object }[];
visit(async () => {
  const { COMMANDS } = await import('../../src/commands/registry');
  const { log } = await import('../../src/server/log');
  vi.spyOn(log, 'error').mockImplementation((...said: unknown[]) => void surprises.push(said));
  acts = [...COMMANDS.values()] as typeof acts;
  const routes = {
    commands: await import('../../src/app/api/commands/route'),
    questions: await import('../../src/app/api/questions/route'),
  };
  post = async (path, body, headers = {}) => {
    const init = { method: 'POST', body, headers: { 'content-type': 'application/json', ...headers } };
    const response = await routes[path].POST(new Request(`http://farm.test/api/${path}`, init));
    return { status: response.status, answer: await response.json() };
  };
});

/** What nobody would type, and what somebody mistypes. */
function strange(random: Random, ids: string[], depth = 0): unknown {
  const pick = <T>(list: readonly T[]) => list[Math.floor(random.next() * list.length)]!;
  const kind = Math.floor(random.next() * (depth > 3 ? 9 : 12));
  if (kind === 0) return pick(ids);
  if (kind === 1) return pick([0, 1, 2, 0.5, -1, 1e9, 1e308, 5e-324, 2 ** 53, -0, 99.999]);
  if (kind === 2)
    return pick([
      '',
      ' ',
      'x',
      '%',
      '\u0000',
      '\ud800',
      '💧'.repeat(30),
      'a'.repeat(3000),
      "'; drop table lot; --",
      '__proto__',
      '2026-06-10',
      '20260-01-01',
      '2026-02-30',
      '1970-01-01',
      '9999-12-31',
      TODAY,
    ]);
  if (kind === 3) return pick([true, false, null]);
  if (kind === 4)
    return pick([
      'rainbow-trout',
      'mizuna',
      'move',
      'harvest',
      'observe',
      'treat',
      'eager',
      'growth',
      'shift',
      'metric',
      'C',
      'morning',
      'step',
      'movement',
    ]);
  if (kind < 9) return pick([pick(ids), Math.floor(random.next() * 300), TODAY, random.next() * 1000]);
  if (kind === 9) return Array.from({ length: Math.floor(random.next() * 4) }, () => strange(random, ids, depth + 1));
  return Object.fromEntries(
    Array.from({ length: Math.floor(random.next() * 4) }, () => [
      pick([
        'change',
        'groupId',
        'days',
        'name',
        'value',
        'ph',
        't',
        'productCode',
        'quantity',
        'toString',
        'length',
        'constructor',
      ]),
      strange(random, ids, depth + 1),
    ]),
  );
}

describe('whatever comes', () => {
  test(`${COMMANDS_SENT} commands and questions: 2xx or 4xx in words, never ours`, async () => {
    const random = new Random(SEED);
    const ids: string[] = [
      ...(await desk.owner('place').limit(12).pluck('id')),
      ...(await desk.owner('lot').orderBy('began_on', 'desc').limit(12).pluck('id')),
      ...(await desk.owner('plan_step').where({ state: 'planned' }).orderBy('day').limit(30).pluck('id')),
      ...(await desk.owner('loop').pluck('id')),
      ...(await desk.owner('customer').limit(3).pluck('id')),
      ...(await desk.owner('sales_order').limit(5).pluck('id')),
      'TRT-31',
      'HSB-31',
      'KOI-1',
    ];
    const { getMetadataStorage } = await import('class-validator');
    const fieldsOf = new Map(
      acts.map((a) => [
        a.name,
        [
          ...new Set(
            getMetadataStorage()
              .getTargetValidationMetadatas(a.input, '', false, false)
              .map((m) => m.propertyName),
          ),
        ],
      ]),
    );
    const statuses: Record<number, number> = {};
    for (let i = 0; i < COMMANDS_SENT; i++) {
      const act = acts[i % acts.length]!;
      const key = `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`;
      const body =
        random.next() < 0.1
          ? strange(random, ids)
          : Object.fromEntries(
              fieldsOf
                .get(act.name)!
                .filter(() => random.next() < 0.85)
                .map((f) => [f, strange(random, ids)]),
            );
      const asked = i % 25 === 0;
      const envelope = asked
        ? {
            question: ['fish.preview', 'order.free', 'log.context', 'fish.compareTemperatures', strange(random, ids)][
              i % 5
            ],
            body,
          }
        : {
            command: act.name,
            version: random.next() < 0.98 ? act.version : strange(random, ids),
            entryKey: random.next() < 0.97 ? key : strange(random, ids),
            body,
            ...(random.next() < 0.05 ? { doneAt: strange(random, ids) } : {}),
          };
      let text = JSON.stringify(envelope);
      if (random.next() < 0.02) text = text.slice(0, Math.floor(random.next() * text.length));
      const { status, answer } = await post(asked ? 'questions' : 'commands', text);
      statuses[status] = (statuses[status] ?? 0) + 1;
      const about = `${i}: ${text.slice(0, 300)}`;
      expect(status, about).toBeLessThan(500);
      if (!answer.ok) {
        const said = Object.values(answer.fields!).flat().join(' ');
        expect(said.length, about).toBeGreaterThan(3);
        expect(said, about).not.toMatch(/went wrong|undefined|\bNaN\b|\[object/);
      }
    }
    expect(surprises).toEqual([]);
    expect(statuses[422]).toBeGreaterThan(2000);
    expect(statuses[400]).toBeGreaterThan(50);
  }, 400_000);

  test(`${PAGES_OPENED} addresses: every page opens on the day meant or the nearest there is`, async () => {
    const random = new Random(SEED + 1);
    const pages = [
      (await import('../../src/features/round/queries')).roundPage,
      (await import('../../src/features/market/queries')).marketPage,
      (await import('../../src/features/purge/queries')).purgePage,
      (await import('../../src/features/cohorts/tanks/tankQueries')).cohortsPage,
    ];
    const { orderPage } = await import('../../src/features/market/queries');
    const { cohortPage } = await import('../../src/features/cohorts/cohort/cohortQueries');
    const odd = [
      '1970-01-01',
      '%',
      '\u0000',
      '\ud800',
      '2026-02-30',
      '99999-01-01',
      '',
      TODAY,
      '2199-12-31',
      '2026-06-20',
      'null',
      '2026-06-09T00:00',
    ];
    for (let i = 0; i < PAGES_OPENED; i++) {
      const day = odd[Math.floor(random.next() * odd.length)]!;
      const page = await pages[i % pages.length]!(on({ day, draft: day, story: day, loss: day }));
      expect(page.day >= '2016-01-01' && page.day < '2027-01-01', `${day} → ${page.day}`).toBe(true);
      if (i % 20 === 0) {
        await expect(orderPage(`${day}x`, on())).rejects.toThrow('not found');
        await expect(cohortPage(`${day}x`, on())).rejects.toThrow('not found');
      }
    }
    expect(surprises).toEqual([]);
  }, 300_000);

  test('bodies over their bounds are turned away before they are looked at, in moments', async () => {
    const deep = `${'{"body":'.repeat(40)}1${'}'.repeat(40)}`;
    for (const [text, status, words] of [
      [JSON.stringify({ body: 'x'.repeat(1_100_000) }), 413, /larger than 1,000 kB/],
      [deep, 400, /nested deeper than 12/],
      [`{"body":[${'1,'.repeat(70_000)}1]}`, 400, /more than 60,000 parts/],
      ['{"__proto__":{"admin":true}}', 400, /cannot be a name here/],
      ['{"command":"\\u0000"}', 400, /cannot be stored/],
      ['{"command":"\\ud800"}', 400, /cannot be stored/],
      ['[1]', 400, /one object/],
      ['', 400, /Nothing arrived|no JSON/],
      ['{"command":"task.handover","extra":1}', 400, /not part of a command/],
    ] as const) {
      const began = performance.now();
      const { status: got, answer } = await post('commands', text);
      expect([got, answer.ok]).toEqual([status, false]);
      expect(Object.values(answer.fields!).flat().join()).toMatch(words);
      expect(performance.now() - began).toBeLessThan(2000);
    }
    expect((await post('commands', '{}', { 'content-type': 'text/plain' })).status).toBe(415);
    expect((await post('commands', '{}', { 'content-type': 'multipart/form-data; boundary=x' })).status).toBe(415);
    expect((await post('commands', '{}', { origin: 'https://elsewhere.test', host: 'farm.test' })).status).toBe(403);
  });

  test('expensive questions are limited by person, and everyone else goes on', async () => {
    const ask = () => post('questions', JSON.stringify({ question: 'log.context', body: {} }));
    const answers = await Promise.all(Array.from({ length: 80 }, ask));
    const limited = answers.filter((a) => a.status === 429);
    expect(limited.length).toBeGreaterThan(20);
    expect(Object.values(limited[0]!.answer.fields!).flat().join()).toMatch(/Asked too often. Wait \d+ s/);
    const { as } = await import('./visitor');
    await as('bram');
    expect((await ask()).status).toBe(200);
  });
});
