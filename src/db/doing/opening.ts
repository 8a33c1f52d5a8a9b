import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { settled } from '../../core/acts/decision';
import { decideOrder } from '../../core/market/decideOrder';
import { apply } from '../apply';
import { goodsCodes } from '../../core/crops/recipes';
import { sowingCode } from '../../core/crops/gaps';
import { suits } from '../../core/crops/suits';
import { weightFromLengthG } from '../../core/fish/lengthWeight';
import type { Crop, Species } from '../../core/library/types';
import type { Day } from '../../core/quantity/days';
import { shortDay } from '../../core/quantity/sayDay';
import type { Tx } from '../connection';
import { createLot, freeLotCode, placeOfRole, recordMovement, type Entry, type NewLot } from '../ledger';
import { prefixesInUse } from '../lotPrefix';
import { orderFacts } from '../orders';

/**
 * What was on the farm before its first record. It comes from the place “From before”, with a reason of its own, so that
 * the ledger adds up from the first day and a trace says where it ends.
 */
interface Opened {
  lot: NewLot;
  placeId: string;
  count?: number;
  massG?: number;
  /** Its row in the table. */
  row: number;
}

async function open(tx: Tx, entry: Entry, { lot, placeId, count, massG, row }: Opened) {
  const lotId = await createLot(tx, entry.farmId, lot);
  await recordMovement({
    tx,
    entry,
    movement: {
      lotId,
      fromPlaceId: await placeOfRole(tx, 'before'),
      toPlaceId: placeId,
      ...(count === undefined ? {} : { count }),
      ...(massG === undefined ? {} : { massG }),
      reason: 'opening',
    },
    part: `:o${row}`,
  });
}

interface PlaceRow {
  id: string;
  code: string;
  kind: string;
  method: string | null;
  volume_l: number | null;
  density_limit_kg_m3: number | null;
  positions: number | null;
}

async function placesByCode(tx: Tx): Promise<Map<string, PlaceRow>> {
  const rows: PlaceRow[] = await tx('place')
    .where({ retired_on: null })
    .select('id', 'code', 'kind', 'method', 'volume_l', 'density_limit_kg_m3', 'positions');
  return new Map(rows.map((r) => [r.code.toUpperCase(), r]));
}

function notAhead(day: Day | undefined, today: Day, field: string) {
  if (day && day > today) throw new RuleBroken(field, say`${shortDay(day)} has not come yet.`);
}

interface FishRow {
  place: string;
  species: string;
  count: number;
  meanG?: number;
  lengthCm?: number;
  weighedOn?: string;
  supplier?: string;
}

/** Fish that swim here already. @returns how many lots */
export async function openFish(
  tx: Tx,
  entry: Entry,
  { rows, confirmed }: { rows: readonly FishRow[]; confirmed?: boolean | undefined },
): Promise<number> {
  const places = await placesByCode(tx);
  const prefixes = await prefixesInUse(tx);
  const species = new Map(
    (await tx('species').select('code', 'params')).map((r: { code: string; params: Species }) => [r.code, r.params]),
  );
  const crowded: string[] = [];
  const carried = new Map<string, number>();
  for (const [i, row] of rows.entries()) {
    const at = `rows.${i}`;
    const place = places.get(row.place.toUpperCase());
    if (!place || !['tank', 'quarantine', 'purge', 'sump'].includes(place.kind))
      throw new RuleBroken(`${at}.place`, say`“${row.place}” is no tank of this farm.`);
    const own = species.get(row.species);
    if (!own) throw new RuleBroken(`${at}.species`, say`Choose a species of this farm.`);
    notAhead(row.weighedOn, entry.farmDay, `${at}.weighedOn`);
    const meanG = row.meanG ?? (row.lengthCm ? weightFromLengthG(row.lengthCm, own) : null);
    if (!meanG) throw new RuleBroken(`${at}.meanG`, say`Give the mean weight or the mean length.`);
    const beganOn = row.weighedOn ?? entry.farmDay;
    const kg = (carried.get(place.id) ?? 0) + (row.count * meanG) / 1000;
    carried.set(place.id, kg);
    if (place.volume_l && place.density_limit_kg_m3) {
      const density = kg / (place.volume_l / 1000);
      if (density > place.density_limit_kg_m3)
        crowded.push(
          say`${place.code} would hold ${Math.round(density)} kg/m³; it is planned for ${place.density_limit_kg_m3}. Is that right?`,
        );
    }
    const code = await freeLotCode(tx, `${prefixes.get(row.species) ?? 'FIS'}-${beganOn.slice(2, 7).replace('-', '')}`);
    const lot: NewLot = {
      code,
      kind: 'cohort',
      keeps: 'count',
      beganOn,
      speciesCode: row.species,
      startMeanG: meanG,
      supplier: row.supplier ?? null,
    };
    await open(tx, entry, { lot, placeId: place.id, count: row.count, massG: row.count * meanG, row: i });
  }
  if (crowded.length > 0 && !confirmed) throw new RuleBroken('confirm', [...new Set(crowded)].join('\n'));
  return rows.length;
}

interface PlantsRow {
  place: string;
  crop: string;
  count: number;
  sownOn: string;
  transplantedOn?: string;
}

/** Plants that stand here already. @returns how many plantings */
export async function openPlants(tx: Tx, entry: Entry, rows: readonly PlantsRow[]): Promise<number> {
  const places = await placesByCode(tx);
  const crops = new Map(
    (await tx('crop').select('code', 'params')).map((r: { code: string; params: Crop }) => [r.code, r.params]),
  );
  const held = new Map<string, number>(
    (
      await tx('balance as b')
        .join('place as p', 'p.id', 'b.place_id')
        .whereIn('p.kind', ['bed', 'nursery'])
        .groupBy('b.place_id')
        .select('b.place_id', tx.raw('sum(b.count)::int as n'))
    ).map((r: { place_id: string; n: number }) => [r.place_id, r.n]),
  );
  for (const [i, row] of rows.entries()) {
    const at = `rows.${i}`;
    const place = places.get(row.place.toUpperCase());
    if (!place || !['bed', 'nursery'].includes(place.kind))
      throw new RuleBroken(`${at}.place`, say`“${row.place}” is no bed of this farm.`);
    const crop = crops.get(row.crop);
    if (!crop) throw new RuleBroken(`${at}.crop`, say`Choose a crop of this farm.`);
    if (place.kind === 'bed' && !suits(crop, place.method))
      throw new RuleBroken(
        `${at}.crop`,
        say`${crop.name} is not grown in ${place.method ?? ''}: look at its ways of growing.`,
      );
    notAhead(row.sownOn, entry.farmDay, `${at}.sownOn`);
    notAhead(row.transplantedOn, entry.farmDay, `${at}.transplantedOn`);
    if (row.transplantedOn && row.transplantedOn < row.sownOn)
      throw new RuleBroken(`${at}.transplantedOn`, say`That is before it was sown.`);
    const now = (held.get(place.id) ?? 0) + row.count;
    if (place.positions && now > place.positions)
      throw new RuleBroken(
        `${at}.count`,
        say`${place.code} has ${place.positions} places; with these it would hold ${now}.`,
      );
    held.set(place.id, now);
    const lot: NewLot = {
      code: await freeLotCode(tx, sowingCode(row.crop, row.sownOn)),
      kind: 'planting',
      keeps: 'count',
      beganOn: row.sownOn,
      cropCode: row.crop,
      ...(place.kind === 'bed' ? { transplantedOn: row.transplantedOn ?? row.sownOn } : {}),
    };
    await open(tx, entry, { lot, placeId: place.id, count: row.count, row: i });
  }
  return rows.length;
}

/** Goods that lie packed already; kilograms come in grams. @returns how many lots */
export async function openGoods(
  tx: Tx,
  entry: Entry,
  rows: readonly { product: string; quantity: number; packedOn: string }[],
): Promise<number> {
  const products = new Map(
    (await tx('product').select('code', 'unit', 'species_code')).map(
      (p: { code: string; unit: string; species_code: string | null }) => [p.code, p],
    ),
  );
  for (const [i, row] of rows.entries()) {
    const product = products.get(row.product);
    if (!product) throw new RuleBroken(`rows.${i}.product`, say`Choose a product of this farm.`);
    notAhead(row.packedOn, entry.farmDay, `rows.${i}.packedOn`);
    const weighed = product.unit === 'kg';
    if (!weighed && !Number.isInteger(row.quantity))
      throw new RuleBroken(`rows.${i}.quantity`, say`These are sold whole; ${row.quantity} is no number of pieces.`);
    const live = product.unit === 'fish';
    const lot: NewLot = {
      code: await freeLotCode(
        tx,
        `${product.species_code ? 'PF' : 'PP'}-${row.product.slice(0, 3).toUpperCase()}-${row.packedOn.slice(2).replaceAll('-', '')}`,
      ),
      kind: live ? 'live_fish' : product.species_code ? 'packed_fish' : 'packed_produce',
      keeps: weighed ? 'mass' : 'count',
      beganOn: row.packedOn,
      productCode: row.product,
    };
    const placeId = await placeOfRole(tx, live ? 'live' : 'cold');
    await open(tx, entry, { lot, placeId, ...(weighed ? { massG: row.quantity } : { count: row.quantity }), row: i });
  }
  return rows.length;
}

/** Feed that lies in the store. @returns how many lots */
export async function openFeed(
  tx: Tx,
  entry: Entry,
  rows: readonly { species: string; massG: number; code?: string }[],
): Promise<number> {
  const prefixes = await prefixesInUse(tx);
  const placeId = await placeOfRole(tx, 'feed');
  for (const [i, row] of rows.entries()) {
    const prefix = prefixes.get(row.species);
    if (!prefix) throw new RuleBroken(`rows.${i}.species`, say`Choose a species of this farm.`);
    const lot: NewLot = {
      code: await freeLotCode(tx, `FEED-${prefix}-${(row.code ?? 'BEFORE').trim().toUpperCase()}`),
      kind: 'feed',
      keeps: 'mass',
      beganOn: entry.farmDay,
      speciesCode: row.species,
    };
    await open(tx, entry, { lot, placeId, massG: row.massG, row: i });
  }
  return rows.length;
}

/** Seed that lies in the store. @returns how many lots */
export async function openSeed(
  tx: Tx,
  entry: Entry,
  rows: readonly { crop: string; count: number; code?: string }[],
): Promise<number> {
  const crops: { params: Crop }[] = await tx('crop').select('params');
  const seedOf = goodsCodes(crops.map((c) => c.params));
  const placeId = await placeOfRole(tx, 'seed');
  for (const [i, row] of rows.entries()) {
    const cropCode = seedOf.get(row.crop);
    if (!cropCode) throw new RuleBroken(`rows.${i}.crop`, say`Choose a crop of this farm.`);
    const lot: NewLot = {
      code: await freeLotCode(
        tx,
        `SEED-${cropCode.slice(0, 3).toUpperCase()}-${(row.code ?? 'BEFORE').trim().toUpperCase()}`,
      ),
      kind: 'seed',
      keeps: 'count',
      beganOn: entry.farmDay,
      cropCode,
    };
    await open(tx, entry, { lot, placeId, count: row.count, row: i });
  }
  return rows.length;
}

interface OrderRow {
  customer: string;
  product: string;
  quantity: number;
  dueDay: string;
}

/** Orders that were taken before: rows of one customer and day are one order. @returns how many orders */
export async function openOrders(tx: Tx, entry: Entry, rows: readonly OrderRow[]): Promise<number> {
  const customers: { id: string; name: string }[] = await tx('customer').select('id', 'name');
  const orders = new Map<
    string,
    { first: number; customerId: string; dueDay: string; lines: { productCode: string; quantity: number }[] }
  >();
  for (const [i, row] of rows.entries()) {
    const customer = customers.find(
      (c) => c.id === row.customer || c.name.toLowerCase() === row.customer.toLowerCase(),
    );
    if (!customer) throw new RuleBroken(`rows.${i}.customer`, say`Choose a customer of this farm.`);
    if (row.dueDay < entry.farmDay) throw new RuleBroken(`rows.${i}.dueDay`, say`That day has passed.`);
    const key = `${customer.id}|${row.dueDay}`;
    const order = orders.get(key) ?? { first: i, customerId: customer.id, dueDay: row.dueDay, lines: [] };
    order.lines.push({ productCode: row.product, quantity: row.quantity });
    orders.set(key, order);
  }
  let n = 0;
  for (const { first, ...order } of orders.values()) {
    try {
      const known = { ...(await orderFacts(tx, order)), today: entry.farmDay, asked: [] };
      const { effects } = settled(decideOrder(known, order), true);
      await apply(tx, { ...entry, entryKey: n === 0 ? entry.entryKey : `${entry.entryKey}:${n}` }, effects);
    } catch (error) {
      if (!(error instanceof RuleBroken)) throw error;
      throw new RuleBroken(`rows.${first}.${fieldOf(error.field)}`, error.message);
    }
    n += 1;
  }
  return orders.size;
}

/** Where in its row of the table a fault of an order is said. */
const fieldOf = (field: string) =>
  field === 'dueDay' ? 'dueDay' : field.endsWith('quantity') ? 'quantity' : 'product';
