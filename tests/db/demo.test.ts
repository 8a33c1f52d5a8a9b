import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { harvestGroup } from '../../src/core/plan/build';
import { forecastFarm } from '../../src/core/plan/forecast';
import { OutlookDesk } from '../../src/core/plan/outlook';
import { findTroubles } from '../../src/core/plan/troubles';
import { promiseTable } from '../../src/core/market/promiseTable';
import { addDays, daysBetween } from '../../src/core/quantity/days';
import { METRIC } from '../../src/core/quantity/units';
import type { Tx } from '../../src/db/connection';
import { loadDemo } from '../../src/db/demo/load';
import { feedingsOf } from '../../src/db/fishRecords';
import { cohortId, lotRecord } from '../../src/db/cohorts';
import { latestPh } from '../../src/db/readings';
import { loadFacts } from '../../src/db/slices';
import { recordedStays } from '../../src/db/history';
import { logContext } from '../../src/core/log/context';
import { migrate } from '../../src/db/migrations';
import { listCustomers, listOrders, loadOrder, orderEvents, packedLots } from '../../src/db/orders';
import { demoSignIns, personOfSession, signIn, signOut } from '../../src/db/people';
import { addSteps, freePlanCode, newId, openSteps } from '../../src/db/plan';
import { keepDraft } from '../../src/db/drafts';
import { traceOrder } from '../../src/db/trace';
import type { Entry } from '../../src/db/ledger';
import { openDesk, randomUUID, type Desk } from './helpers';
import { allocate, deliver, markPaid, placeOrder } from './orderActs';

const TODAY = '2026-06-10';
let desk: Desk;
let farmId: string;
let personId: string;

beforeAll(async () => {
  desk = await openDesk('demo');
  farmId = (await desk.owner('farm').where({ is_demo: true }).first('farm_id')).farm_id;
  personId = (await desk.owner('person').where({ sign_in_name: 'ines' }).first('id')).id;
});
afterAll(() => desk.close());

const read = <T>(work: (tx: Tx) => Promise<T>) => desk.in({ farmId }, work);
const frame = () => ({ farmId, personId, today: TODAY });

class TakeBack extends Error {}
async function trying(work: (tx: Tx) => Promise<void>) {
  await read(async (tx) => {
    await work(tx);
    throw new TakeBack();
  }).catch((error) => {
    if (!(error instanceof TakeBack)) throw error;
  });
}

const entry = (over: Partial<Entry> = {}): Entry => ({
  farmId,
  personId,
  entryKey: randomUUID(),
  farmDay: TODAY,
  at: new Date(`${TODAY}T09:00:00Z`),
  ...over,
});

describe('the demo farm', () => {
  test('its ledger balances: every lot adds up to nothing over all places, and nothing is below zero', async () => {
    const { rows } = await desk.owner.raw(
      'select lot_id from balance group by lot_id having sum(count) <> 0 or sum(mass_g) <> 0',
    );
    expect(rows).toEqual([]);
    const { rows: below } = await desk.owner.raw(
      'select 1 from balance where not is_source and (count < 0 or mass_g < 0)',
    );
    expect(below).toEqual([]);
    const { rows: drift } = await desk.owner.raw(`
      select b.lot_id from balance b join lot l on l.id = b.lot_id
      where l.keeps = 'count' and b.count <> coalesce((select sum(case when to_place_id = b.place_id then count else -count end)
        from movement m where m.lot_id = b.lot_id and b.place_id in (m.to_place_id, m.from_place_id)), 0) limit 5`);
    expect(drift).toEqual([]);
  });

  test('is loaded once only', async () => {
    expect(await loadDemo(desk.owner, { now: new Date(), timeZone: 'UTC' })).toBe(false);
  });

  test('holds real trouble to find: a short order, a crowding date, an overdue sample, drifted pH, a surplus', async () => {
    await read(async (tx) => {
      const facts = await loadFacts(tx, TODAY, true);
      const forecast = forecastFarm(facts, await openSteps(tx));
      const promise = promiseTable({ forecast, products: facts.products, promises: facts.promises, weeks: 12 });
      const troubles = findTroubles({ facts, forecast, promise, pH: await latestPh(tx, TODAY), units: METRIC });
      const kinds = troubles.map((t) => t.kind);
      expect(kinds).toEqual(expect.arrayContaining(['short', 'crowding', 'sample', 'ph', 'surplus']));
      const short = troubles.filter((t) => t.kind === 'short' && t.subject === 'rainbow-trout');
      expect(short).toHaveLength(1);
      expect(troubles.filter((t) => t.kind === 'short')).toEqual(short);
      expect(daysBetween(TODAY, short[0]!.day)).toBeGreaterThan(14);
    });
  });

  test('begun in any season it has one order too many, and no other promise that cannot be kept', async () => {
    const other = await openDesk('empty');
    try {
      const now = new Date('2026-11-24T09:00:00Z');
      await loadDemo(other.owner, { now, timeZone: 'UTC', historyDays: 260 });
      const farm = await other.owner('farm').first('farm_id');
      await other.in({ farmId: farm.farm_id }, async (tx) => {
        const facts = await loadFacts(tx, '2026-11-24', true);
        const table = promiseTable({
          forecast: forecastFarm(facts, await openSteps(tx)),
          products: facts.products,
          promises: facts.promises,
          weeks: 10,
        });
        const short = table.flatMap((row) => row.weeks.flatMap((w) => w.shortLines.map(() => row.product.code)));
        expect(short).toEqual(['rainbow-trout']);
      });
    } finally {
      await other.close();
    }
  }, 120_000);

  test('the short order can be saved by sliding one harvest', async () => {
    await read(async (tx) => {
      const facts = await loadFacts(tx, TODAY, true);
      const plan = await openSteps(tx);
      const desk = new OutlookDesk(facts, plan, { units: METRIC, boardDays: 90 });
      const harvests = plan
        .filter((s) => s.kind === 'harvest' && s.speciesCode === 'rainbow-trout')
        .sort((a, b) => (a.day < b.day ? -1 : 1));
      const saves = harvests.some((h) =>
        [-2, -3].some((days) => {
          if (h.day <= addDays(TODAY, 14)) return false;
          return desk
            .answer([{ change: 'shift', groupId: h.groupId, days }])
            .consequences.some((c) => c.words.includes('rainbow trout for Marla’s Table is covered'));
        }),
      );
      expect(saves).toBe(true);
    });
  });

  test('the past can be seen as it was recorded', async () => {
    await read(async (tx) => {
      const then = await loadFacts(tx, addDays(TODAY, -100), false);
      const now = await loadFacts(tx, TODAY, true);
      const same = await loadFacts(tx, TODAY, false);
      expect(then.fish.length).toBeGreaterThan(8);
      expect(then.fish.map((f) => f.lotCode)).not.toEqual(now.fish.map((f) => f.lotCode));
      expect(same.fish.map((f) => [f.lotCode, f.count])).toEqual(now.fish.map((f) => [f.lotCode, f.count]));
      for (const fish of then.fish)
        expect(fish.sampledOn === null || fish.sampledOn <= addDays(TODAY, -100)).toBe(true);
    });
  });

  test('the board’s recorded part ends today with what the ledger holds today', async () => {
    await read(async (tx) => {
      const facts = await loadFacts(tx, TODAY, true);
      const { fish } = await recordedStays(tx, addDays(TODAY, -14), TODAY);
      for (const held of facts.fish.filter(
        (f) => f.placeId && facts.places.find((p) => p.id === f.placeId)!.kind === 'tank',
      )) {
        const stay = fish.find((s) => s.lotCode === held.lotCode && s.placeId === held.placeId)!;
        expect(stay.from + stay.kg.length).toBe(0);
        expect(stay.kg.at(-1)!).toBeGreaterThan(0);
      }
    });
  });

  test('a cohort’s record: stocked, fed, died, all adding up', async () => {
    await read(async (tx) => {
      const facts = await loadFacts(tx, TODAY, true);
      const fish = facts.fish.find((f) => f.lotCode.startsWith('HSB') && f.count > 400)!;
      const record = await lotRecord(tx, fish.lotId, TODAY);
      expect(record.stocked - record.dead).toBe(
        facts.fish.filter((f) => f.lotId === fish.lotId).reduce((sum, f) => sum + f.count, 0) +
          record.movements.filter((m) => m.reason === 'harvest').reduce((sum, m) => sum + m.count, 0),
      );
      expect((await feedingsOf({ tx, lotId: fish.lotId, day: TODAY })).totalG).toBeGreaterThan(0);
      expect(await cohortId(tx, 'NO-SUCH')).toBeNull();
    });
  });

  test('the log line knows the farm’s places, fish and ripest plants', async () => {
    const context = logContext(await read((tx) => loadFacts(tx, TODAY, true)), METRIC);
    expect(context.places.map((p) => p.code)).toEqual(expect.arrayContaining(['H3', 'R2', 'P1']));
    expect(context.places.map((p) => p.code)).not.toContain('SOLD');
    expect(context.holdings.some((h) => h.kind === 'plants' && h.daysToRipe !== null)).toBe(true);
  });

  test('migrating a filled database again changes nothing', async () => {
    expect(await migrate(desk.owner)).toEqual([]);
  });
});

describe('drafts', () => {
  async function aHarvest(tx: Tx) {
    const plan = await openSteps(tx);
    const lead = plan
      .filter((s) => s.kind === 'harvest' && s.day > addDays(TODAY, 20))
      .sort((a, b) => (a.day < b.day ? -1 : 1))[0]!;
    const steps = plan.filter((s) => s.groupId === lead.groupId);
    return { lead, steps, base: Object.fromEntries(steps.map((s) => [s.id, s.version])) };
  }

  test('keeping one moves every step of the batch, once', async () => {
    await trying(async (tx) => {
      const { lead, steps, base } = await aHarvest(tx);
      const draft = {
        id: randomUUID(),
        name: 'earlier',
        changes: [{ change: 'shift' as const, groupId: lead.groupId, days: -2 }],
        base,
      };
      expect(await keepDraft(tx, frame(), draft)).toEqual({ changed: steps.length });
      expect(await keepDraft(tx, frame(), draft)).toEqual({ changed: 0 });
      const after = (await openSteps(tx)).find((s) => s.id === lead.id)!;
      expect(after.day).toBe(addDays(lead.day, -2));
      expect(after.version).toBe(lead.version + 1);
    });
  });

  test('one built on a plan that changed since is refused whole, in words', async () => {
    await trying(async (tx) => {
      const { lead, base } = await aHarvest(tx);
      const changes = [{ change: 'shift' as const, groupId: lead.groupId, days: 1 }];
      await keepDraft(tx, frame(), { id: randomUUID(), name: 'first', changes, base });
      await expect(keepDraft(tx, frame(), { id: randomUUID(), name: 'second', changes, base })).rejects.toThrow(
        /The plan has changed since this draft was begun/,
      );
    });
  });

  test('one that slides a step which was done meanwhile is refused', async () => {
    await trying(async (tx) => {
      const { lead, steps, base } = await aHarvest(tx);
      await tx('plan_step')
        .where({ id: steps.find((s) => s.kind === 'feed_stop')!.id })
        .update({ state: 'done', done_on: TODAY });
      const changes = [{ change: 'shift' as const, groupId: lead.groupId, days: 1 }];
      await expect(keepDraft(tx, frame(), { id: randomUUID(), name: 'late', changes, base })).rejects.toThrow(
        /one of its steps was done or taken out/,
      );
    });
  });

  test('one that knows nothing of the plan cannot slide it', async () => {
    await trying(async (tx) => {
      const { lead } = await aHarvest(tx);
      const changes = [{ change: 'shift' as const, groupId: lead.groupId, days: 1 }];
      await expect(keepDraft(tx, frame(), { id: randomUUID(), name: 'blind', changes, base: {} })).rejects.toThrow(
        /a step the draft did not know/,
      );
      await expect(
        keepDraft(tx, frame(), {
          id: randomUUID(),
          name: 'ghost',
          changes: [{ change: 'shift', groupId: randomUUID(), days: 1 }],
          base: {},
        }),
      ).rejects.toThrow(/no longer in the plan/);
    });
  });

  test('steps can be added, under codes nobody uses', async () => {
    await trying(async (tx) => {
      const { lead } = await aHarvest(tx);
      expect(await freePlanCode(tx, lead.lotCode)).not.toBe(lead.lotCode);
      expect(await freePlanCode(tx, 'ZZZ-1')).toBe('ZZZ-1');
      const steps = harvestGroup(
        {
          lotCode: lead.lotCode,
          speciesCode: lead.speciesCode!,
          tankId: lead.fromPlaceId!,
          purgePlaceId: lead.fromPlaceId!,
          purgeVolumeL: 3000,
          harvestDay: '2026-09-01',
          count: 10,
          purgeDays: 4,
          method: 'separate',
        },
        newId,
      );
      await addSteps(tx, farmId, { steps });
      expect((await openSteps(tx)).filter((s) => s.groupId === steps[0]!.groupId)).toHaveLength(steps.length);
    });
  });
});

describe('orders', () => {
  async function anOrder(tx: Tx, quantity = 5) {
    const [customer] = await listCustomers(tx);
    const facts = await loadFacts(tx, TODAY, true);
    const packed = facts.packed.find(
      (p) => facts.products.find((q) => q.code === p.productCode)!.unit !== 'kg' && p.quantity >= 10,
    )!;
    const id = await placeOrder(tx, entry(), {
      customerId: customer!.id,
      dueDay: addDays(TODAY, 2),
      lines: [{ productCode: packed.productCode, quantity }],
    });
    return { id, packed, order: await loadOrder(tx, id) };
  }

  test('placed, set aside, delivered, paid: each step once and in order', async () => {
    await trying(async (tx) => {
      const { id, packed, order } = await anOrder(tx);
      await expect(markPaid({ tx, entry: entry(), orderId: id, version: order.version })).rejects.toThrow(
        /paid after it is delivered/,
      );
      await expect(deliver({ tx, entry: entry(), orderId: id, version: order.version })).rejects.toThrow(
        /Nothing is reserved/,
      );
      const give = entry();
      const wish = {
        orderId: id,
        version: order.version,
        lineId: order.lines[0]!.id,
        lotId: packed.lotId,
        quantity: 5,
      };
      await allocate(tx, give, wish);
      await expect(allocate(tx, entry(), wish)).rejects.toThrow(/Someone changed this order/);
      const aside = await loadOrder(tx, id);
      expect(aside.lines[0]!.setAside).toHaveLength(1);
      expect((await packedLots(tx, [packed.productCode])).find((l) => l.lotId === packed.lotId)?.quantity ?? 0).toBe(
        packed.quantity - 5,
      );
      const go = entry();
      await deliver({ tx, entry: go, orderId: id, version: aside.version });
      await expect(deliver({ tx, entry: entry(), orderId: id, version: aside.version + 1 })).rejects.toThrow(
        /already delivered/,
      );
      const gone = await loadOrder(tx, id);
      expect(gone).toMatchObject({ state: 'delivered' });
      expect(gone.lines[0]!.delivered).toBe(5);
      await markPaid({ tx, entry: entry(), orderId: id, version: gone.version });
      expect((await orderEvents(tx, id)).map((e) => e.kind)).toEqual(['placed', 'delivered', 'paid']);
    });
  });

  test('two people with the same order open: the second is told, and nothing of the first is lost', async () => {
    await trying(async (tx) => {
      const { id, packed, order } = await anOrder(tx);
      const wish = {
        orderId: id,
        version: order.version,
        lineId: order.lines[0]!.id,
        lotId: packed.lotId,
        quantity: 2,
      };
      await allocate(tx, entry(), wish);
      await expect(allocate(tx, entry(), wish)).rejects.toThrow(/Someone changed this order while you had it open/);
    });
  });

  test('more than the lot holds, more than was ordered, or the wrong product is refused', async () => {
    await trying(async (tx) => {
      const { id, packed, order } = await anOrder(tx);
      const wish = {
        orderId: id,
        version: order.version,
        lineId: order.lines[0]!.id,
        lotId: packed.lotId,
        quantity: 9,
      };
      await expect(allocate(tx, entry(), wish)).rejects.toThrow(/more than a tenth above/);
      await expect(allocate(tx, entry(), { ...wish, quantity: 1_000_000 })).rejects.toThrow(/holds less than that/);
      const other = (await loadFacts(tx, TODAY, true)).packed.find((p) => p.productCode !== packed.productCode)!;
      await expect(allocate(tx, entry(), { ...wish, lotId: other.lotId, quantity: 1 })).rejects.toThrow(
        /Choose a lot of/,
      );
      await expect(loadOrder(tx, randomUUID())).rejects.toThrow('There is no such order on this farm.');
    });
  });

  test('what is promised is what is owed: set aside counts as kept', async () => {
    await trying(async (tx) => {
      const { id, packed, order } = await anOrder(tx);
      const owed = async () => (await loadFacts(tx, TODAY, true)).promises.find((p) => p.orderId === id)?.quantity ?? 0;
      expect(await owed()).toBe(5);
      await allocate(tx, entry(), {
        orderId: id,
        version: order.version,
        lineId: order.lines[0]!.id,
        lotId: packed.lotId,
        quantity: 3,
      });
      expect(await owed()).toBe(2);
    });
  });

  test('a retry of a placed order is the same order', async () => {
    await trying(async (tx) => {
      const [customer] = await listCustomers(tx);
      const once = entry();
      const wish = {
        customerId: customer!.id,
        dueDay: addDays(TODAY, 9),
        lines: [{ productCode: 'rainbow-trout', quantity: 4000 }],
      };
      const codes = [await placeOrder(tx, once, wish), await placeOrder(tx, entry(), wish)].map(
        async (id) => (await tx('sales_order').where({ id }).first('code')).code as string,
      );
      const [first, second] = (await Promise.all(codes)).map((code) => Number(code.slice(2)));
      expect(second! - first!).toBe(1);
      await expect(
        placeOrder(tx, entry(), { ...wish, lines: [{ productCode: 'little-romaine', quantity: 2.5 }] }),
      ).rejects.toThrow(/sold whole; 2.5 is no number of pieces/);
      await expect(placeOrder(tx, entry(), { ...wish, customerId: randomUUID() })).rejects.toThrow(
        /customer of this farm/,
      );
      await expect(
        placeOrder(tx, entry(), { ...wish, lines: [{ productCode: 'caviar', quantity: 1 }] }),
      ).rejects.toThrow(/product of this farm/);
    });
  });

  test('trace: a delivered order of the past names pack, fish, feed and seed, with people and days', async () => {
    await read(async (tx) => {
      const past = await listOrders({ tx, from: addDays(TODAY, -60), until: addDays(TODAY, -10), asOf: TODAY });
      const fishLine = await tx('order_line')
        .whereIn(
          'order_id',
          past.map((o) => o.id),
        )
        .where({ product_code: 'hybrid-striped-bass' })
        .first();
      const trace = await traceOrder(tx, fishLine.order_id);
      const kinds = new Set(trace.lots.map((l) => l.kind));
      expect(kinds).toContain('packed_fish');
      expect(kinds).toContain('cohort');
      expect(kinds).toContain('feed');
      expect(trace.lots.find((l) => l.kind === 'cohort')!.supplier).toBe('Brindle Water Hatchery');
      expect(trace.events.filter((e) => e.by === null)).toEqual([]);
      expect(trace.events.map((e) => e.reason)).toEqual(
        expect.arrayContaining(['receive', 'purge', 'harvest', 'deliver']),
      );
      const greens = await tx('order_line')
        .whereIn(
          'order_id',
          past.map((o) => o.id),
        )
        .where({ product_code: 'little-romaine' })
        .first();
      expect((await traceOrder(tx, greens.order_id)).lots.map((l) => l.kind)).toEqual(
        expect.arrayContaining(['packed_produce', 'planting', 'seed']),
      );
    });
  });
});

describe('signing in', () => {
  const NOW = new Date('2026-06-10T09:00:00Z');
  /** @param more.at seconds after nine */
  const enter = (name: string, password: string, more: { address?: string; device?: string; at?: number } = {}) =>
    signIn(
      desk.app,
      { name, password, address: more.address ?? '10.0.0.5', device: more.device ?? null },
      new Date(NOW.getTime() + (more.at ?? 0) * 1000),
    );

  test('the right name and password open a session that ends when told to', async () => {
    const result = await enter(' Ines ', 'heron-loop');
    expect(result.ok).toBe(true);
    if (!result.ok) return;
    const person = (await personOfSession(desk.app, result.token, NOW))!;
    expect(person).toMatchObject({ name: 'Ines Dorva', role: 'manager', farmName: 'Quillwater Farm', isDemo: true });
    expect(await personOfSession(desk.app, result.token, new Date('2026-09-10T09:00:00Z'))).toBeNull();
    await signOut(desk.app, person, result.token);
    expect(await personOfSession(desk.app, result.token, NOW)).toBeNull();
    expect(await personOfSession(desk.app, 'made-up', NOW)).toBeNull();
  });

  test('a wrong password is refused like a wrong name, and each failure makes the next wait longer', async () => {
    for (let i = 0; i < 6; i++) expect(await enter('hanno', `guess ${i}`)).toEqual({ ok: false, reason: 'wrong' });
    expect(await enter('hanno', 'heron-loop')).toMatchObject({ ok: false, reason: 'too_many', seconds: 5 });
    expect(await enter('nobody', 'heron-loop')).toEqual({ ok: false, reason: 'wrong' });
    expect(await enter('hanno', 'still wrong', { at: 6 })).toEqual({ ok: false, reason: 'wrong' });
    expect(await enter('hanno', 'heron-loop', { at: 7 })).toMatchObject({ reason: 'too_many', seconds: 9 });
    expect((await enter('hanno', 'heron-loop', { at: 20 })).ok).toBe(true);
    // A success clears what was counted.
    expect((await enter('hanno', 'heron-loop', { at: 21 })).ok).toBe(true);
  });

  test('who holds a device used before is never locked out by the tries of others, and ten at once count as ten', async () => {
    const first = await enter('oluchi', 'heron-loop', { address: '10.0.0.6' });
    if (!first.ok) throw new Error('not let in');
    const guesses = await Promise.all(
      Array.from({ length: 10 }, (_, i) => enter('oluchi', `guess ${i}`, { address: '10.0.0.9' })),
    );
    expect(guesses.filter((g) => !g.ok && g.reason === 'wrong')).toHaveLength(6);
    expect(await enter('oluchi', 'heron-loop', { address: '10.0.0.7' })).toMatchObject({ reason: 'too_many' });
    expect((await enter('oluchi', 'heron-loop', { address: '10.0.0.9', device: first.device })).ok).toBe(true);
  });

  test('an address that tries many names is slowed too', async () => {
    const from = { address: '10.0.0.66' };
    for (let i = 0; i < 31; i++) expect(await enter(`made-up-${i}`, 'x', from)).toEqual({ ok: false, reason: 'wrong' });
    expect(await enter('joram', 'heron-loop', from)).toMatchObject({ ok: false, reason: 'too_many' });
    expect((await enter('joram', 'heron-loop', { address: '10.0.0.67' })).ok).toBe(true);
  });

  test('old sessions, old tries and devices not seen for long are cleared', async () => {
    await enter('tess', 'wrong');
    const { rows } = await desk.app.raw('select clear_old_sign_ins(?) as gone', [new Date('2027-09-01T00:00:00Z')]);
    expect(rows[0].gone).toBeGreaterThan(2);
    const left = async (table: string) => Number((await desk.owner(table).count('* as n').first())!.n);
    expect([await left('session'), await left('sign_in_guard'), await left('known_device')]).toEqual([0, 0, 0]);
  });

  test('passwords are stored only as memory-hard hashes', async () => {
    const hashes = await desk.owner('person').where({ farm_id: farmId }).select('password_hash');
    for (const { password_hash } of hashes) expect(password_hash).toMatch(/^\$argon2id\$/);
  });

  test('demo sign-ins are told only while the farm is a demo', async () => {
    expect((await demoSignIns(desk.app)).map((p) => p.signInName)).toEqual([
      'ines',
      'hanno',
      'mirel',
      'bram',
      'joram',
      'oluchi',
      'tess',
    ]);
    await desk.owner('farm').where({ farm_id: farmId }).update({ is_demo: false });
    expect(await demoSignIns(desk.app)).toEqual([]);
    await desk.owner('farm').where({ farm_id: farmId }).update({ is_demo: true });
  });
});
