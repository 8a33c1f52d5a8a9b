import { STALE } from '../core/setup/kept';
import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../core/errors';
import type { Day } from '../core/quantity/days';
import { shortDay } from '../core/quantity/sayDay';
import { say } from '../core/words/words';
import type { Tx } from './connection';

/** Everyone’s list, where a customer has none of their own. */
export const USUAL_LIST = 'usual';

export interface ListedPrice {
  id: string;
  version: number;
  product: string;
  list: string;
  fromDay: Day;
  /** What the product is sold by. */
  unit: string;
  priceMinor: number;
}

export async function listedPrices(tx: Tx): Promise<ListedPrice[]> {
  const rows = await tx('price as c')
    .join('product as p', (on) => void on.on('p.farm_id', 'c.farm_id').on('p.code', 'c.product_code'))
    .where({ 'c.retired_on': null })
    .orderBy(['p.name', 'c.list', 'c.from_day'])
    .select('c.*', 'p.name', 'p.unit');
  return rows.map((r) => ({
    id: r.id,
    version: r.version,
    product: r.name,
    list: r.list,
    fromDay: r.from_day,
    unit: r.unit,
    priceMinor: r.price_minor,
  }));
}

/**
 * What a customer pays for products due on a day: the newest price of their list that has begun, else that of the usual list,
 * else what stands with the product. @returns minor units of the currency by product code
 */
export async function pricesOn(tx: Tx, customerId: string, day: Day): Promise<Map<string, number>> {
  const { rows } = await tx.raw(
    `select p.code, coalesce(
        (select c.price_minor from price c where c.farm_id = p.farm_id and c.product_code = p.code and c.retired_on is null
            and c.from_day <= :day and lower(c.list) in (lower(coalesce(k.price_list, :usual)), :usual)
          order by lower(c.list) = lower(coalesce(k.price_list, :usual)) desc, c.from_day desc, c.ctid desc limit 1), p.price_minor) as price
       from product p left join customer k on k.farm_id = p.farm_id and k.id = :customerId
      where p.farm_id = nullif(current_setting('app.farm_id', true), '')::uuid`,
    { day, usual: USUAL_LIST, customerId },
  );
  return new Map((rows as { code: string; price: number }[]).map((r) => [r.code, r.price]));
}

export interface PriceWish {
  product: string;
  list: string;
  fromDay: Day;
  priceMinor: number;
}

/** Puts a price on a list from a day on; one of the same day takes its place. */
export async function setPrice(tx: Tx, farmId: string, wish: PriceWish): Promise<void> {
  if (!(await tx('product').where({ code: wish.product }).first('code')))
    throw new RuleBroken('product', say`Choose a product of this farm.`);
  const list = wish.list.trim().toLowerCase();
  const at = { product_code: wish.product, list, from_day: wish.fromDay, retired_on: null };
  const there = await tx('price').where(at).first('id', 'version');
  if (there)
    await tx('price')
      .where({ id: there.id })
      .update({ price_minor: wish.priceMinor, version: there.version + 1 });
  else await tx('price').insert({ farm_id: farmId, id: randomUUID(), ...at, price_minor: wish.priceMinor });
}

/** Takes a price off its list; orders that were taken with it keep it. @returns what it was, in words */
export async function endPrice(tx: Tx, wish: { id: string; version: number }, today: Day): Promise<string> {
  const [row] = await tx('price')
    .where({ id: wish.id, version: wish.version, retired_on: null })
    .update({ retired_on: today, version: wish.version + 1 })
    .returning(['list', 'from_day']);
  if (!row) throw new RuleBroken('form', STALE());
  return say`${row.list} from ${shortDay(row.from_day)}`;
}
