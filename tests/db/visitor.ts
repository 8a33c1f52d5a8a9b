import { afterAll, beforeAll, beforeEach, expect, vi } from 'vitest';
import { appUrl } from '../../src/db/appRole';
import { signIn } from '../../src/db/people';
import { openDesk, randomUUID, type Desk } from './helpers';

/** A person in front of the screens: a real session on a demo farm, and the day it is there. */
export const TODAY = '2026-06-10';
export const NOW = new Date(`${TODAY}T09:00:00Z`);

export class NotFound extends Error {}
class Redirected extends Error {}

/** The browser's cookies. */
const jar = new Map<string, string>();

vi.mock('next/headers', () => ({
  cookies: async () => ({
    get: (name: string) => (jar.has(name) ? { value: jar.get(name) } : undefined),
    set: (name: string, value: string) => jar.set(name, value),
    delete: (name: string) => jar.delete(name),
  }),
}));
vi.mock('next/navigation', () => ({
  notFound: () => {
    throw new NotFound('not found');
  },
  redirect: (to: string) => {
    throw new Redirected(to);
  },
}));

type Values = Record<string, unknown>;

/** What a browser would post, straight to where the route hands it. */
vi.mock('../../src/commands/client', () => ({
  send: async (act: string, { entryKey, doneAt, ...body }: Values) => {
    const [command, version] = act.split('@') as [string, string];
    const { runCommand } = await import('../../src/commands/registry');
    const { currentPerson } = await import('../../src/server/session');
    const sent = JSON.parse(JSON.stringify({ command, version: Number(version), entryKey, doneAt, body }));
    return runCommand(await currentPerson(), sent);
  },
  ask: async (question: string, { entryKey: _none, ...body }: Values) => {
    const { answerQuestion } = await import('../../src/questions/registry');
    const { currentPerson } = await import('../../src/server/session');
    return answerQuestion(await currentPerson(), question, JSON.parse(JSON.stringify(body)));
  },
}));

/** The database as its owner sees it, while the tests of a file run. */
export let desk: Desk;

/** Opens a demo farm for a file of tests; every test begins signed in as the manager. */
export function visit(ready: () => Promise<void> = async () => undefined) {
  beforeAll(async () => {
    desk = await openDesk('demo');
    process.env.APP_DATABASE_URL = appUrl(desk.url);
    vi.useFakeTimers({ now: NOW, toFake: ['Date'] });
    await ready();
  });
  beforeEach(() => as('ines'));
  afterAll(async () => {
    vi.useRealTimers();
    const { database } = await import('../../src/server/database');
    await database().destroy();
    await desk.close();
  });
}

/** Signs in as someone else, or out. */
export async function as(name: string | null) {
  jar.clear();
  if (!name) return;
  const result = await signIn(desk.app, { name, password: 'heron-loop', address: '127.0.0.1', device: null }, NOW);
  if (result.ok) jar.set('crop_cycle_session', result.token);
}

export const cookie = (name: string) => jar.get(name);

/** What an address asks for. */
export const on = (more: Record<string, string> = {}) => Promise.resolve(more);
export const key = () => ({ entryKey: randomUUID() });

export const place = async (code: string): Promise<string> =>
  (await desk.owner('place').where({ code }).first('id')).id;

export const faults = (outcome: { ok: boolean }) =>
  outcome.ok ? {} : (outcome as { ok: false; fields: Record<string, string[]> }).fields;

/** Where all fish of some lots are by the ledger; the sum of each lot over all places is nought. */
export async function standing(codes: string[]): Promise<Record<string, number>> {
  const rows = await desk
    .owner('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .join('place as p', 'p.id', 'b.place_id')
    .whereIn('l.code', codes)
    .select('l.code', 'p.code as place', 'b.count');
  for (const code of codes)
    expect(rows.filter((r) => r.code === code).reduce((sum, r) => sum + Number(r.count), 0)).toBe(0);
  return Object.fromEntries(
    rows.filter((r) => Number(r.count) > 0).map((r) => [`${r.code} ${r.place}`, Number(r.count)]),
  );
}

export interface Answer {
  ok: boolean;
  value?: unknown;
  fields?: Record<string, string[]>;
}

/** An act as whoever is signed in sends it, under a key of its own unless one is given. */
export async function run(command: string, body: Values, entryKey: string = randomUUID()): Promise<Answer> {
  const { runCommand } = await import('../../src/commands/registry');
  const { currentPerson } = await import('../../src/server/session');
  const sent = { command, version: 1, entryKey, body };
  return runCommand(await currentPerson(), sent as never) as Promise<Answer>;
}

/** All that was answered, as one text to look for words in. */
export const said = (answer: Answer) => JSON.stringify(answer.ok ? answer.value : answer.fields);
