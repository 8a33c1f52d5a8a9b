import { describe, expect, test } from 'vitest';
import { hashCode } from '../../src/db/founding';
import { signIn, waitsToTry } from '../../src/db/people';
import { as, cookie, desk, NOW, visit } from './visitor';

/** Signing in as strangers try it: what one does never opens or shuts the door for another. */
visit();

const from = (address: string, name: string, password = 'heron-loop') =>
  signIn(desk.app, { name, password, address, device: null }, NOW);
const post = async (
  path: 'session' | 'farm',
  method: 'PATCH' | 'PUT' | 'POST',
  body: unknown,
  address = '192.0.2.9',
) => {
  const routes = {
    session: await import('../../src/app/api/session/route'),
    farm: await import('../../src/app/api/farm/route'),
  };
  const headers = { 'content-type': 'application/json', 'x-crop-cycle-address': address };
  const route = routes[path] as unknown as Record<string, (request: Request) => Promise<Response>>;
  const response = await route[method]!(
    new Request(`http://farm.test/api/${path}`, { method, headers, body: JSON.stringify(body) }),
  );
  return {
    status: response.status,
    answer: (await response.json()) as { ok: boolean; fields?: Record<string, string[]> },
  };
};

describe('tries', () => {
  test('one’s own success does not clear what was tried from the same address on other names', async () => {
    const address = '198.51.100.7';
    let waited = 0;
    for (let n = 0; n < 60; n++) {
      const tried = await from(address, `name-${n}`, 'a guess of mine');
      if (!tried.ok && tried.reason === 'too_many') waited += 1;
      // Someone who has an account signs in between the guesses.
      if (n % 5 === 0) await from(address, 'mirel');
    }
    expect(waited).toBeGreaterThan(10);
  });

  test('a farm behind one address, where people sign in all day, never waits', async () => {
    for (let n = 0; n < 60; n++) expect((await from('198.51.100.8', n % 2 ? 'tess' : 'joram')).ok).toBe(true);
  });

  test('a session guesses the old password no faster than a stranger would', async () => {
    await as('bram');
    const guess = (old: string) => post('session', 'PUT', { old, new: 'four quiet otters here' }, '192.0.2.30');
    const statuses: number[] = [];
    for (let n = 0; n < 9; n++) statuses.push((await guess(`guess number ${n}`)).status);
    expect(statuses.filter((s) => s === 429).length).toBeGreaterThan(1);
    expect((await guess('heron-loop')).answer.fields?.old?.[0]).toMatch(/Too many tries/);
  });

  test('wrong founding codes of others do not make the right one wait', async () => {
    await desk.owner('first_farm_code').insert({ code_hash: hashCode('REED-MOSS'), made_at: NOW });
    const habits = {
      ...{
        name: 'Tarn Farm',
        latitude: 50,
        altitudeM: 10,
        timeZone: 'Europe/Berlin',
        currency: 'EUR',
        locale: 'en-GB',
      },
      ...{ units: { mass: 'metric', temperature: 'C' }, firstWeekday: 1 },
    };
    const found = (code: string) =>
      post('farm', 'POST', { code, name: 'Ada Reed', signInName: 'ada', password: 'four quiet otters', habits });
    const tried = await Promise.all(Array.from({ length: 12 }, (_, n) => found(`WRNG-00${n}`)));
    expect(tried.some((t) => t.status === 429)).toBe(true);
    await desk.owner('farm').update({ is_demo: true });
    expect((await found('REED-MOSS')).answer).toEqual({ ok: true, value: null });
    // The guards of the wrong ones still stand.
    expect(
      await waitsToTry(desk.app, { name: 'a farm of one’s own', address: '192.0.2.9', device: null }, NOW),
    ).toBeGreaterThan(0);
  });
});

describe('sign-ins of one’s own', () => {
  test('one other can be ended, then all others; this one stays', async () => {
    for (let n = 0; n < 3; n++) await from('127.0.0.1', 'ines');
    await as('ines');
    const { GET } = await import('../../src/app/api/session/route');
    const mine = async () =>
      ((await (await GET()).json()) as { value: { signIns: { id: string; isThis: boolean }[] } }).value.signIns;
    const before = await mine();
    const other = before.find((s) => !s.isThis)!;
    expect((await post('session', 'PATCH', { end: other.id })).status).toBe(200);
    expect((await mine()).map((s) => s.id)).not.toContain(other.id);
    expect((await mine()).length).toBeGreaterThan(1);
    expect((await post('session', 'PATCH', { end: 'others' })).status).toBe(200);
    expect(await mine()).toMatchObject([{ isThis: true }]);
    expect(cookie('crop_cycle_session')).toBeTruthy();
    expect((await post('session', 'PATCH', { end: 'everyone' })).status).toBe(422);
  });

  test('printed and common passwords are refused, the demo’s among them', async () => {
    const { passwordFault } = await import('../../src/core/passwords');
    for (const word of ['heron-loop', 'Heron Loop', 'password1234', 'correct horse battery staple', 'Quillwater Farm'])
      expect(passwordFault(word), word).toMatch(/first that anyone would try/);
    expect(passwordFault('four quiet otters here')).toBeNull();
  });
});
