import { randomUUID } from 'node:crypto';
import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../../core/library/defaults';
import { productsOf } from '../../core/setup/layOut';
import { STALE } from './rules';
import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import type { Tx } from '../connection';
import type { Entry } from '../ledger';

const listOf = ({ priceList }: { priceList?: string }) => priceList?.trim().toLowerCase() || null;

/** Customers by name: who is known already gets the way to market that is given. @returns how many */
export async function saveCustomers(
  tx: Tx,
  { farmId }: Entry,
  rows: readonly { name: string; channel: string; priceList?: string }[],
): Promise<number> {
  const known: { id: string; name: string; channel: string }[] = await tx('customer').select('id', 'name', 'channel');
  const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();
  for (const [i, row] of rows.entries()) {
    if (rows.slice(0, i).some((r) => same(r.name, row.name)))
      throw new RuleBroken(`rows.${i}.name`, say`${row.name} stands in the table twice.`);
    const own = known.find((c) => same(c.name, row.name));
    if (!own)
      await tx('customer').insert({
        farm_id: farmId,
        id: randomUUID(),
        name: row.name.trim(),
        channel: row.channel,
        price_list: listOf(row),
      });
    else
      await tx('customer')
        .where({ id: own.id })
        .update({ channel: row.channel, ...(row.priceList ? { price_list: listOf(row) } : {}) });
  }
  return rows.length;
}

/** What products cost from now on. @returns how many */
export async function savePrices(
  tx: Tx,
  _entry: Entry,
  rows: readonly { product: string; priceMinor: number }[],
): Promise<number> {
  for (const [i, row] of rows.entries()) {
    const changed = await tx('product').where({ code: row.product }).update({ price_minor: row.priceMinor });
    if (changed === 0) throw new RuleBroken(`rows.${i}.product`, say`Choose a product of this farm.`);
  }
  return rows.length;
}

export interface ProductChange {
  code: string;
  version: number;
  name: string;
  priceMinor: number;
  shelfLifeDays: number;
  leastLeftDays?: number | undefined;
  form?: string | undefined;
  packSize?: number | undefined;
}

export async function saveProduct(tx: Tx, p: ProductChange): Promise<void> {
  if ((p.leastLeftDays ?? 0) > p.shelfLifeDays)
    throw new RuleBroken('leastLeftDays', say`More than it keeps: it could never be sold.`);
  const changed = await tx('product')
    .where({ code: p.code, version: p.version })
    .update({
      name: p.name.trim(),
      price_minor: p.priceMinor,
      shelf_life_days: p.shelfLifeDays,
      least_left_days: p.leastLeftDays ?? 0,
      form: p.form ?? null,
      pack_size: p.packSize ?? null,
      version: p.version + 1,
    });
  if (changed === 0) throw new RuleBroken('form', STALE);
}

/** Takes a species or crop of the library over, with a product. @returns its name */
export async function addKind(
  tx: Tx,
  farmId: string,
  { what, code }: { what: 'species' | 'crop'; code: string },
): Promise<string> {
  const kind = (what === 'species' ? SPECIES_DEFAULTS : CROP_DEFAULTS).find((k) => k.code === code);
  if (!kind) throw new RuleBroken('code', say`That is not in the library.`);
  if (await tx(what).where({ code }).first('code'))
    throw new RuleBroken('code', say`${kind.name} is on the farm already.`);
  await tx(what).insert({ farm_id: farmId, code, params: JSON.stringify(kind) });
  if (what === 'species') await tx('fish_rule').insert({ farm_id: farmId, species_code: code });
  const [product] = productsOf({ species: what === 'species' ? [code] : [], crops: what === 'crop' ? [code] : [] });
  if (product)
    await tx('product').insert({
      farm_id: farmId,
      code: product.code,
      name: product.name,
      unit: product.unit,
      species_code: product.speciesCode,
      crop_code: product.cropCode,
      shelf_life_days: product.shelfLifeDays,
      price_minor: 0,
    });
  return kind.name;
}
