import type { Knex } from 'knex';
import { addDays, type Day } from '../../core/quantity/days';
import type { Random } from './random';

/** What the demo farm goes by: permits, rules, people to call. All of it is made up; the numbers ring nowhere. */
export async function addPapers(
  tx: Knex.Transaction,
  farmId: string,
  { random, today }: { random: Random; today: Day },
): Promise<void> {
  const paper = (kind: string, title: string, more: { words?: string; phone?: string; ends_on?: Day }) => ({
    farm_id: farmId,
    id: random.uuid(),
    kind,
    title,
    ...{ words: null, phone: null, ends_on: null },
    ...more,
  });
  await tx('paper').insert([
    paper('permit', 'Permit to keep hybrid striped bass', {
      words: 'No live fish leave the farm without the transport sheet.',
      ends_on: addDays(today, 300),
    }),
    paper('permit', 'Water test of the wash room', { words: 'Laboratory, once a year.', ends_on: addDays(today, 41) }),
    paper('rule', 'Two people at night', { words: 'Nobody goes to a tank or a switch cabinet alone after dark.' }),
    paper('contact', 'Veterinarian for fish', {
      phone: '000 555 01',
      words: 'Before any medicine; she sets the waiting time.',
    }),
    paper('contact', 'Electrician', { phone: '000 555 02', words: 'Anything that is wet and has a wire.' }),
  ]);
}

/** A second list: what boxes and wholesalers pay. */
export async function addPriceList(
  tx: Knex.Transaction,
  farmId: string,
  { random, today }: { random: Random; today: Day },
): Promise<void> {
  const products: { code: string; price_minor: number }[] = await tx('product')
    .where({ farm_id: farmId })
    .whereIn('code', ['butterhead-lettuce', 'oakleaf-lettuce', 'little-romaine'])
    .orderBy('code')
    .select('code', 'price_minor');
  const from = addDays(today, -60);
  await tx('price').insert(
    products.map((p) => ({
      farm_id: farmId,
      id: random.uuid(),
      product_code: p.code,
      list: 'wholesale',
      from_day: from,
      price_minor: Math.round(p.price_minor * WHOLESALE),
    })),
  );
  await tx('customer').where({ farm_id: farmId, channel: 'wholesaler' }).update({ price_list: 'wholesale' });
}

const WHOLESALE = 0.8;

/** Fillets of the farm's trout and loose leaves of its oakleaf: one supply, two products. */
export async function addMadeProducts(tx: Knex.Transaction, farmId: string): Promise<void> {
  const made = (product: object) => tx('product').insert({ farm_id: farmId, ...product });
  await made({
    code: 'rainbow-trout-fillet',
    name: 'Rainbow trout fillet',
    unit: 'kg',
    form: 'fillet',
    species_code: 'rainbow-trout',
    made_from: 'rainbow-trout',
    takes: 2.2,
    shelf_life_days: 5,
    least_left_days: 1,
    pack_size: 250,
    price_minor: 3480,
  });
  await made({
    code: 'oakleaf-lettuce-leaves',
    name: 'Oakleaf leaves',
    unit: 'kg',
    form: 'leaves',
    crop_code: 'oakleaf-lettuce',
    made_from: 'oakleaf-lettuce',
    // Seven heads give a kilogram of leaves.
    takes: 0.007,
    shelf_life_days: 4,
    pack_size: 500,
    price_minor: 1650,
  });
}
