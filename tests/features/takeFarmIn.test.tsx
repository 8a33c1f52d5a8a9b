import { afterEach, describe, expect, test, vi } from 'vitest';
import { takeFarmIn } from '../../src/features/setup/actions';

/** A farm file on its way from a browser, part by part. */
const WHO = { code: 'FISH-LEAF', signInName: 'anka', password: 'reeds by the water' };
const bodies: { n?: number; pieces?: string[]; parts?: number; upload: string }[] = [];

function server(answer: (body: (typeof bodies)[number]) => string) {
  vi.stubGlobal('fetch', async (_: string, { body }: { body: string }) => {
    const sent = JSON.parse(body) as (typeof bodies)[number];
    bodies.push(sent);
    return new Response(answer(sent));
  });
}
/** No letter of it is cut in two. */
const isWhole = (text: string) => !/[\uD800-\uDBFF]$|^[\uDC00-\uDFFF]/.test(text);
const file = (text: string) => ({ size: text.length, stream: () => new Response(text).body }) as unknown as File;

afterEach(() => {
  bodies.length = 0;
  vi.unstubAllGlobals();
});

describe('a farm file that is sent', () => {
  test('arrives letter by letter, also where a part ends in the middle of a sign of two', async () => {
    const text = 'a' + '🐟'.repeat(400_000) + 'end';
    server((body) =>
      'n' in body ? '{"ok":true,"value":null}' : '{"rows":5}\n{"ok":true,"value":{"name":"Sedge","rows":5}}\n',
    );
    const seen: string[] = [];
    const outcome = await takeFarmIn(file(text), WHO, (words) => seen.push(words));
    expect(outcome).toEqual({ ok: true, value: { name: 'Sedge', rows: 5 } });
    const parts = bodies.filter((b) => b.pieces);
    expect(parts.map((b) => b.pieces!.join('')).join('')).toBe(text);
    expect(parts.map((b) => b.n)).toEqual(parts.map((_, i) => i));
    expect(parts.flatMap((b) => b.pieces!).every((p) => p.length <= 16_000 && isWhole(p))).toBe(true);
    expect(new Set(bodies.map((b) => b.upload)).size).toBe(1);
    expect(bodies.at(-1)).toMatchObject({ ...WHO, parts: parts.length });
    expect(seen.at(-1)).toBe('Writing: 5 rows');
  });

  test('is not sent on when its first part is refused', async () => {
    server(() => '{"ok":false,"fields":{"code":["That code opens no farm."]}}');
    const outcome = await takeFarmIn(file('x'.repeat(600_000)), WHO, () => undefined);
    expect(outcome).toMatchObject({ ok: false, fields: { code: ['That code opens no farm.'] } });
    expect(bodies).toHaveLength(1);
  });
});
