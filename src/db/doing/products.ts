import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { takesStored } from '../../core/market/families';
import type { Day } from '../../core/quantity/days';
import type { Tx } from '../connection';
import { STALE } from './rules';
import { type PlantUnit } from '../../core/quantity/units';

/** What a manager says of a product, made or changed. */
export interface ProductSaid {
  name: string;
  priceMinor: number;
  shelfLifeDays: number;
  leastLeftDays?: number | undefined;
  form?: string | undefined;
  packSize?: number | undefined;
}

export interface ProductChange extends ProductSaid {
  code: string;
  version: number;
  takes?: number | undefined;
}

const columnsOf = (p: ProductSaid) => ({
  name: p.name.trim(),
  price_minor: p.priceMinor,
  shelf_life_days: p.shelfLifeDays,
  least_left_days: p.leastLeftDays ?? 0,
  form: p.form ?? null,
  pack_size: p.packSize ?? null,
});

function requireKeeps(p: ProductSaid) {
  if ((p.leastLeftDays ?? 0) > p.shelfLifeDays)
    throw new RuleBroken('leastLeftDays', say`More than it keeps: it could never be sold.`);
}

export async function saveProduct(tx: Tx, p: ProductChange): Promise<void> {
  requireKeeps(p);
  const own = await tx('product as p')
    .leftJoin('product as m', 'm.code', 'p.made_from')
    .where({ 'p.code': p.code, 'p.version': p.version })
    .first('p.unit', 'p.takes', 'm.unit as main_unit');
  if (!own) throw new RuleBroken('form', STALE);
  const takes = own.takes === null ? null : (p.takes ?? own.takes);
  if (takes !== null) requireMakes(own.main_unit, own.unit, takes);
  await tx('product')
    .where({ code: p.code })
    .update({ ...columnsOf(p), takes, version: p.version + 1 });
}

export interface NewProduct extends ProductSaid {
  /** The product whose supply it is made of. */
  madeFrom: string;
  unit: PlantUnit;
  /** g or pieces of that product for each g or piece of this one. */
  takes: number;
}

interface MainRow {
  code: string;
  name: string;
  unit: string;
  species_code: string | null;
  crop_code: string | null;
  made_from: string | null;
  live_from_cm: number | null;
}

/** A second product of a species or crop, made of the supply of its first. @returns its name */
export async function addProduct(tx: Tx, farmId: string, p: NewProduct): Promise<string> {
  const main: MainRow | undefined = await tx('product').where({ code: p.madeFrom, retired_on: null }).first();
  if (!main) throw new RuleBroken('madeFrom', say`Choose a product of this farm.`);
  if (main.made_from) throw new RuleBroken('madeFrom', say`${main.name} is made of another product: choose that one.`);
  if (main.live_from_cm !== null)
    throw new RuleBroken('madeFrom', say`Fish sold alive are sold by size, not made into anything.`);
  if (main.species_code && p.unit !== 'kg') throw new RuleBroken('unit', say`What is made of fish is sold by weight.`);
  requireMakes(main.unit, p.unit, p.takes);
  requireKeeps(p);
  const same = await tx('product').whereRaw('lower(name) = lower(?)', [p.name.trim()]).first('name');
  if (same) throw new RuleBroken('name', say`There is a product called ${same.name} already.`);
  await tx('product').insert({
    farm_id: farmId,
    code: await freeProductCode(tx, `${main.code}-${p.form ?? p.unit}`),
    unit: p.unit,
    species_code: main.species_code,
    crop_code: main.crop_code,
    made_from: main.code,
    takes: p.takes,
    ...columnsOf(p),
  });
  return p.name.trim();
}

async function freeProductCode(tx: Tx, base: string): Promise<string> {
  const stem = base.slice(0, 56);
  const taken = new Set(
    (await tx('product').where('code', 'like', `${stem}%`).select('code')).map((r: { code: string }) => r.code),
  );
  return firstFree(stem, taken);
}

/** A code as it is, or with the first number that makes it one of its own. */
export function firstFree(code: string, taken: ReadonlySet<string>): string {
  if (!taken.has(code)) return code;
  for (let n = 2; ; n++) if (!taken.has(`${code}-${n}`)) return `${code}-${n}`;
}

/** Weight is lost when fish or leaves are dressed, never won. */
function requireMakes(mainUnit: string, unit: string, takes: number) {
  if (mainUnit === 'kg' && unit === 'kg' && takes < 1)
    throw new RuleBroken('takes', say`A kilogram cannot be made of less than a kilogram.`);
}

/** A product is not offered any more; what is packed or promised of it stays. @returns its name */
export async function retireProduct(
  tx: Tx,
  p: { code: string; version: number; confirmed?: boolean | undefined },
  today: Day,
): Promise<string> {
  const product = await tx('product').where({ code: p.code, version: p.version, retired_on: null }).first('name');
  if (!product) throw new RuleBroken('form', STALE);
  const made = await tx('product').where({ made_from: p.code, retired_on: null }).first('name');
  if (made) throw new RuleBroken('form', say`${made.name} is made of it: put that away first.`);
  const open = await tx('order_line as l')
    .join('sales_order as o', 'o.id', 'l.order_id')
    .where({ 'l.product_code': p.code, 'o.state': 'open' })
    .select('o.code');
  if (open.length > 0 && !p.confirmed)
    throw new RuleBroken(
      'confirm',
      say`${product.name} is on ${open.length} open orders: they stay and count as before. Put it away all the same?`,
    );
  await tx('product')
    .where({ code: p.code })
    .update({ retired_on: today, version: p.version + 1 });
  return product.name;
}

export interface ProductRow {
  name: string;
  madeFrom?: string;
  unit?: PlantUnit;
  takes?: number;
  shelfLifeDays?: number;
  priceMinor?: number;
  form?: string;
  packSize?: number;
}

/** Products of a table: one that is known by its name is changed, another is added. @returns how many */
export async function saveProducts(tx: Tx, farmId: string, rows: readonly ProductRow[]): Promise<number> {
  for (const [i, row] of rows.entries()) {
    try {
      await saveRow(tx, farmId, row);
    } catch (error) {
      if (error instanceof RuleBroken) throw new RuleBroken(`rows.${i}.${error.field}`, error.message);
      throw error;
    }
  }
  return rows.length;
}

async function saveRow(tx: Tx, farmId: string, row: ProductRow): Promise<void> {
  const own = await tx('product')
    .whereRaw('lower(name) = lower(?)', [row.name.trim()])
    .where({ retired_on: null })
    .first();
  if (own)
    return saveProduct(tx, {
      code: own.code,
      version: own.version,
      name: own.name,
      priceMinor: row.priceMinor ?? own.price_minor,
      shelfLifeDays: row.shelfLifeDays ?? own.shelf_life_days,
      leastLeftDays: own.least_left_days,
      form: row.form ?? own.form ?? undefined,
      packSize: row.packSize ?? own.pack_size ?? undefined,
    });
  if (!row.madeFrom) throw new RuleBroken('madeFrom', say`${row.name} is not sold here yet: say what it is made of.`);
  if (!row.takes) throw new RuleBroken('takes', say`Say how much of it one takes.`);
  const main = await tx('product').where({ code: row.madeFrom }).first('unit', 'shelf_life_days');
  const unit = row.unit ?? 'kg';
  await addProduct(tx, farmId, {
    name: row.name,
    madeFrom: row.madeFrom,
    unit,
    takes: takesStored(row.takes, unit, main?.unit ?? 'kg'),
    priceMinor: row.priceMinor ?? 0,
    shelfLifeDays: row.shelfLifeDays ?? main?.shelf_life_days ?? 0,
    form: row.form,
    packSize: row.packSize,
  });
}
