import { randomUUID } from 'node:crypto';
import { expect, signIn, test, useFarm } from './help';

/** Two web processes on one port: nobody notices which of them answers. */
const { base } = useFarm({ processes: 2 });

const TIMES = 8;
/** Each on a connection of its own, so that both processes get some. */
const asked = (path: string, init: RequestInit = {}) =>
  fetch(base() + path, { ...init, headers: { ...init.headers, connection: 'close' } });

test('what is recorded through one is seen through both at once', async ({ page }) => {
  await signIn(page, 'ines');
  const cookie = (await page.context().cookies()).map((c) => `${c.name}=${c.value}`).join('; ');
  for (let i = 0; i < TIMES; i++) await (await asked('/round', { headers: { cookie } })).text();
  for (let i = 0; i < TIMES; i++) {
    const words = `The third pump hums, ${i} times heard`;
    const sent = { command: 'task.handover', version: 1, entryKey: randomUUID(), body: { words } };
    const headers = { cookie, 'content-type': 'application/json' };
    const answer = await asked('/api/commands', { method: 'POST', headers, body: JSON.stringify(sent) });
    expect(await answer.json()).toMatchObject({ ok: true });
    const again = await asked('/api/commands', { method: 'POST', headers, body: JSON.stringify(sent) });
    expect(await again.json(), 'sent twice it is one').toMatchObject({ ok: true });
    const seen = await (await asked('/round', { headers: { cookie } })).text();
    expect(seen).toContain(words);
  }
});

test('the figures are those of both, whichever is asked', async () => {
  const handovers = async () =>
    Number(/command="task\.handover",result="ok"\} (\d+)/.exec(await (await asked('/metrics')).text())?.[1]);
  for (let i = 0; i < TIMES; i++) expect(await handovers()).toBe(2 * TIMES);
});
