import { describe, expect, test } from 'vitest';
import { seedStore } from '../../src/db/seedStore';
import { as, desk, place, run, said, visit } from './visitor';

/** Recipes of the farm's own, as a manager makes them and as sowing, picking and the cold room then know them. */
visit();

describe('a recipe of its own', () => {
  test('is a copy with a product like the first’s; its numbers then go their own way', async () => {
    const wish = { code: 'cherry-tomato', name: ' Plum tomato, spring ' };
    await as('bram');
    expect((await run('setup.copyCrop', wish)).ok).toBe(false);
    await as('ines');
    expect(said(await run('setup.copyCrop', wish))).toMatch(/Plum tomato, spring is on the farm now/);
    const copy = await desk.owner('crop').where({ code: 'plum-tomato-spring' }).first('params', 'version');
    const first = await desk.owner('crop').where({ code: 'cherry-tomato' }).first('params');
    expect(copy.params).toMatchObject({ name: 'Plum tomato, spring', finalDays: first.params.finalDays });
    // Work that the library knows by the crop's own code comes along.
    expect(copy.params.care.map((c: { what: string }) => c.what)).toContain('side_shoots');
    const product = await desk.owner('product').where({ code: 'plum-tomato-spring' }).first();
    const like = await desk.owner('product').where({ code: 'cherry-tomato' }).first();
    expect(product).toMatchObject({ unit: like.unit, price_minor: like.price_minor, crop_code: 'plum-tomato-spring' });
    expect((await run('setup.copyCrop', { ...wish, name: 'plum TOMATO, spring' })).fields?.name?.[0]).toMatch(
      /of that name already/,
    );
    expect((await run('setup.copyCrop', { ...wish, name: '' })).fields?.name).toBeTruthy();
    expect((await run('setup.copyCrop', { code: 'moss', name: 'Moss' })).fields?.form?.[0]).toMatch(/not on this farm/);
    const values = [
      { name: 'seedMinor1000', value: 9000 },
      { name: 'seedLeadDays', value: 30 },
    ];
    const change = { code: 'plum-tomato-spring', version: copy.version, values };
    expect((await run('setup.crop', { ...change, values: [{ name: 'seedLeadDays', value: 400 }] })).ok).toBe(false);
    expect((await run('setup.crop', { ...change, confirmed: true })).ok).toBe(true);
    const { params } = await desk.owner('crop').where({ code: 'plum-tomato-spring' }).first('params');
    expect(params).toMatchObject({ seedMinor1000: 9000, seedLeadDays: 30 });
    // It can be sown at once.
    const body = { cropCode: 'plum-tomato-spring', count: 20, placeId: await place('NB') };
    expect(said(await run('plants.sowNow', body))).toMatch(/seed|Seed/);
  });
});

describe('two recipes of one thing', () => {
  const cropOf = (code: string) => desk.owner('crop').where({ code }).first('params', 'version', 'retired_on');

  test('a recipe for another season has no product: what it gives is sold as before, sown from the same seed', async () => {
    const wish = { code: 'tatsoi', name: 'Tatsoi, winter', sameGoods: true };
    expect(said(await run('setup.copyCrop', wish))).toMatch(/sold as before and sown from the same seed/);
    expect(await desk.owner('product').where({ crop_code: 'tatsoi-winter' })).toEqual([]);
    const { params, version } = await cropOf('tatsoi-winter');
    expect(params.recipeOf).toBe('tatsoi');
    // A copy of the copy is of the same goods, and begins without its season.
    const change = { code: 'tatsoi-winter', version, values: [{ name: 'finalDays', value: params.finalDays + 6 }] };
    const season = (fromMonth: number, untilMonth: number) => ({ ...change, sownIn: [{ fromMonth, untilMonth }] });
    const none = await run('setup.crop', season(9, 9));
    expect(none.fields?.['sownIn.0.untilMonth']?.[0]).toMatch(/some months of the year/);
    expect((await run('setup.crop', season(9, 13))).ok).toBe(false);
    expect((await run('setup.crop', { ...season(9, 3), confirmed: true })).ok).toBe(true);
    expect((await run('setup.copyCrop', { ...wish, code: 'tatsoi-winter', name: 'Tatsoi, towers' })).ok).toBe(true);
    const third = (await cropOf('tatsoi-towers')).params;
    expect(third).toMatchObject({ recipeOf: 'tatsoi', finalDays: params.finalDays + 6 });
    expect(third.sownIn).toBeUndefined();
  });

  test('is for the ways of growing the farm says: each once, at least one', async () => {
    const { version, params } = await cropOf('tatsoi-towers');
    const change = { code: 'tatsoi-towers', version, values: [{ name: 'finalDays', value: params.finalDays }] };
    const ways = (...methods: string[]) => ({ ...change, methods: methods.map((method) => ({ method })) });
    const twice = await run('setup.crop', ways('tower', 'tower'));
    expect(twice.fields?.['methods.1.method']?.[0]).toMatch(/stands there already/);
    expect((await run('setup.crop', ways())).ok).toBe(false);
    expect((await run('setup.crop', ways('moon'))).ok).toBe(false);
    expect((await run('setup.crop', { ...ways('tower'), confirmed: true })).ok).toBe(true);
    expect((await cropOf('tatsoi-towers')).params.methods).toEqual(['tower']);
  });

  test('sown, it takes the seed of the first, and its heads lie in the cold room under the first’s name', async () => {
    const left = async () => (await seedStore(desk.owner as never)).get('tatsoi')!.count;
    const before = await left();
    const sown = await run('plants.sowNow', { cropCode: 'tatsoi-winter', count: 40, placeId: await place('NB') });
    expect(said(sown)).toMatch(/TAWI-/);
    expect(await left()).toBe(before - 40);
    const lot = await desk.owner('lot').where({ crop_code: 'tatsoi-winter', kind: 'planting' }).first('id');
    const moved = { lotId: lot.id, placeId: await place('NB'), toPlaceId: await place('R5'), count: 30 };
    expect((await run('plants.moveOn', { ...moved, others: 'compost', confirmed: true })).ok).toBe(true);
    const picked = await run('plants.pickNow', {
      ...{ lotId: lot.id, placeId: await place('R5'), quantity: 10 },
    });
    expect(said(picked)).toMatch(/PP-|packed/i);
    const packed = await desk
      .owner('lot_origin as o')
      .join('lot as l', 'l.id', 'o.lot_id')
      .where({
        ...{ 'o.from_lot_id': lot.id, 'l.kind': 'packed_produce' },
      });
    expect(packed.map((p) => p.product_code)).toEqual(['tatsoi']);
  });

  test('seed that comes for it is seed of the first; put away, it can be brought back', async () => {
    const got = { cropCode: 'tatsoi-winter', count: 500, code: '77' };
    expect((await run('plants.receiveSeed', got)).ok).toBe(true);
    expect(await desk.owner('lot').where({ crop_code: 'tatsoi-winter', kind: 'seed' })).toEqual([]);
    const { productsPage } = await import('../../src/features/farm/queries');
    const { version } = await cropOf('tatsoi-towers');
    const away = { what: 'crop', code: 'tatsoi-towers', version, confirmed: true };
    expect((await run('setup.retireKind', away)).ok).toBe(true);
    expect((await productsPage()).library).toContainEqual(
      expect.objectContaining({ code: 'tatsoi-towers', name: 'Tatsoi, towers' }),
    );
    expect(said(await run('setup.addKind', { what: 'crop', code: 'tatsoi-towers' }))).toMatch(/Tatsoi, towers is on/);
    expect((await cropOf('tatsoi-towers')).retired_on).toBeNull();
  });
});
