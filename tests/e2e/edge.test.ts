import { connect } from 'node:net';
import { expect, test, useFarm } from './help';

/** The real server, as strangers and machines meet it. */
const { base } = useFarm();

/** Sends bytes as they are and reads the answer: no client puts them right first. */
function raw(request: string): Promise<string> {
  return new Promise((resolve, reject) => {
    const { hostname, port } = new URL(base());
    const socket = connect(Number(port), hostname, () => socket.write(request));
    let answer = '';
    socket.setEncoding('latin1');
    socket.on('data', (data) => (answer += data));
    socket.on('close', () => resolve(answer));
    socket.on('error', reject);
  });
}

const get = (path: string, more = '') =>
  raw(`GET ${path} HTTP/1.1\r\nHost: farm.test\r\nConnection: close\r\n${more}\r\n`);
const status = (answer: string) => Number(/^HTTP\/1\.1 (\d+)/.exec(answer)?.[1]);

test('no path is without the security headers: pages, static files, what is not there, what is refused', async () => {
  const page = await (await fetch(`${base()}/sign-in`)).text();
  const script = /src="(\/_next\/static\/[^"]+\.js)/.exec(page)![1]!;
  for (const [path, init, expected] of [
    ['/sign-in', {}, 200],
    [script, {}, 200],
    ['/icon.svg', {}, 200],
    ['/healthz', {}, 200],
    ['/no/such/page', {}, 404],
    ['/_next/static/none.js', {}, 404],
    ['/api/commands', {}, 405],
    ['/api/commands', { method: 'POST', body: '{}', headers: { 'content-type': 'application/json' } }, 401],
    ['/round', { method: 'POST', body: '{}' }, 405],
  ] as [string, RequestInit, number][]) {
    const response = await fetch(base() + path, { redirect: 'manual', ...init });
    expect(response.status, path).toBe(expected);
    const header = (name: string) => response.headers.get(name);
    expect(header('x-content-type-options'), path).toBe('nosniff');
    expect(header('content-security-policy'), path).toMatch(/frame-ancestors 'none'/);
    expect(header('content-security-policy'), path).not.toMatch(/unsafe-eval'.*unsafe-eval|http:|\*/);
    expect(header('referrer-policy'), path).toBe('same-origin');
    expect(header('x-request-id'), path).toMatch(/^[\w-]{8,}/);
    expect(header('x-powered-by'), path).toBeNull();
    expect(header('strict-transport-security'), path).toBeNull();
  }
});

test('what a proxy is said to say counts for nothing here; a page of another site may send nothing', async () => {
  const signIn = (headers: Record<string, string>) =>
    fetch(`${base()}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...headers },
      body: JSON.stringify({ name: 'tess', password: 'heron-loop' }),
    });
  const plain = await signIn({ 'x-forwarded-proto': 'https', 'x-forwarded-host': 'elsewhere.test' });
  expect(plain.status).toBe(200);
  expect(plain.headers.get('strict-transport-security')).toBeNull();
  for (const cookie of plain.headers.getSetCookie()) expect(cookie).not.toMatch(/Secure/);
  expect((await signIn({ origin: 'https://elsewhere.test', 'x-forwarded-host': 'elsewhere.test' })).status).toBe(403);
  expect((await signIn({ 'sec-fetch-site': 'cross-site' })).status).toBe(403);
  // Figures are for this machine itself, not for who is handed on by it.
  expect((await fetch(`${base()}/metrics`, { headers: { 'x-forwarded-for': '127.0.0.1' } })).status).toBe(404);
  expect((await fetch(`${base()}/metrics`, { headers: { forwarded: 'for=192.0.2.1' } })).status).toBe(404);
});

test('a line that is silent in its headers or its body is hung up on; the server goes on', async () => {
  const began = Date.now();
  const ends = await Promise.all(
    [
      'GET /round HTTP/1.1\r\nHost: x\r\nX-Half: ',
      'POST /api/session HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 500\r\n\r\n{"name":',
    ].map((half) => raw(half).then(() => (Date.now() - began) / 1000)),
  );
  for (const seconds of ends) expect(seconds).toBeGreaterThan(10);
  expect((await fetch(`${base()}/healthz`)).status).toBe(200);
});

test('malformed addresses and requests are answered 400, 404, 405, 413 or 414, and the server goes on', async () => {
  for (const [path, expected] of [
    ['/round?day=%', [400]],
    ['/round?day=%00', [400]],
    ['/cohorts/%ED%A0%80', [400]],
    ['/cohorts/%', [400]],
    [`/round?day=${'9'.repeat(5000)}`, [414]],
    ['/round?day=1970-01-01', [307]],
    ['/market/orders/..%2f..%2fetc', [307, 404]],
    ['/__proto__', [404]],
    ['//elsewhere.test/', [308, 400, 404]],
  ] as [string, number[]][])
    expect(expected, path).toContain(status(await get(path)));
  expect(status(await raw('GARBAGE\r\n\r\n'))).toBe(400);
  expect(status(await raw('BREW /round HTTP/1.1\r\nHost: x\r\nConnection: close\r\n\r\n'))).toBeGreaterThanOrEqual(400);
  expect([400, 431]).toContain(status(await get('/round', `X-Long: ${'a'.repeat(20_000)}\r\n`)));
  expect(
    status(
      await raw(
        'POST /api/commands HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 99999999\r\nConnection: close\r\n\r\n{',
      ),
    ),
  ).toBe(413);
  expect((await fetch(`${base()}/healthz`)).status).toBe(200);
});

test('a small body that would unfold without end is never decoded: pages take no calls', async () => {
  // Two kilobytes of references to references: what a call of a page would have been.
  const parts = Array.from(
    { length: 60 },
    (_, i) => `--x\r\nContent-Disposition: form-data; name="${i}"\r\n\r\n["$${i + 1}","$${i + 1}","$${i + 1}"]\r\n`,
  );
  const body = `${parts.join('')}--x--\r\n`;
  const began = Date.now();
  for (const path of ['/round', '/sign-in', '/season', '/api/commands']) {
    const headers = { 'next-action': '0'.repeat(42), 'content-type': 'multipart/form-data; boundary=x' };
    const response = await fetch(base() + path, { method: 'POST', headers, body });
    expect([401, 405, 415], path).toContain(response.status);
  }
  expect(Date.now() - began).toBeLessThan(5000);
});

test('health tells the database and the worker; figures are for this machine', async () => {
  expect(await (await fetch(`${base()}/healthz`)).json()).toEqual({ alive: true, ready: true, worker: 'not seen yet' });
  const figures = await (await fetch(`${base()}/metrics`)).text();
  expect(figures).toMatch(/crop_cycle_commands_total/);
  expect(figures).toMatch(/process_|nodejs_|crop_cycle_retries_total/);
});
