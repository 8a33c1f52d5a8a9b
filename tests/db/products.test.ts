import { describe, expect, test } from 'vitest';
import { inFarm } from '../../src/db/connection';
import type { Outcome } from '../../src/ui/outcome';
import { randomUUID } from './helpers';
import { as, desk, faults, on, TODAY, visit } from './visitor';

/** One supply, several products: made, promised, packed and put away on the demo farm. */
let run: (act: string, body: object) => Promise<Outcome<{ words: string }>>;
let farmId: string;
visit(async () => {
  const { send } = await import('../../src/commands/client');
  run = (act, body) => send(act, { ...body, entryKey: randomUUID() });
  farmId = (await desk.owner('person').where({ sign_in_name: 'ines' }).first('farm_id')).farm_id;
});
const inDemo = <T>(work: Parameters<typeof inFarm<T>>[2]) => inFarm(desk.app, farmId, work);
const market = async () => (await import('../../src/features/market/queries')).marketPage(on({ day: TODAY }));
const products = async () => (await import('../../src/features/farm/queries')).productsPage();

const GUTTED = {
  madeFrom: 'rainbow-trout',
  unit: 'kg',
  takes: 1.2,
  name: 'Trout, gutted',
  form: 'gutted',
  priceMinor: 1700,
  shelfLifeDays: 7,
};

describe('a product more', () => {
  test('is promised out of the same supply: what is free of the first is free of it, by what it takes', async () => {
    expect(await run('setup.addProduct@1', GUTTED)).toMatchObject({ ok: true });
    const { rows } = await market();
    const free = (name: string) =>
      rows.find((r) => r.product === name)!.cells.map((c) => Number(c.free.replaceAll(',', '')));
    const [whole, gutted] = [free('Rainbow trout'), free('Trout, gutted')];
    expect(Math.max(...whole)).toBeGreaterThan(20);
    whole.forEach((kg, week) => expect(Math.abs(gutted[week]! - kg / 1.2)).toBeLessThan(1.2));
  });

  test.each([
    ['of a kind that is not sold', { madeFrom: 'caviar' }, 'madeFrom'],
    ['of something that is made itself', { madeFrom: 'rainbow-trout-fillet' }, 'madeFrom'],
    ['of fish sold alive', { madeFrom: 'koi-middle' }, 'madeFrom'],
    ['lighter than what goes in', { takes: 0.8 }, 'takes'],
    ['of nothing', { takes: 0 }, 'takes'],
    ['of fish by the bunch', { unit: 'bunch' }, 'unit'],
    ['of a name that is taken', { name: 'rainbow TROUT fillet' }, 'name'],
    ['that is always too old', { shelfLifeDays: 2, leastLeftDays: 3 }, 'leastLeftDays'],
  ])('%s is refused beside its field', async (_, over, field) => {
    expect(faults(await run('setup.addProduct@1', { ...GUTTED, name: 'Another', ...over }))).toHaveProperty(field);
  });

  test('a hand adds none', async () => {
    await as('bram');
    expect(await run('setup.addProduct@1', { ...GUTTED, name: 'Mine' })).toMatchObject({ ok: false });
    await as('ines');
  });
});

/** A lot of whole trout in the cold room. */
async function wholeLot(quantity = 10_000) {
  expect(
    await run('opening.goods@1', { rows: [{ product: 'rainbow-trout', quantity, packedOn: TODAY }] }),
  ).toMatchObject({ ok: true });
  return (await market()).cold.filter((l) => l.product === 'Rainbow trout').at(-1)!;
}

describe('made of packed goods', () => {
  test('weight adds up: what went in is what came of it and what is compost, and it is as old as before', async () => {
    const lot = await wholeLot();
    expect(lot.into.map((p) => p.code)).toContain('rainbow-trout-fillet');
    const outcome = await run('stock.make@1', {
      lotId: lot.lotId,
      productCode: 'rainbow-trout-fillet',
      used: 6000,
      made: 2600,
    });
    expect(outcome).toMatchObject({ ok: true });
    const cold = (await market()).cold;
    expect(cold.find((l) => l.lotId === lot.lotId)!.quantity).toBe(lot.quantity - 6000);
    const fillet = cold.find((l) => l.product === 'Rainbow trout fillet')!;
    expect(fillet).toMatchObject({ quantity: 2600, packedOn: lot.packedOn });
    const { rows } = await inDemo((tx) =>
      tx.raw(
        `select m.reason, m.mass_g, p.role from movement m join place p on p.id = m.to_place_id
          where m.lot_id = ? and m.reason in ('make', 'trim') order by m.reason`,
        [lot.lotId],
      ),
    );
    expect(rows.map((r: { mass_g: number; role: string }) => [Number(r.mass_g), r.role])).toEqual([
      [2600, 'packed'],
      [3400, 'compost'],
    ]);
  });

  test('all of it is meant where only the rounding of what is shown is over it', async () => {
    const lot = await wholeLot(4321);
    const make = { lotId: lot.lotId, productCode: 'rainbow-trout-fillet', made: 1900 };
    expect(faults(await run('stock.make@1', { ...make, used: 4340 }))).toHaveProperty('used');
    expect(await run('stock.make@1', { ...make, used: 4325 })).toMatchObject({ ok: true });
    expect((await market()).cold.some((l) => l.lotId === lot.lotId)).toBe(false);
    const other = await wholeLot(1234);
    const off = { lotId: other.lotId, quantity: 1240, reason: 'fell on the floor' };
    expect(await run('stock.writeOff@1', off)).toMatchObject({ ok: true });
    expect((await market()).cold.some((l) => l.lotId === other.lotId)).toBe(false);
  });

  test('taken back, it lies whole again', async () => {
    const lot = await wholeLot(5000);
    const entryKey = randomUUID();
    const { send } = await import('../../src/commands/client');
    const make = { lotId: lot.lotId, productCode: 'rainbow-trout-fillet', used: 4000, made: 1800, entryKey };
    expect(await send('stock.make@1', make)).toMatchObject({ ok: true });
    // Pressed twice it is done once.
    expect(await send('stock.make@1', make)).toMatchObject({ ok: true });
    const left = async () => (await market()).cold.find((l) => l.lotId === lot.lotId)!.quantity;
    expect(await left()).toBe(lot.quantity - 4000);
    expect(await run('entry.takeBack@1', { recordedKey: entryKey })).toMatchObject({ ok: true });
    expect(await left()).toBe(lot.quantity);
  });

  test.each([
    ['more than lies there', { used: 900_000, made: 1000 }, 'used'],
    ['more than went in', { used: 1000, made: 1200 }, 'made'],
    ['nothing', { used: 1000, made: 0 }, 'made'],
    ['of another fish', { productCode: 'hybrid-striped-bass' }, 'productCode'],
    ['itself', { productCode: 'rainbow-trout' }, 'productCode'],
  ])('%s is refused beside its field', async (_, over, field) => {
    const lot = await wholeLot(2000);
    const wish = { lotId: lot.lotId, productCode: 'rainbow-trout-fillet', used: 1000, made: 400, ...over };
    expect(faults(await run('stock.make@1', wish))).toHaveProperty(field);
  });
});

describe('put away', () => {
  test('a product is not offered any more; what is made of it comes first', async () => {
    const own = async (code: string) => (await products()).products.find((p) => p.code === code)!;
    const whole = await own('oakleaf-lettuce');
    expect(faults(await run('setup.retireProduct@1', { code: whole.code, version: whole.version }))).toHaveProperty(
      'form',
    );
    const leaves = await own('oakleaf-lettuce-leaves');
    expect(await run('setup.retireProduct@1', { code: leaves.code, version: leaves.version })).toMatchObject({
      ok: true,
    });
    expect((await own('oakleaf-lettuce-leaves')).retiredOn).toBe(TODAY);
    const { newOrderPage } = await import('../../src/features/market/queries');
    const offered = (await newOrderPage(on({ day: TODAY }))).products.map((p) => p.code);
    expect(offered).not.toContain('oakleaf-lettuce-leaves');
    const customerId = (await newOrderPage(on({ day: TODAY }))).customers[0]!.id;
    const order = { customerId, dueDay: '2026-06-20', lines: [{ productCode: leaves.code, quantity: 500 }] };
    expect(faults(await run('order.place@1', { ...order, confirmed: true }))).toHaveProperty('lines.0.productCode');
  });

  test('a species is asked about with what is here of it, stays in the water and comes back from the library', async () => {
    const { speciesPage } = await import('../../src/features/cohorts/species/speciesQuery');
    const { arrivalsPage } = await import('../../src/features/cohorts/arrivals/arrivalsQuery');
    const own = (await speciesPage(on({ day: TODAY }))).own.find((o) => o.species.code === 'rainbow-trout')!;
    const away = { what: 'species', code: 'rainbow-trout', version: own.version };
    expect(faults(await run('setup.retireKind@1', away)).confirm!.join(' ')).toMatch(/fish of it are in K1/);
    expect(await run('setup.retireKind@1', { ...away, confirmed: true })).toMatchObject({ ok: true });
    expect((await speciesPage(on({ day: TODAY }))).own.some((o) => o.species.code === 'rainbow-trout')).toBe(false);
    expect((await arrivalsPage(on({ day: TODAY }))).species.some((s) => s.code === 'rainbow-trout')).toBe(false);
    // The fish go on: they are still forecast and for sale.
    expect((await market()).rows.some((r) => r.product === 'Rainbow trout')).toBe(true);
    expect(await run('setup.addKind@1', { what: 'species', code: 'rainbow-trout' })).toMatchObject({ ok: true });
    expect((await arrivalsPage(on({ day: TODAY }))).species.some((s) => s.code === 'rainbow-trout')).toBe(true);
  });

  test('a crop that stands in no bed goes without a question', async () => {
    expect(await run('setup.addKind@1', { what: 'crop', code: 'aubergine' })).toMatchObject({ ok: true });
    const { cropsPage } = await import('../../src/features/farm/queries');
    const crop = (await cropsPage(on({ crop: 'aubergine' }))).crops.find((c) => c.crop.code === 'aubergine')!;
    const away = { what: 'crop', code: 'aubergine', version: crop.version };
    expect(await run('setup.retireKind@1', away)).toMatchObject({ ok: true });
    expect(faults(await run('setup.retireKind@1', away))).toHaveProperty('form');
    expect((await cropsPage(on({}))).crops.some((c) => c.crop.code === 'aubergine')).toBe(false);
  });
});

describe('by file', () => {
  const place = { code: 'H90', role: 'tank', loop: 'heron', volumeL: 9000, room: 'Fish hall' };

  test('places come in once; the same file again adds nothing', async () => {
    const bed = { code: 'R90', role: 'bed', loop: 'heron', method: 'raft', positions: 280, pieceSize: 28, areaM2: 10 };
    expect(await run('place.bring@1', { rows: [place, bed] })).toMatchObject({ ok: true, value: { added: 2 } });
    expect(await run('place.bring@1', { rows: [place, bed] })).toMatchObject({
      ok: true,
      value: { added: 0, known: 2 },
    });
    const { placesPage } = await import('../../src/features/farm/queries');
    const own = (await placesPage()).places.filter((p) => ['H90', 'R90'].includes(p.code));
    expect(own.map((p) => [p.code, p.kind])).toEqual(
      expect.arrayContaining([
        ['H90', 'tank'],
        ['R90', 'bed'],
      ]),
    );
  });

  test.each([
    ['a tank of nought litres', { volumeL: undefined }, 'rows.0.volumeL'],
    ['a code that is another thing here', { code: 'R1' }, 'rows.0.code'],
    ['a loop that is not here', { loop: 'nowhere' }, 'rows.0.loop'],
    ['a bed without places', { role: 'bed', method: 'tower' }, 'rows.0.positions'],
  ])('%s is refused at its row, and nothing of the table stays', async (_, over, field) => {
    const good = { ...place, code: 'H91' };
    const rows = [{ ...place, code: 'H92', ...over }, good];
    expect(faults(await run('place.bring@1', { rows }))).toHaveProperty([field]);
    const { placesPage } = await import('../../src/features/farm/queries');
    expect((await placesPage()).places.some((p) => p.code === 'H91')).toBe(false);
  });

  test('products are changed by their name, and made of another where they are new', async () => {
    const rows = [
      { name: 'sweet basil', shelfLifeDays: 6 },
      { name: 'Bass fillet', madeFrom: 'hybrid-striped-bass', takes: 2.6, form: 'fillet', priceMinor: 3600 },
    ];
    expect(await run('setup.products@1', { rows })).toMatchObject({ ok: true });
    const own = (await products()).products;
    expect(own.find((p) => p.name === 'Sweet basil')!.shelfLifeDays).toBe(6);
    expect(own.find((p) => p.name === 'Bass fillet')).toMatchObject({ madeFrom: { takes: 2.6 }, unit: 'kg' });
    expect(faults(await run('setup.products@1', { rows: [{ name: 'Smoke' }] }))).toHaveProperty(['rows.0.madeFrom']);
  });
});
