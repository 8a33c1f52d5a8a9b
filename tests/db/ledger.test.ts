import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { balanceAt, createLot, recordMovement, reverseMovement } from '../../src/db/ledger';
import { entryFor, makeFarm, move, openDesk, randomUUID, withFish, type Desk, type TestFarm } from './helpers';

let desk: Desk;
let farm: TestFarm;

beforeAll(async () => {
  desk = await openDesk('empty');
  farm = await makeFarm(desk.owner);
});
afterAll(() => desk.close());

const count = (lotId: string, code: string) =>
  desk.in(farm, async (tx) => (await balanceAt(tx, lotId, farm.places[code]!)).count);

describe('the ledger', () => {
  test('fish that were stocked and moved are where they were moved to', async () => {
    const lotId = await desk.in(farm, (tx) => withFish(tx, farm, 600));
    await desk.in(farm, (tx) =>
      recordMovement({ tx, entry: entryFor(farm), movement: move(farm, lotId, 'H1', 'H2', { count: 250 }) }),
    );
    expect(await count(lotId, 'H1')).toBe(350);
    expect(await count(lotId, 'H2')).toBe(250);
  });

  test('more than is there is refused by the database itself, and nothing moves', async () => {
    const lotId = await desk.in(farm, (tx) => withFish(tx, farm, 40));
    const tooMany = desk.in(farm, (tx) =>
      recordMovement({
        tx,
        entry: entryFor(farm),
        movement: move(farm, lotId, 'H1', 'DEAD', { count: 41, reason: 'dead' }),
      }),
    );
    await expect(tooMany).rejects.toMatchObject({ constraint: 'balance_count_not_below_zero' });
    expect(await count(lotId, 'H1')).toBe(40);
    expect(await count(lotId, 'DEAD')).toBe(0);
  });

  test('two people taking the last fish at once: one gets them, the other is refused', async () => {
    const lotId = await desk.in(farm, (tx) => withFish(tx, farm, 10));
    const take = () =>
      desk.in(farm, (tx) =>
        recordMovement({
          tx,
          entry: entryFor(farm),
          movement: move(farm, lotId, 'H1', 'PACKED', { count: 7, reason: 'harvest' }),
        }),
      );
    const results = await Promise.allSettled([take(), take()]);
    expect(results.map((r) => r.status).sort()).toEqual(['fulfilled', 'rejected']);
    expect(await count(lotId, 'H1')).toBe(3);
  });

  test('a phone that sends the same entry five times records it once', async () => {
    const lotId = await desk.in(farm, (tx) => withFish(tx, farm, 100));
    const entry = entryFor(farm);
    const sends = Array.from({ length: 5 }, () =>
      desk.in(farm, (tx) =>
        recordMovement({ tx, entry, movement: move(farm, lotId, 'H1', 'DEAD', { count: 4, reason: 'dead' }) }),
      ),
    );
    const answers = await Promise.all(sends);
    expect(new Set(answers.map((a) => a.id)).size).toBe(1);
    expect(answers.filter((a) => !a.repeated)).toHaveLength(1);
    expect(await count(lotId, 'H1')).toBe(96);
  });

  test('a mistake is taken back once, by its opposite; the mistake stays in the record', async () => {
    const lotId = await desk.in(farm, (tx) => withFish(tx, farm, 100));
    const { id } = await desk.in(farm, (tx) =>
      recordMovement({
        tx,
        entry: entryFor(farm),
        movement: move(farm, lotId, 'H1', 'DEAD', { count: 30, reason: 'dead' }),
      }),
    );
    const undo = entryFor(farm);
    await desk.in(farm, (tx) => reverseMovement(tx, undo, id));
    expect(await count(lotId, 'H1')).toBe(100);
    await desk.in(farm, (tx) => reverseMovement(tx, undo, id));
    expect(await count(lotId, 'H1')).toBe(100);
    await expect(desk.in(farm, (tx) => reverseMovement(tx, entryFor(farm), id))).rejects.toThrow(
      'That was taken back already.',
    );
    const rows = await desk.in(farm, (tx) => tx('movement').where({ lot_id: lotId }).orderBy('recorded_at'));
    expect(rows.map((r) => r.reason)).toEqual(['receive', 'dead', 'reverse']);
  });

  test('a stocking cannot be taken back once its fish have gone elsewhere', async () => {
    const lotId = await desk.in(farm, (tx) => withFish(tx, farm, 20));
    const first = await desk.in(farm, (tx) => tx('movement').where({ lot_id: lotId }).first('id'));
    await desk.in(farm, (tx) =>
      recordMovement({ tx, entry: entryFor(farm), movement: move(farm, lotId, 'H1', 'H2', { count: 15 }) }),
    );
    await expect(desk.in(farm, (tx) => reverseMovement(tx, entryFor(farm), first.id))).rejects.toMatchObject({
      constraint: 'balance_count_not_below_zero',
    });
  });

  test('no movement is ever changed or deleted, not even by the owner of the tables', async () => {
    const lotId = await desk.in(farm, (tx) => withFish(tx, farm, 20));
    await expect(desk.owner('movement').where({ lot_id: lotId }).update({ count: 1 })).rejects.toThrow(/never changed/);
    await expect(desk.owner('movement').where({ lot_id: lotId }).delete()).rejects.toThrow(/never changed/);
    await expect(desk.owner.raw('truncate movement cascade')).rejects.toThrow(/never changed/);
  });

  test('a forged reversal that takes back more than happened is refused', async () => {
    const lotId = await desk.in(farm, (tx) => withFish(tx, farm, 20));
    const { id } = await desk.in(farm, (tx) =>
      recordMovement({
        tx,
        entry: entryFor(farm),
        movement: move(farm, lotId, 'H1', 'DEAD', { count: 2, reason: 'dead' }),
      }),
    );
    const forged = desk.in(farm, (tx) =>
      tx('movement').insert({
        farm_id: farm.farmId,
        id: randomUUID(),
        entry_key: randomUUID(),
        lot_id: lotId,
        from_place_id: farm.places.DEAD,
        to_place_id: farm.places.H1,
        count: 1,
        farm_day: '2026-06-10',
        occurred_at: new Date(),
        reason: 'reverse',
        reverses_id: id,
      }),
    );
    await expect(forged).rejects.toMatchObject({ constraint: 'movement_reversal_exact' });
  });

  test('feed is kept by grams: a feeding leaves the store lighter by just what was fed', async () => {
    const lotId = await desk.in(farm, (tx) =>
      createLot(tx, farm.farmId, {
        code: `FD-${randomUUID().slice(0, 6)}`,
        kind: 'feed',
        keeps: 'mass',
        beganOn: '2026-06-01',
      }),
    );
    await desk.in(farm, (tx) =>
      recordMovement({
        tx,
        entry: entryFor(farm),
        movement: move(farm, lotId, 'SUPPLIER', 'FEED', { massG: 25000, reason: 'receive' }),
      }),
    );
    await desk.in(farm, (tx) =>
      recordMovement({
        tx,
        entry: entryFor(farm),
        movement: move(farm, lotId, 'FEED', 'EATEN', { massG: 1234.5, reason: 'feed' }),
      }),
    );
    const left = await desk.in(farm, (tx) => balanceAt(tx, lotId, farm.places.FEED!));
    expect(left.massG).toBe(23_765.5);
    const onlyCount = desk.in(farm, (tx) =>
      recordMovement({
        tx,
        entry: entryFor(farm),
        movement: move(farm, lotId, 'FEED', 'EATEN', { count: 5, reason: 'feed' }),
      }),
    );
    await expect(onlyCount).rejects.toMatchObject({ constraint: 'movement_moves_something' });
  });

  test('nothing moves from a place to itself, and nothing is no movement', async () => {
    const lotId = await desk.in(farm, (tx) => withFish(tx, farm, 20));
    await expect(
      desk.in(farm, (tx) =>
        recordMovement({ tx, entry: entryFor(farm), movement: move(farm, lotId, 'H1', 'H1', { count: 1 }) }),
      ),
    ).rejects.toMatchObject({ constraint: 'movement_goes_somewhere' });
    await expect(
      desk.in(farm, (tx) =>
        recordMovement({ tx, entry: entryFor(farm), movement: move(farm, lotId, 'H1', 'H2', { count: 0 }) }),
      ),
    ).rejects.toMatchObject({ constraint: 'movement_moves_something' });
  });
});

describe('whatever happens, in whatever order', () => {
  type Act =
    | { kind: 'move'; from: string; to: string; count: number }
    | { kind: 'reverse'; which: number }
    | { kind: 'retry'; which: number };
  const codes = ['H1', 'H2', 'P1', 'DEAD', 'PACKED'];
  const act: fc.Arbitrary<Act> = fc.oneof(
    {
      weight: 5,
      arbitrary: fc.record({
        kind: fc.constant('move' as const),
        from: fc.constantFrom(...codes.slice(0, 3)),
        to: fc.constantFrom(...codes),
        count: fc.integer({ min: 1, max: 90 }),
      }),
    },
    { weight: 2, arbitrary: fc.record({ kind: fc.constant('reverse' as const), which: fc.nat(30) }) },
    { weight: 2, arbitrary: fc.record({ kind: fc.constant('retry' as const), which: fc.nat(30) }) },
  );

  test('balances are what the movements add up to, never below zero, and in = out + present', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(act, { minLength: 5, maxLength: 25 }), async (acts) => {
        const lotId = await desk.in(farm, (tx) => withFish(tx, farm, 100));
        const model: Record<string, number> = { H1: 100 };
        const made: {
          id: string;
          entry: ReturnType<typeof entryFor>;
          from: string;
          to: string;
          count: number;
          undone: boolean;
        }[] = [];
        for (const a of acts) {
          if (a.kind === 'move') {
            const entry = entryFor(farm);
            const possible = a.from !== a.to && (model[a.from] ?? 0) >= a.count;
            const done = await desk
              .in(farm, (tx) =>
                recordMovement({ tx, entry, movement: move(farm, lotId, a.from, a.to, { count: a.count }) }),
              )
              .catch(() => null);
            expect(done !== null).toBe(possible);
            if (!done) continue;
            made.push({ id: done.id, entry, from: a.from, to: a.to, count: a.count, undone: false });
            model[a.from] = (model[a.from] ?? 0) - a.count;
            model[a.to] = (model[a.to] ?? 0) + a.count;
          } else if (made.length > 0) {
            const m = made[a.which % made.length]!;
            if (a.kind === 'retry') {
              const again = await desk.in(farm, (tx) =>
                recordMovement({ tx, entry: m.entry, movement: move(farm, lotId, m.from, m.to, { count: m.count }) }),
              );
              expect(again).toEqual({ id: m.id, repeated: true });
              continue;
            }
            const possible = !m.undone && (model[m.to] ?? 0) >= m.count;
            const ok = await desk
              .in(farm, (tx) => reverseMovement(tx, entryFor(farm), m.id))
              .then(
                () => true,
                () => false,
              );
            expect(ok).toBe(possible);
            if (!ok) continue;
            m.undone = true;
            model[m.to]! -= m.count;
            model[m.from]! += m.count;
          }
        }
        const rows: { code: string; count: number }[] = await desk.in(farm, (tx) =>
          tx('balance as b')
            .join('place as p', 'p.id', 'b.place_id')
            .where({ lot_id: lotId })
            .select('p.code', 'b.count'),
        );
        const held = Object.fromEntries(rows.map((r) => [r.code, r.count]));
        for (const code of codes) expect(held[code] ?? 0).toBe(model[code] ?? 0);
        const present = ['H1', 'H2', 'P1'].reduce((sum, code) => sum + (held[code] ?? 0), 0);
        const out = (held.DEAD ?? 0) + (held.PACKED ?? 0);
        expect(present + out).toBe(100);
        expect(rows.reduce((sum, r) => sum + r.count, 0)).toBe(0);
      }),
      { numRuns: 25, seed: 7 },
    );
  });
});
