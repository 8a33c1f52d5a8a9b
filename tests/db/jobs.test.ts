import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { module as dead } from '../../src/commands/fish/dead';
import { module as feed } from '../../src/commands/fish/feed';
import { module as harvest } from '../../src/commands/fish/harvest';
import { module as moveAsPlanned } from '../../src/commands/fish/moveAsPlanned';
import { module as receive } from '../../src/commands/fish/receive';
import { module as exchange } from '../../src/commands/purge/exchange';
import { module as stop } from '../../src/commands/purge/stopFeed';
import { module as taste } from '../../src/commands/purge/taste';
import { module as transfer } from '../../src/commands/purge/transfer';
import { METRIC } from '../../src/core/quantity/units';
import { freshReader, loadFacts } from '../../src/db/slices';
import { openSteps } from '../../src/db/plan';
import type { Doing } from '../../src/server/command';
import { module as clear } from '../../src/commands/plants/clear';
import { module as pick } from '../../src/commands/plants/pick';
import { module as pickNow } from '../../src/commands/plants/pickNow';
import { module as sow } from '../../src/commands/plants/sow';
import { module as transplanting } from '../../src/commands/plants/transplant';
import { finishTask, recordSample, withdrawSample } from '../../src/db/events';
import { takeReadings, withdrawReadings } from '../../src/db/readings';
import { feedShares } from '../../src/core/plan/feedShares';
import { samplesOf } from '../../src/db/cohortSizes';
import { changeBatch, gatesOf } from '../../src/db/purgeBatch';
import { addDays } from '../../src/core/quantity/days';
import { feedJob } from '../../src/core/tasks/sources/feed';
import { feedingsOf } from '../../src/db/fishRecords';
import { balanceAt, recordMovement, type Entry } from '../../src/db/ledger';
import type { Tx } from '../../src/db/connection';
import { openDesk, randomUUID, type Desk } from './helpers';

/** On the demo farm, whose today is Wednesday 10 June 2026. Each test works in a transaction that is taken back. */
const TODAY = '2026-06-10';
let desk: Desk;
let farmId: string;
let people: Record<string, string>;

beforeAll(async () => {
  desk = await openDesk('demo');
  farmId = (await desk.owner('farm').where({ is_demo: true }).first('farm_id')).farm_id;
  people = Object.fromEntries(
    (await desk.owner('person').where({ farm_id: farmId })).map((p) => [p.sign_in_name, p.id]),
  );
});
afterAll(() => desk.close());

class TakeBack extends Error {}

async function trying(work: (tx: Tx) => Promise<void>) {
  await desk
    .in({ farmId }, async (tx) => {
      await work(tx);
      throw new TakeBack();
    })
    .catch((error) => {
      if (!(error instanceof TakeBack)) throw error;
    });
}

function entry(over: Partial<Entry> = {}): Entry {
  return {
    farmId,
    personId: people.bram!,
    entryKey: randomUUID(),
    farmDay: TODAY,
    at: new Date(`${over.farmDay ?? TODAY}T09:00:00Z`),
    ...over,
  };
}

/** As the commands call them: with the farm as this transaction sees it. */
const facts = (tx: Tx) => loadFacts(tx, TODAY, true);
type Body = Record<string, unknown>;
interface Act {
  run: (doing: Doing, body: never) => Promise<unknown>;
}

/** An act done by the hand, or by a manager; refused, it leaves nothing. */
async function act(tx: Tx, e: Entry, module: Act, body: Body, role = 'hand'): Promise<string> {
  const work = async (inner: Tx) => {
    const doing = {
      ...{ tx: inner, entry: e, today: e.farmDay, units: METRIC, person: { role, currency: 'EUR' } },
      ...{ facts: () => facts(inner), steps: () => openSteps(inner), get: freshReader(inner, TODAY, true) },
    };
    return (await module.run(doing as unknown as Doing, body as never)) as string;
  };
  return tx.transaction(work as never) as unknown as Promise<string>;
}

const stopFeed = (tx: Tx, e: Entry, stepId: string) => act(tx, e, stop, { stepId });
const transferFish = (tx: Tx, e: Entry, { kind, ...done }: Body, confirmed = true) =>
  act(tx, e, kind === 'purge' ? transfer : moveAsPlanned, { ...done, confirmed });
const harvestFish = (tx: Tx, e: Entry, done: Body, role = 'hand') => act(tx, e, harvest, done, role);
const feedTank = (tx: Tx, e: Entry, fed: Body) => act(tx, e, feed, { ...fed, confirmed: true });
const tasteCheck = (tx: Tx, e: Entry, tasted: Body) => act(tx, e, taste, tasted);
const exchangeWater = (tx: Tx, e: Entry, done: Body) => act(tx, e, exchange, done);
const receiveFish = (tx: Tx, e: Entry, got: Body) => act(tx, e, receive, got);
const sowSeed = (tx: Tx, e: Entry, sown: Body) => act(tx, e, sow, sown);
const transplant = (tx: Tx, e: Entry, done: Body) => act(tx, e, transplanting, done);
const pickStep = async (tx: Tx, e: Entry, done: Body) =>
  (await (act(tx, e, pick, done) as unknown as Promise<{ words: string }>)).words;
const pickPlants = (tx: Tx, e: Entry, done: Body) => act(tx, e, pickNow, done);
const clearBed = (tx: Tx, e: Entry, done: Body) => act(tx, e, clear, done);
const gateOf = async (tx: Tx, groupId: string, day: string) =>
  (await gatesOf({ tx, groupIds: [groupId], today: day, treatments: [] })).get(groupId)!;

async function nextGroup(tx: Tx, lotPrefix: string) {
  const harvest = await tx('plan_step')
    .where({ kind: 'harvest', state: 'planned' })
    .andWhere('lot_code', 'like', `${lotPrefix}%`)
    .andWhere('day', '>', '2026-06-17')
    .orderBy('day')
    .first();
  const steps = await tx('plan_step').where({ group_id: harvest.group_id }).orderBy('day');
  return { harvest, groupId: harvest.group_id, find: (kind: string) => steps.filter((s) => s.kind === kind) };
}

describe('a purge batch, step by step', () => {
  test('cannot be done out of order; done in order it becomes packed fish, to the fish and to the gram', async () => {
    await trying(async (tx) => {
      const group = await nextGroup(tx, 'TRT');
      const [stop] = group.find('feed_stop');
      const [purge] = group.find('purge');
      const [taste] = group.find('taste');
      await expect(
        transferFish(tx, entry(), { stepId: purge.id, kind: 'purge', count: 80, massG: 28_000, dead: 0 }),
      ).rejects.toThrow(/First: stop feed/);
      await stopFeed(tx, entry({ farmDay: stop.day }), stop.id);
      await expect(tasteCheck(tx, entry(), { stepId: taste.id, passed: true })).rejects.toThrow(
        /First: move to purge tank/,
      );
      const lot = await tx('lot').where({ code: stop.lot_code }).first();
      const before = (await balanceAt(tx, lot.id, stop.from_place_id)).count;
      const inPurge = (await balanceAt(tx, lot.id, purge.to_place_id)).count;
      await transferFish(tx, entry({ farmDay: purge.day }), {
        stepId: purge.id,
        kind: 'purge',
        count: 80,
        massG: 28_000,
        dead: 2,
      });
      expect((await balanceAt(tx, lot.id, stop.from_place_id)).count).toBe(before - 82);
      expect((await balanceAt(tx, lot.id, purge.to_place_id)).count).toBe(inPurge + 80);
      for (const exchange of group.find('exchange'))
        await exchangeWater(tx, entry({ farmDay: exchange.day }), { stepId: exchange.id, litres: 1500, saltG: 7500 });
      await tasteCheck(tx, entry({ farmDay: taste.day }), { stepId: taste.id, passed: true });
      const said = await harvestFish(tx, entry({ farmDay: group.harvest.day }), {
        stepId: group.harvest.id,
        count: 80 + inPurge,
        massG: 29_000,
        trimG: 500,
        dead: 0,
      });
      const [, code] = /Packed as (\S+?)\.?$/.exec(said)!;
      const packed = await tx('lot').where({ code }).first();
      const { rows } = await tx.raw(
        'select p.code, b.mass_g from balance b join place p on p.id = b.place_id where b.lot_id = ? order by p.code',
        [packed.id],
      );
      expect(rows).toEqual([
        { code: 'COLD', mass_g: 28_500 },
        { code: 'COMPOST', mass_g: 500 },
        { code: 'MADE', mass_g: -29_000 },
      ]);
      expect((await balanceAt(tx, lot.id, purge.to_place_id)).count).toBe(0);
    });
  });

  test('the gate holds: no sale before it tasted clean, unless a manager gives a reason', async () => {
    await trying(async (tx) => {
      const group = await nextGroup(tx, 'HSB');
      const [stop] = group.find('feed_stop');
      const [purge] = group.find('purge');
      await stopFeed(tx, entry({ farmDay: stop.day }), stop.id);
      await transferFish(tx, entry({ farmDay: purge.day }), {
        stepId: purge.id,
        kind: 'purge',
        count: 90,
        massG: 60_000,
        dead: 0,
      });
      const harvest = {
        stepId: group.harvest.id,
        count: 90,
        massG: 59_000,
        trimG: 0,
        dead: 0,
      };
      const day = entry({ farmDay: group.harvest.day });
      await expect(harvestFish(tx, day, harvest)).rejects.toThrow(
        /Not fit to sell yet: 0 of 2 water changes done; not tasted yet/,
      );
      await expect(harvestFish(tx, day, { ...harvest, overrideReason: 'customer waits' })).rejects.toThrow(
        /Only a manager may override/,
      );
      await harvestFish(
        tx,
        entry({ farmDay: group.harvest.day, personId: people.ines! }),
        { ...harvest, overrideReason: 'Inspector asked for them' },
        'manager',
      );
      const gate = await gateOf(tx, group.groupId, group.harvest.day);
      expect(gate.overridden).toBe('Ines Dorva: Inspector asked for them');
    });
  });

  test('what a batch must meet is fixed when its feed stops: sliding its harvest to an earlier day does not shorten it', async () => {
    await trying(async (tx) => {
      const group = await nextGroup(tx, 'TRT');
      const [stop] = group.find('feed_stop');
      const needed = async (day: string) =>
        (await gateOf(tx, group.groupId, day)).checks.find((c) => c.check === 'fasting')!;
      await stopFeed(tx, entry(), stop.id);
      const before = await needed(addDays(TODAY, 2));
      expect(before).toMatchObject({
        met: false,
        words: expect.stringMatching(/Feed stopped 2 days ago, [4-9] days needed/),
      });
      await tx('plan_step')
        .where({ id: group.harvest.id })
        .update({ day: addDays(TODAY, 2) });
      expect(await needed(addDays(TODAY, 2))).toEqual(before);
      // A manager changes it with a reason, and both stay in the record.
      const wish = {
        groupId: group.groupId,
        version: 1,
        fastingDays: 2,
        exchanges: 0,
        taste: false,
        reason: 'Tasted clean out of the tank',
      };
      await changeBatch(tx, entry({ personId: people.ines! }), wish);
      const gate = await gateOf(tx, group.groupId, addDays(TODAY, 2));
      expect(gate.checks.map((c) => [c.check, c.met])).toEqual([
        ['fasting', true],
        ['exchanges', true],
      ]);
      expect(gate.changes).toMatchObject([
        { by: 'Ines Dorva', reason: 'Tasted clean out of the tank', fastingDays: 2 },
      ]);
      await expect(changeBatch(tx, entry(), wish)).rejects.toThrow(/Someone changed this batch meanwhile/);
    });
  });

  test('a planned move meets what a move by hand meets: another lot in the tank is asked about, an overfull one refused', async () => {
    await trying(async (tx) => {
      const held = (await facts(tx)).fish.filter((f) => f.count > 100);
      const [mine, other] = [
        held.find((f) => f.lotCode.startsWith('TRT'))!,
        held.find((f) => f.lotCode.startsWith('HSB'))!,
      ];
      const step = {
        farm_id: farmId,
        id: randomUUID(),
        group_id: randomUUID(),
        kind: 'move',
        day: TODAY,
        lot_code: mine.lotCode,
        species_code: mine.speciesCode,
        from_place_id: mine.placeId,
        to_place_id: other.placeId,
        count: 10,
      };
      await tx('plan_step').insert(step);
      const move = { stepId: step.id, kind: 'move' as const, count: 10, massG: 10 * mine.referenceG, dead: 0 };
      const asked = await transferFish(tx, entry(), move, false).catch((e) => e);
      expect(asked.field).toBe('confirm');
      expect(asked.message).toMatch(/kept apart: fish, nets and hands carry disease/);
      expect(asked.message).toMatch(/another species|times in weight/);
      await transferFish(tx, entry(), move);
      const small = await tx('place').where({ code: 'H1' }).first();
      await tx('plan_step').insert({ ...step, id: randomUUID(), to_place_id: small.id, count: 100 });
      const crowd = await tx('plan_step')
        .where({ lot_code: mine.lotCode, to_place_id: small.id, state: 'planned' })
        .first('id');
      await expect(
        transferFish(tx, entry(), {
          ...move,
          stepId: crowd.id,
          count: 400,
          massG: 400 * 40 * mine.referenceG,
        }),
      ).rejects.toThrow(/kg\/m³, its limit is/);
    });
  });

  test('a muddy taste is recorded and the check stays open', async () => {
    await trying(async (tx) => {
      const group = await nextGroup(tx, 'TRT');
      await stopFeed(tx, entry(), group.find('feed_stop')[0].id);
      await transferFish(tx, entry(), {
        stepId: group.find('purge')[0].id,
        kind: 'purge',
        count: 80,
        massG: 28_000,
        dead: 0,
      });
      await tasteCheck(tx, entry(), { stepId: group.find('taste')[0].id, passed: false, note: 'earthy' });
      const gate = await gateOf(tx, group.groupId, group.harvest.day);
      expect(gate.checks.find((c) => c.check === 'taste')).toMatchObject({
        met: false,
        words: 'Last taste was not clean',
      });
      await tasteCheck(tx, entry(), { stepId: group.find('taste')[0].id, passed: true });
      expect((await gateOf(tx, group.groupId, group.harvest.day)).checks.find((c) => c.check === 'taste')!.met).toBe(
        true,
      );
    });
  });

  test('weights in the wrong unit are asked about', async () => {
    await trying(async (tx) => {
      const group = await nextGroup(tx, 'TRT');
      await stopFeed(tx, entry(), group.find('feed_stop')[0].id);
      const transfer = { stepId: group.find('purge')[0].id, kind: 'purge' as const, count: 80, massG: 2, dead: 0 };
      await expect(transferFish(tx, entry(), transfer)).rejects.toThrow(
        /0.03 g a fish; they weigh about \d+ g. Check the unit/,
      );
      await expect(transferFish(tx, entry(), { ...transfer, count: 9000, massG: 3_000_000 })).rejects.toThrow(
        /9,000 is more than that/,
      );
    });
  });

  test('a job that was done is not done again', async () => {
    await trying(async (tx) => {
      const group = await nextGroup(tx, 'TRT');
      await stopFeed(tx, entry(), group.find('feed_stop')[0].id);
      await expect(stopFeed(tx, entry(), group.find('feed_stop')[0].id)).rejects.toThrow(/has already done this job/);
      await expect(stopFeed(tx, entry(), group.find('purge')[0].id)).rejects.toThrow(
        /That job is “Move to purge tank”, not “Stop feed”/,
      );
      await expect(stopFeed(tx, entry(), randomUUID())).rejects.toThrow('That job is not on this farm.');
    });
  });

  test('from the moment feed is stopped the forecast feeds that tank nothing', async () => {
    await trying(async (tx) => {
      const group = await nextGroup(tx, 'TRT');
      const [stop] = group.find('feed_stop');
      await stopFeed(tx, entry(), stop.id);
      const facts = await loadFacts(tx, TODAY, true);
      expect(
        facts.fish.find((f) => f.lotCode === stop.lot_code && f.placeId === stop.from_place_id)!.feedStoppedOn,
      ).toBe(TODAY);
    });
  });
});

describe('fish', () => {
  test('feeding takes the feed from the store and says which fish got it', async () => {
    await trying(async (tx) => {
      const tank = await tx('place').where({ code: 'H6' }).first();
      const store = await tx('place').where({ code: 'FEED' }).first();
      const inStore = async () => (await tx('balance').where({ place_id: store.id }).sum('mass_g as g').first())!.g;
      const before = await inStore();
      const fed = entry();
      await feedTank(tx, fed, { placeId: tank.id, massG: 4200, response: 'slow' });
      expect(before - (await inStore())).toBe(4200);
      const [row] = await tx('feeding as f')
        .join('movement as m', 'm.id', 'f.movement_id')
        .join('lot as l', 'l.id', 'm.lot_id')
        .where('m.entry_key', 'like', `${fed.entryKey}%`)
        .select('f.response', 'l.code');
      expect(row).toMatchObject({ response: 'slow' });
      expect(row.code).toMatch(/^FD-HSB/);
      const next = await tx('place').where({ code: 'H7' }).first();
      await expect(feedTank(tx, entry(), { placeId: next.id, massG: 90_000_000, response: 'eager' })).rejects.toThrow(
        /feed store holds only/,
      );
      const empty = await tx('place').where({ code: 'W1' }).first();
      await expect(feedTank(tx, entry(), { placeId: empty.id, massG: 100, response: 'eager' })).rejects.toThrow(
        /no fish in this tank/,
      );
    });
  });

  test('feed of a tank with two lots is credited to both, by their rations, to the tenth of a gram', async () => {
    await trying(async (tx) => {
      const [one, two] = (await facts(tx)).fish.filter((f) => f.lotCode.startsWith('TRT') && f.count > 100);
      const move = {
        lotId: two!.lotId,
        fromPlaceId: two!.placeId,
        toPlaceId: one!.placeId,
        count: 60,
        massG: 60 * two!.referenceG,
        reason: 'move' as const,
      };
      await recordMovement({ tx, entry: entry(), movement: move });
      const before = {
        one: (await feedingsOf({ tx, lotId: one!.lotId, day: TODAY })).totalG,
        two: (await feedingsOf({ tx, lotId: two!.lotId, day: TODAY })).totalG,
      };
      await feedTank(tx, entry(), { placeId: one!.placeId, massG: 1000.1, response: 'eager' });
      const got = {
        one: (await feedingsOf({ tx, lotId: one!.lotId, day: TODAY })).totalG - before.one,
        two: (await feedingsOf({ tx, lotId: two!.lotId, day: TODAY })).totalG - before.two,
      };
      expect(got.one + got.two).toBeCloseTo(1000.1, 6);
      expect(got.two).toBeGreaterThan(10);
      const shares = feedShares(await facts(tx), one!.placeId);
      expect(got.two / 1000.1).toBeCloseTo(shares.get(two!.lotId)!, 3);
    });
  });

  test('a delivery: transit deaths are counted, the living are there, the hatchery is noted', async () => {
    await trying(async (tx) => {
      const step = await tx('plan_step').where({ kind: 'stock', state: 'planned' }).orderBy('day').first();
      await expect(receiveFish(tx, entry(), { stepId: step.id, count: 600, meanG: 5, dead: 601 })).rejects.toThrow(
        /601 cannot have died on the way/,
      );
      await receiveFish(tx, entry(), {
        stepId: step.id,
        count: 600,
        meanG: 5,
        dead: 9,
        supplier: 'Brindle Water Hatchery',
      });
      const lot = await tx('lot').where({ code: step.lot_code }).first();
      expect(lot.supplier).toBe('Brindle Water Hatchery');
      expect((await balanceAt(tx, lot.id, step.to_place_id)).count).toBe(591);
      const facts = await loadFacts(tx, TODAY, true);
      const arrived = facts.fish.find((f) => f.lotCode === step.lot_code)!;
      expect(arrived.count).toBe(591);
      expect(arrived.referenceG).toBeCloseTo(5, 6);
    });
  });

  test('more deaths than fish are refused with the number that is there', async () => {
    await trying(async (tx) => {
      const held = await tx('balance as b')
        .join('lot as l', 'l.id', 'b.lot_id')
        .join('place as p', 'p.id', 'b.place_id')
        .where({ 'l.kind': 'cohort', 'p.kind': 'tank' })
        .andWhere('b.count', '>', 0)
        .first('b.lot_id', 'b.place_id', 'b.count');
      await expect(
        act(tx, entry(), dead, { lotId: held.lot_id, placeId: held.place_id, count: held.count + 1 }),
      ).rejects.toThrow(`There are ${held.count} here`);
    });
  });

  test('a sample changes what the farm knows at once; taking it back changes it back', async () => {
    await trying(async (tx) => {
      const fish = (await loadFacts(tx, TODAY, true)).fish.find((f) => f.lotCode.startsWith('HSB') && f.sampledOn)!;
      const key = entry();
      await recordSample(tx, key, {
        lotId: fish.lotId,
        placeId: fish.placeId,
        weightsG: Array<number>(80).fill(fish.referenceG * 1.3),
      });
      expect(await recordSample(tx, key, { lotId: fish.lotId, placeId: fish.placeId, weightsG: [1] })).toEqual({
        repeated: true,
      });
      const after = (await loadFacts(tx, TODAY, true)).fish.find(
        (f) => f.lotId === fish.lotId && f.placeId === fish.placeId,
      )!;
      // Eighty weighed outweigh the thirty of a few days ago, but do not wipe them out.
      expect(after.referenceG).toBeGreaterThan(fish.referenceG * 1.15);
      expect(after.referenceG).toBeLessThan(fish.referenceG * 1.3);
      expect(after.lastSample!.count).toBe(80);
      expect(after.sampledOn).toBe(TODAY);
      const samples = (await samplesOf(tx, [fish.lotId], TODAY)).length;
      expect(await withdrawSample(tx, entry(), key.entryKey)).toBe(1);
      expect(await withdrawSample(tx, entry(), key.entryKey)).toBe(0);
      expect((await samplesOf(tx, [fish.lotId], TODAY)).length).toBe(samples - 1);
      expect(
        (await loadFacts(tx, TODAY, true)).fish.find((f) => f.lotId === fish.lotId && f.placeId === fish.placeId)!
          .referenceG,
      ).toBeCloseTo(fish.referenceG, 6);
    });
  });
});

describe('crops', () => {
  test('from seed to box: seeds leave their lot, losses go to compost, heads are packed', async () => {
    await trying(async (tx) => {
      const planned = await tx('plan_step')
        .where({ kind: 'sow', state: 'planned', crop_code: 'butterhead-lettuce' })
        .orderBy('day')
        .first();
      const find = (kind: string) => tx('plan_step').where({ group_id: planned.group_id, kind }).first();
      await expect(transplant(tx, entry(), { stepId: (await find('transplant')).id, count: 50 })).rejects.toThrow(
        /it has to be stocked or sown first/,
      );
      await sowSeed(tx, entry(), { stepId: planned.id, count: 120 });
      await expect(transplant(tx, entry(), { stepId: (await find('transplant')).id, count: 121 })).rejects.toThrow(
        /120 are on the bench; 121 went in. Were that many counted/,
      );
      const came = { stepId: (await find('transplant')).id, count: 104 };
      await expect(transplant(tx, entry(), came)).rejects.toThrow(/16 of 120 did not come up or are left over/);
      await transplant(tx, entry(), { ...came, confirmed: true });
      const lot = await tx('lot').where({ code: planned.lot_code }).first();
      const due = await find('pick');
      await expect(pickStep(tx, entry(), { stepId: due.id, quantity: 105 })).rejects.toThrow(
        /104 plants stand here; 105 were picked. Were that many counted/,
      );
      const [, code] = /Packed as (\S+?)\.$/.exec(await pickStep(tx, entry(), { stepId: due.id, quantity: 98 }))!;
      await clearBed(tx, entry(), { stepId: (await find('clear')).id });
      const { rows } = await tx.raw(
        'select p.code, b.count from balance b join place p on p.id = b.place_id where b.lot_id = ? and b.count <> 0 order by p.code',
        [lot.id],
      );
      expect(rows).toEqual([
        { code: 'COMPOST', count: 22 },
        { code: 'MADE', count: -120 },
        { code: 'PACKED', count: 98 },
      ]);
      const origin = await tx('lot_origin as o')
        .join('lot as f', 'f.id', 'o.from_lot_id')
        .join('lot as l', 'l.id', 'o.lot_id')
        .where('l.code', 'in', [code, planned.lot_code])
        .orderBy('l.code')
        .select('l.code', 'f.code as from');
      expect(origin.map((o) => o.from.slice(0, 7))).toEqual(
        expect.arrayContaining(['SD-BULE', planned.lot_code.slice(0, 7)]),
      );
    });
  });

  test('cut leaves grow again: picking leaves the plants and counts the cut', async () => {
    await trying(async (tx) => {
      const before = (await loadFacts(tx, TODAY, true)).plantings.find(
        (p) => p.cropCode === 'mizuna' && p.transplantedOn,
      )!;
      await pickPlants(tx, entry(), { lotId: before.lotId, placeId: before.placeId, quantity: 3000 });
      const after = (await loadFacts(tx, TODAY, true)).plantings.find((p) => p.lotId === before.lotId)!;
      expect(after.count).toBe(before.count);
      expect(after.cutsDone).toBe(before.cutsDone + 1);
      expect(after.lastCutOn).toBe(TODAY);
      await expect(
        pickPlants(tx, entry(), { lotId: before.lotId, placeId: before.placeId, quantity: 4000000 }),
      ).rejects.toThrow(/three times a full crop. Check the unit/);
    });
  });

  test('more seed than there is in the store is refused', async () => {
    await trying(async (tx) => {
      const planned = await tx('plan_step')
        .where({ kind: 'sow', state: 'planned', crop_code: 'rocket' })
        .orderBy('day')
        .first();
      await expect(sowSeed(tx, entry(), { stepId: planned.id, count: 900_000 })).rejects.toThrow(
        /seed store holds [\d,]+ of these seeds/,
      );
    });
  });
});

describe('jobs and readings', () => {
  test('two hands do the same job: the second is told who was first', async () => {
    await trying(async (tx) => {
      const task = { job: feedJob(randomUUID(), TODAY), title: 'Feed' };
      await finishTask(tx, entry(), task);
      await expect(finishTask(tx, entry({ personId: people.tess! }), task)).rejects.toThrow(
        /Bram Tolle has already done this job .* Nothing was recorded twice/,
      );
      await finishTask(tx, entry(), { ...task, job: { ...task.job, slot: 'evening' } });
    });
  });

  test('readings are added once, and taken back by rows that name them', async () => {
    await trying(async (tx) => {
      const loop = await tx('loop').where({ code: 'heron' }).first();
      const key = entry();
      const both = Object.entries({ ph: 6.9, t: 24 }).map(([kind, value]) => ({
        part: kind,
        loopId: loop.id,
        kind,
        value,
      }));
      await takeReadings(tx, key, both);
      await takeReadings(tx, key, both);
      expect(await withdrawReadings(tx, entry(), key.entryKey)).toBe(2);
      expect(await withdrawReadings(tx, entry(), key.entryKey)).toBe(0);
    });
    await expect(
      desk.in({ farmId }, async (tx) => {
        const loop = await tx('loop').where({ code: 'heron' }).first();
        await takeReadings(tx, entry(), [{ part: 'ph', loopId: loop.id, kind: 'ph', value: 14 }]);
      }),
    ).rejects.toMatchObject({ constraint: 'reading_value_possible' });
  });

  test('what was recorded is never changed afterwards', async () => {
    for (const table of ['reading', 'sample', 'task_done', 'feeding', 'purge_check', 'handover', 'order_event']) {
      await expect(desk.owner(table).where({ farm_id: farmId }).update({ farm_id: farmId })).rejects.toThrow(
        /only added/,
      );
    }
  });
});
