import type { ProductBecomes, ProductWritten } from '../core/acts/effects';
import type { FishProduct, FishSaleKnown } from '../core/fish/decideFishSale';
import type { ProductKnown } from '../core/market/decideProducts';
import type { Tx } from './connection';
import type { Entry } from './ledger';

/** Products in the books: read as they are, written as was decided. */
export async function productsKnown(tx: Tx): Promise<ProductKnown[]> {
  const { rows } = await tx.raw(
    `select p.*, (select count(distinct o.id)::int from order_line l join sales_order o on o.farm_id = l.farm_id and o.id = l.order_id
       where l.farm_id = p.farm_id and l.product_code = p.code and o.state = 'open') as open from product p order by p.code`,
  );
  return rows.map((p: Record<string, never>) => ({
    code: p.code,
    name: p.name,
    unit: p.unit,
    speciesCode: p.species_code,
    cropCode: p.crop_code,
    madeFrom: p.made_from,
    takes: p.takes,
    isLive: p.live_from_cm !== null,
    priceMinor: p.price_minor,
    shelfLifeDays: p.shelf_life_days,
    leastLeftDays: p.least_left_days,
    form: p.form,
    packSize: p.pack_size,
    version: p.version,
    retired: p.retired_on !== null,
    openOrders: p.open,
  }));
}

type Written = Exclude<keyof ProductWritten, 'liveCm'>;

const COLUMNS: Record<Written, string> = {
  code: 'code',
  name: 'name',
  unit: 'unit',
  speciesCode: 'species_code',
  cropCode: 'crop_code',
  madeFrom: 'made_from',
  takes: 'takes',
  priceMinor: 'price_minor',
  shelfLifeDays: 'shelf_life_days',
  leastLeftDays: 'least_left_days',
  form: 'form',
  packSize: 'pack_size',
};

const rowOf = ({ liveCm, ...product }: Partial<ProductWritten>) => ({
  ...Object.fromEntries(Object.entries(product).map(([key, value]) => [COLUMNS[key as Written], value] as const)),
  ...(liveCm ? { live_from_cm: liveCm[0], live_to_cm: liveCm[1] } : {}),
});

/** What a species is sold as, and how it is sold so far; null: it is not on the farm. */
export async function fishSaleKnown(tx: Tx, code: string): Promise<FishSaleKnown | null> {
  const species = await tx('species').where({ code }).forUpdate().first('version');
  if (!species) return null;
  const { rows } = await tx.raw<{ rows: FishProduct[] }>(
    `select p.code, p.name, p.unit, p.version,
       exists (select from order_line l where l.farm_id = p.farm_id and l.product_code = p.code)
         or exists (select from lot l where l.farm_id = p.farm_id and l.product_code = p.code) as "isUsed",
       (select min(b.name) from product b where b.farm_id = p.farm_id and b.made_from = p.code) as base
     from product p where p.species_code = ? and p.made_from is null`,
    [code],
  );
  return { version: species.version, products: rows };
}

export async function removeProduct(tx: Tx, code: string): Promise<void> {
  await tx('product').where({ code }).del();
}

export async function addProduct(tx: Tx, { farmId }: Entry, product: ProductWritten): Promise<void> {
  await tx('product').insert({ farm_id: farmId, ...rowOf(product) });
}

export async function changeProduct(
  tx: Tx,
  { farmDay }: Entry,
  { code, version, became: { retired, ...became } }: { code: string; version: number; became: ProductBecomes },
): Promise<void> {
  await tx('product')
    .where({ code })
    .update({ ...rowOf(became), ...(retired ? { retired_on: farmDay } : {}), version: version + 1 });
}
