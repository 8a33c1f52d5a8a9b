import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { DOORS } from '../../../scripts/lib/doors.generated.mjs';
import { mayAsk, pathForLog } from '../../../scripts/lib/doors.mjs';
import { settleHeaders } from '../../../scripts/lib/proxy.mjs';

describe('doors', () => {
  test('every method that a screen sends passes the server', () => {
    const sent = ['src/features/account/actions.ts', 'src/features/setup/actions.ts', 'src/commands/client.ts'].flatMap(
      (file) =>
        [...readFileSync(file, 'utf8').matchAll(/fetch\('(\/api\/[\w-]+)',\s*\{\s*method: '(\w+)'/g)].map(
          ([, path, method]) => [method!, path!] as const,
        ),
    );
    expect(sent.length).toBeGreaterThan(4);
    for (const [method, path] of sent) expect(mayAsk(method, path), `${method} ${path}`).toBe(true);
  });

  test('a door takes the methods of its route and no others; pages are only read', () => {
    expect(DOORS['/api/session']).toEqual(['GET', 'POST', 'PUT', 'PATCH', 'DELETE']);
    expect(mayAsk('PATCH', '/api/session?x=1')).toBe(true);
    expect(mayAsk('HEAD', '/api/table/lot')).toBe(true);
    for (const [method, path] of [
      ['PATCH', '/api/commands'],
      ['GET', '/api/commands'],
      ['POST', '/round'],
      ['POST', '/api'],
      ['DELETE', '/api/table/lot'],
      ['BREW', '/round'],
    ] as const)
      expect(mayAsk(method, path), `${method} ${path}`).toBe(false);
  });

  test('an address that opens something by itself is never written down', () => {
    expect(pathForLog(`/api/calendar/${'a1'.repeat(32)}.ics?x=1`)).toBe('/api/calendar/…');
    expect(pathForLog('/join/Zx81_secret')).toBe('/join/…');
    expect(pathForLog('/cohorts/HSB-31?day=2026-01-01')).toBe('/cohorts/HSB-31');
  });
});

describe('the word of a proxy', () => {
  const settled = (headers: Record<string, string>, trustProxy: boolean) => {
    const all: Record<string, string | string[] | undefined> = { ...headers };
    settleHeaders(all, { trustProxy, remoteAddress: '127.0.0.1' });
    return all;
  };
  const claims = {
    'x-forwarded-for': '10.0.0.9, 192.0.2.7',
    'x-forwarded-proto': 'https',
    'x-forwarded-host': 'evil.test',
    'x-crop-cycle-address': '1.2.3.4',
  };

  test('counts only where it is to be trusted', () => {
    expect(settled(claims, false)).toEqual({ 'x-crop-cycle-proxied': 'yes', 'x-crop-cycle-address': '127.0.0.1' });
    expect(settled(claims, true)).toMatchObject({
      'x-forwarded-proto': 'https',
      'x-crop-cycle-address': '192.0.2.7',
    });
  });

  test('nobody can say our own word: neither who they are nor that no proxy was there', () => {
    expect(settled({ 'x-crop-cycle-address': '1.2.3.4', 'x-crop-cycle-proxied': '' }, false)).toEqual({
      'x-crop-cycle-address': '127.0.0.1',
    });
    expect(settled({ via: '1.1 x' }, true)['x-crop-cycle-proxied']).toBe('yes');
  });
});
