import { RuleBroken } from '../core/errors';
import { say } from '../core/words/words';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';
import type { GoodsLot } from '../core/market/decideGoods';
import { standingHusbandry } from './keeping';
import { balanceAt, storeHolding } from './ledger';

/** The lot that a step of the plan is about. @throws {RuleBroken} when it was not stocked or sown yet */
export async function lotByCode(tx: Tx, code: string): Promise<{ id: string }> {
  const lot = await tx('lot').where({ code }).first('id');
  if (!lot) throw new RuleBroken('stepId', say`${code} is not on this farm yet: it has to be stocked or sown first.`);
  return lot;
}

/** How a lot was when it was last observed; null: nobody has. */
export async function lastSeenOf(tx: Tx, lotCode: string): Promise<{ state: string | null; day: Day } | null> {
  const seen = await standingHusbandry(tx)
    .whereIn('lot_id', tx('lot').where({ code: lotCode }).select('id'))
    .where({ kind: 'observe' })
    .orderByRaw('recorded_at desc, ctid desc')
    .first('state', 'farm_day');
  return seen ? { state: seen.state, day: seen.farm_day } : null;
}

/** Whose fish are in a tank; null: it is empty. */
export async function cohortIn(tx: Tx, placeId: string): Promise<string | null> {
  const held = await tx('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .where({ 'b.place_id': placeId, 'l.kind': 'cohort' })
    .andWhere('b.count', '>', 0)
    .first('l.code');
  return held?.code ?? null;
}

/** What was counted last of what came up of a sowing; null: nobody has counted. */
export async function lastCameUp(tx: Tx, lotId: string): Promise<{ count: number; day: Day } | null> {
  const seen = await standingHusbandry(tx)
    .where({ lot_id: lotId, kind: 'came_up' })
    .orderByRaw('recorded_at desc, ctid desc')
    .first('count', 'farm_day');
  return seen ? { count: seen.count, day: seen.farm_day } : null;
}

const asGoods = (p: {
  code: string;
  name: string;
  unit: GoodsLot['product']['unit'];
  shelf_life_days: number;
  made_from: string | null;
  takes: number;
}): GoodsLot['product'] => ({
  code: p.code,
  name: p.name,
  unit: p.unit,
  shelfLifeDays: p.shelf_life_days,
  madeFrom: p.made_from === null ? null : { code: p.made_from, takes: p.takes },
});

/** A lot of goods with what most of it lies in: live fish wait in a holding tank, everything else in a cold room. Null: it is no such lot. */
export async function goodsLot(tx: Tx, lotId: string): Promise<GoodsLot | null> {
  const lot = await tx('lot').where({ id: lotId }).first('id', 'code', 'kind', 'began_on', 'product_code');
  const sold = lot && (await tx('product').where({ code: lot.product_code }).first());
  if (!sold) return null;
  const product = asGoods(sold);
  const storeId = await storeHolding(tx, lotId, product.unit === 'fish' ? 'live' : 'cold');
  const there = await balanceAt(tx, lotId, storeId);
  return {
    ...{ id: lot.id, code: lot.code, kind: lot.kind, packedOn: lot.began_on, product, storeId },
    has: product.unit === 'kg' ? there.massG : there.count,
  };
}

/** A product as goods are made into it; none if the farm has it not. */
export async function goodsNamed(tx: Tx, code: string): Promise<GoodsLot['product'][]> {
  return (await tx('product').where({ code })).map(asGoods);
}
