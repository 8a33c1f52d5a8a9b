import type { Choices } from '../core/tables/tableKind';
import type { SAME_EVERYWHERE } from '../core/tables/tables';
import { READING_KINDS } from '../core/water/readings/readings';
import { told } from '../core/words/words';
import type { Tx } from './connection';

type Pair = readonly [code: string, name: string];

/** What cells of a table may name on this farm. */
export async function tableChoices(
  tx: Tx,
): Promise<Omit<Choices, keyof typeof SAME_EVERYWHERE> & { unitOfProduct: Record<string, string> }> {
  const places: { code: string; name: string; kind: string }[] = await tx('place')
    .where({ retired_on: null })
    .orderBy(['walk_order', 'code'])
    .select('code', 'name', 'kind');
  const of = (...kinds: string[]): Pair[] => places.filter((p) => kinds.includes(p.kind)).map((p) => [p.code, p.name]);
  const library = async (table: 'species' | 'crop'): Promise<Pair[]> => {
    const rows: { code: string; params: { name: string } }[] = await tx(table)
      .where({ retired_on: null })
      .orderBy('code')
      .select('code', 'params');
    return rows.map((r) => [r.code, r.params.name]);
  };
  const products: { code: string; name: string; unit: string }[] = await tx('product')
    .where({ retired_on: null })
    .orderBy(['name', 'code'])
    .select('code', 'name', 'unit');
  const customers: { name: string }[] = await tx('customer').orderBy(['name', 'id']).select('name');
  const loops: { code: string; name: string }[] = await tx('loop')
    .where({ retired_on: null })
    .orderBy('code')
    .select('code', 'name');
  const cohorts: string[] = await tx('lot')
    .where({ kind: 'cohort' })
    .whereExists(tx('balance as b').whereRaw('b.farm_id = lot.farm_id and b.lot_id = lot.id and b.count > 0'))
    .orderBy('code')
    .pluck('code');
  return {
    tanks: of('tank', 'quarantine', 'purge', 'sump'),
    beds: of('bed', 'nursery'),
    loops: loops.map((l) => [l.code, l.name]),
    species: await library('species'),
    crops: await library('crop'),
    products: products.map((p) => [p.code, p.name]),
    customers: customers.map((c) => [c.name, c.name]),
    cohorts: cohorts.map((c) => [c, c]),
    readings: [...READING_KINDS.values()].map((r) => [r.kind, told(r.name)]),
    unitOfProduct: Object.fromEntries(products.map((p) => [p.code, p.unit])),
  };
}

/** How often each act was taken back so far, by its name. */
export async function undoneOf(tx: Tx): Promise<Record<string, number>> {
  const rows: { command: string; n: string }[] = await tx('entry')
    .whereNotNull('taken_back_by')
    .groupBy('command')
    .select('command')
    .count({ n: '*' });
  return Object.fromEntries(rows.map((r) => [r.command, Number(r.n)]));
}

/** What is in the books from before, by kind of table; and who and what is known besides. */
export async function openedSoFar(tx: Tx): Promise<Record<string, number>> {
  const { rows } = await tx.raw(
    `select l.kind, count(*)::int as n from movement m join lot l on l.farm_id = m.farm_id and l.id = m.lot_id
     where m.reason = 'opening' and not exists (select from movement r where r.farm_id = m.farm_id and r.reverses_id = m.id) group by 1`,
  );
  const lots = Object.fromEntries(rows.map((r: { kind: string; n: number }) => [r.kind, r.n])) as Record<
    string,
    number
  >;
  const count = async (table: string) => Number((await tx(table).count({ n: '*' }).first())?.n ?? 0);
  const priced = await tx('product').where('price_minor', '>', 0).count({ n: '*' }).first();
  return {
    fish: lots.cohort ?? 0,
    feed: lots.feed ?? 0,
    plants: lots.planting ?? 0,
    seed: lots.seed ?? 0,
    goods: (lots.packed_fish ?? 0) + (lots.packed_produce ?? 0) + (lots.live_fish ?? 0),
    customers: await count('customer'),
    prices: Number(priced?.n ?? 0),
    orders: await count('sales_order'),
  };
}
