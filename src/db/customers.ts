import { randomUUID } from 'node:crypto';
import type { Tx } from './connection';
import type { Entry } from './ledger';

interface Sold {
  channel: string;
  priceList: string | null;
}

export const customersKnown = (tx: Tx): Promise<{ id: string; name: string }[]> => tx('customer').select('id', 'name');

export async function addCustomer(tx: Tx, { farmId }: Entry, { name, channel, priceList }: Sold & { name: string }) {
  await tx('customer').insert({ farm_id: farmId, id: randomUUID(), name, channel, price_list: priceList });
}

export async function changeCustomer(
  tx: Tx,
  { customerId, became: { channel, priceList } }: { customerId: string; became: Partial<Sold> },
): Promise<void> {
  const list = priceList === undefined ? {} : { price_list: priceList };
  await tx('customer')
    .where({ id: customerId })
    .update({ ...(channel ? { channel } : {}), ...list });
}
