import { randomUUID } from 'node:crypto';
import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import type { Tx } from '../connection';
import type { Entry } from '../ledger';

/** Customers by name: who is known already gets the way to market that is given. @returns how many */
export async function saveCustomers(
  tx: Tx,
  { farmId }: Entry,
  rows: readonly { name: string; channel: string }[],
): Promise<number> {
  const known: { id: string; name: string; channel: string }[] = await tx('customer').select('id', 'name', 'channel');
  const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();
  for (const [i, row] of rows.entries()) {
    if (rows.slice(0, i).some((r) => same(r.name, row.name)))
      throw new RuleBroken(`rows.${i}.name`, say`${row.name} stands in the table twice.`);
    const own = known.find((c) => same(c.name, row.name));
    if (!own)
      await tx('customer').insert({ farm_id: farmId, id: randomUUID(), name: row.name.trim(), channel: row.channel });
    else if (own.channel !== row.channel) await tx('customer').where({ id: own.id }).update({ channel: row.channel });
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
