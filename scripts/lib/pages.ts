import { createHash, randomBytes, randomUUID } from 'node:crypto';
import type { Knex } from 'knex';

/** Every room, without what stands in it. */
const ROOMS = [
  ...['round', 'cohorts', 'beds', 'purge', 'market', 'season', 'sums', 'market/new', 'farm', 'season/ground'],
  ...['arrivals', 'feed', 'temperature', 'life', 'planner', 'loss', 'species'].map((r) => `cohorts/${r}`),
  ...['space', 'planner', 'weather', 'scouting', 'cultures', 'trials'].map((r) => `beds/${r}`),
  ...['places', 'crops', 'products', 'customers', 'people', 'chores', 'limits', 'papers', 'today', 'changes'].map(
    (r) => `farm/${r}`,
  ),
  ...['farm/in-and-out', 'farm/in-and-out?bring=readings'],
];

/** The same, with some of what stands in them. @param few of each kind */
export async function pagesOf(owner: Knex, farmId: string, few = 2): Promise<string[]> {
  const codes = async (table: string, where: Record<string, unknown>, column = 'code'): Promise<string[]> =>
    (await owner(table)
      .where({ farm_id: farmId, ...where })
      .orderBy(column, 'desc')
      .limit(few)
      .pluck(column)) as string[];
  const part = encodeURIComponent;
  return [
    ...ROOMS,
    ...(await codes('lot', { kind: 'cohort' })).map((c) => `cohorts/${part(c)}`),
    ...(await codes('lot', { kind: 'planting' })).map((c) => `beds/${part(c)}`),
    ...(await codes('place', { kind: 'tank' })).map((c) => `cohorts/tank/${part(c)}`),
    ...(await codes('place', { kind: 'bed' })).map((c) => `beds/bed/${part(c)}`),
    ...(await codes('sales_order', {}, 'id')).map((id) => `market/orders/${id}`),
  ];
}

/** A session for someone of a farm, as signing in makes it. @returns its cookie */
export async function sessionOf(owner: Knex, who: { farmId: string; personId: string }, now: Date): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await owner('session').insert({
    ...{ farm_id: who.farmId, person_id: who.personId, id: randomUUID(), device: 'a campaign' },
    token_hash: createHash('sha256').update(token).digest(),
    ...{ made_at: now, seen_at: now, expires_at: new Date(now.getTime() + 86_400_000) },
  });
  return `crop_cycle_session=${token}`;
}

/** What nobody should ever read on a screen. */
const NEVER = /\bNaN\b|Invalid (Date|time|language|currency)|\bundefined\b|\[object \w+\]/;

interface Opened {
  base: string;
  cookie: string;
  pages: readonly string[];
  /** What the farm is called: it may be called anything. */
  name?: string;
}

/** Opens pages. @returns what is wrong with each that is not as it should be */
export async function faultsOf({ base, cookie, pages, name = '\0' }: Opened): Promise<string[]> {
  const faults: string[] = [];
  for (const page of pages) {
    const response = await fetch(`${base}/${page}`, { headers: { cookie }, redirect: 'manual' });
    const html = await response.text();
    if (response.status >= 500) faults.push(`${page}: ${response.status}`);
    const shown = html.replace(/<(script|style)\b[\s\S]*?<\/\1>/g, ' ').replace(/<[^>]+>/g, ' ');
    const never = page === 'season/ground' ? null : NEVER.exec(shown.replaceAll(name, ' '));
    if (never)
      faults.push(`${page}: “${shown.slice(Math.max(0, never.index - 60), never.index + 40).replace(/\s+/g, ' ')}”`);
    // A page that broke after its head was sent says so only in itself.
    if (/"digest":"\d+"|data-dgst="\d+"/.test(html)) faults.push(`${page}: broke while it was made`);
  }
  return faults;
}
