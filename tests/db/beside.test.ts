import { randomUUID } from 'node:crypto';
import { describe, expect, test } from 'vitest';
import { desk, run, visit } from './visitor';

/** What goes beside each other, and what waits; and files that nobody reads. */
visit();

/** Work that is begun by hand: tells what has begun, and ends when told. */
async function line() {
  const { inTurn } = await import('../../src/server/queue');
  const begun: string[] = [];
  const ends = new Map<string, () => void>();
  const farm = randomUUID();
  const all: Promise<unknown>[] = [];
  const add = (name: string, places: string[] | null) =>
    all.push(
      inTurn(farm, places, () => {
        begun.push(name);
        return new Promise<void>((end) => ends.set(name, end));
      }),
    );
  const settle = async () => {
    for (let i = 0; i < 10; i++) await Promise.resolve();
  };
  const end = async (name: string) => {
    ends.get(name)!();
    await settle();
  };
  return { add, begun, end, settle, all };
}

describe('acts of one farm', () => {
  test('at different places go beside each other, at one place in turn, and what wants the farm is alone', async () => {
    const { add, begun, end, settle, all } = await line();
    add('H1', ['H1']);
    add('H1 again', ['H1']);
    add('H2', ['H2']);
    add('harvest', null);
    add('H3', ['H3']);
    await settle();
    expect(begun).toEqual(['H1', 'H2']);
    await end('H1');
    expect(begun).toEqual(['H1', 'H2', 'H1 again']);
    await end('H2');
    await end('H1 again');
    expect(begun.slice(3)).toEqual(['harvest']);
    await end('harvest');
    expect(begun.slice(4)).toEqual(['H3']);
    await end('H3');
    await Promise.all(all);
  });

  test('no more than a few at a time, and one that fails lets the next begin', async () => {
    const { inTurn } = await import('../../src/server/queue');
    const farm = randomUUID();
    let now = 0;
    let most = 0;
    const one = (fails: boolean) =>
      inTurn(farm, [], async () => {
        most = Math.max(most, ++now);
        await Promise.resolve();
        now -= 1;
        if (fails) throw new Error('no');
      }).catch(() => undefined);
    await Promise.all(Array.from({ length: 40 }, (_, i) => one(i % 3 === 0)));
    expect(most).toBeGreaterThan(1);
    expect(most).toBeLessThanOrEqual(4);
    expect(now).toBe(0);
  });

  test('sixty deaths and readings at once: each is counted once, and none is lost', async () => {
    const tanks = (
      await desk.owner.raw(
        `select b.lot_id, b.place_id, b.count from balance b join lot l on l.id = b.lot_id join place p on p.id = b.place_id where l.kind = 'cohort' and p.kind = 'tank' and b.count > 100 order by p.code`,
      )
    ).rows as { lot_id: string; place_id: string; count: number }[];
    const loop = (await desk.owner('loop').first('id')).id;
    const readings = async () => Number((await desk.owner('reading').count('* as n').first())!.n);
    const before = await readings();
    const answers = await Promise.all(
      Array.from({ length: 60 }, (_, i) => {
        const tank = tanks[i % tanks.length]!;
        return i % 2
          ? run('water.read', { loopId: loop, values: { t: 15 + i / 100 }, confirmed: true })
          : run('fish.dead', { lotId: tank.lot_id, placeId: tank.place_id, count: 1 });
      }),
    );
    expect(answers.filter((a) => !a.ok)).toEqual([]);
    expect(await readings()).toBe(before + 30);
    let died = 0;
    for (const { lot_id, place_id, count } of tanks)
      died += count - Number((await desk.owner('balance').where({ lot_id, place_id }).first('count')).count);
    expect(died).toBe(30);
  });
});

describe('files that nobody reads', () => {
  test('hold no connection; a person has two under way, and is told so in words', async () => {
    const { GET } = await import('../../src/app/api/table/[table]/route');
    const ask = () => GET(new Request('http://farm.test/'), { params: Promise.resolve({ table: 'movement' }) });
    const [one, two, three] = [await ask(), await ask(), await ask()];
    expect([one.status, two.status, three.status]).toEqual([200, 200, 429]);
    expect(JSON.stringify(await three.json())).toMatch(/still on their way/);
    const { rows } = await desk.owner.raw(
      `select count(*)::int as n from pg_stat_activity where datname = current_database() and usename = 'crop_cycle_app' and state like 'idle in transaction%'`,
    );
    expect(rows[0].n).toBe(0);
    // Read or given up, the turn is free again.
    const bytes = Buffer.from(await one.arrayBuffer());
    expect(bytes.toString().split('\n').length).toBeGreaterThan(1000);
    expect(bytes.length).toBe(Number(one.headers.get('content-length')));
    await two.body!.cancel();
    const four = await ask();
    expect(four.status).toBe(200);
    await four.body!.cancel();
  });
});
