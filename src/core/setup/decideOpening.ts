import { decide, refuse, settled, type Decision } from '../acts/decision';
import { at, role, said, type Effect, type NewLot, type Said, type Spot, type Taken } from '../acts/effects';
import { sowingCode } from '../crops/gaps';
import { goodsCodes } from '../crops/recipes';
import { suits } from '../crops/suits';
import { RuleBroken } from '../errors';
import type { PlaceFact } from '../facts/farm';
import { weightFromLengthG } from '../fish/lengthWeight';
import type { Crop, Species } from '../library/types';
import { decideOrder } from '../market/decideOrder';
import type { Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { plural, say } from '../words/words';

/**
 * What was on the farm before its first record. It comes from the place “From before”, with a reason of its own, so that the
 * ledger adds up from the first day and a trace says where it ends.
 */
function opened(row: number, lot: NewLot, to: Spot, much: { count?: number; massG?: number }): Effect[] {
  const as = String(row);
  return [
    { does: 'lot', as, free: true, lot },
    { does: 'movement', lot: { made: as }, from: role('before'), to, ...much, reason: 'opening' },
  ];
}

type PlaceKnown = Pick<PlaceFact, 'id' | 'code' | 'kind' | 'method' | 'volumeL' | 'densityLimitKgM3' | 'positions'>;

const byCode = (places: readonly PlaceKnown[]) => new Map(places.map((p) => [p.code.toUpperCase(), p]));

function notAhead(day: Day | undefined, today: Day, field: string) {
  if (day && day > today) refuse(field, say`${shortDay(day)} has not come yet.`);
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

interface FishKnown {
  places: readonly PlaceKnown[];
  species: readonly Species[];
  /** The letters that lots of a species begin with. */
  prefixes: ReadonlyMap<string, string>;
  today: Day;
}

/** Mean weight as it was given, or from the mean length. */
export function meanWeightG(row: { meanG?: number; lengthCm?: number }, species: Species, field: string): number {
  const meanG = row.meanG ?? (row.lengthCm ? weightFromLengthG(row.lengthCm, species) : null);
  return meanG || refuse(field, say`Give the mean weight or the mean length.`);
}

const TANKS: ReadonlySet<string> = new Set(['tank', 'quarantine', 'purge', 'sump']);

/** Fish that swim here already. */
export const decideOpeningFish = (known: FishKnown, rows: readonly FishRow[]): Decision<Taken<Said>> =>
  decide((asks) => {
    const places = byCode(known.places);
    const carriedKg = new Map<string, number>();
    const crowded = new Set<string>();
    const effects = rows.flatMap((row, i) => {
      const place = places.get(row.place.toUpperCase());
      if (!place || !TANKS.has(place.kind))
        return refuse(`rows.${i}.place`, say`“${row.place}” is no tank of this farm.`);
      const lot = cohortOf(known, row, `rows.${i}`);
      const massG = row.count * lot.startMeanG;
      const kg = (carriedKg.get(place.id) ?? 0) + massG / 1000;
      carriedKg.set(place.id, kg);
      const asked = crowdedWords(place, kg);
      if (asked) crowded.add(asked);
      return opened(i, lot, at(place.id), { count: row.count, massG });
    });
    asks.push(...crowded);
    const words = plural(rows.length, '# lot of fish is in the books.', '# lots of fish are in the books.');
    return { effects, said: () => said(words) };
  });

function cohortOf({ species, prefixes, today }: FishKnown, row: FishRow, field: string) {
  const own = species.find((s) => s.code === row.species);
  if (!own) return refuse(`${field}.species`, say`Choose a species of this farm.`);
  notAhead(row.weighedOn, today, `${field}.weighedOn`);
  const beganOn = row.weighedOn ?? today;
  return {
    code: `${prefixes.get(row.species) ?? 'FIS'}-${beganOn.slice(2, 7).replace('-', '')}`,
    ...{ kind: 'cohort' as const, keeps: 'count' as const, beganOn, speciesCode: row.species },
    ...{ startMeanG: meanWeightG(row, own, `${field}.meanG`), supplier: row.supplier ?? null },
  };
}

function crowdedWords({ code, volumeL, densityLimitKgM3 }: PlaceKnown, kg: number): string | null {
  if (!volumeL || !densityLimitKgM3) return null;
  const density = kg / (volumeL / 1000);
  return density > densityLimitKgM3
    ? say`${code} would hold ${Math.round(density)} kg/m³; it is planned for ${densityLimitKgM3}. Is that right?`
    : null;
}

interface PlantsRow {
  place: string;
  crop: string;
  count: number;
  sownOn: string;
  transplantedOn?: string;
}

interface PlantsKnown {
  places: readonly PlaceKnown[];
  crops: readonly Crop[];
  /** Plants that stand in beds and nurseries by now, by place. */
  standing: ReadonlyMap<string, number>;
  today: Day;
}

/** Plants that stand here already. */
export const decideOpeningPlants = (known: PlantsKnown, rows: readonly PlantsRow[]): Decision<Taken<Said>> =>
  decide(() => {
    const places = byCode(known.places);
    const held = new Map(known.standing);
    const effects = rows.flatMap((row, i) => {
      const place = places.get(row.place.toUpperCase());
      if (!place || !['bed', 'nursery'].includes(place.kind))
        return refuse(`rows.${i}.place`, say`“${row.place}” is no bed of this farm.`);
      const lot = plantingOf(known, { row, place, field: `rows.${i}` });
      const now = (held.get(place.id) ?? 0) + row.count;
      held.set(place.id, now);
      if (place.positions && now > place.positions)
        refuse(`rows.${i}.count`, say`${place.code} has ${place.positions} places; with these it would hold ${now}.`);
      return opened(i, lot, at(place.id), { count: row.count });
    });
    const words = plural(rows.length, '# planting is in the books.', '# plantings are in the books.');
    return { effects, said: () => said(words) };
  });

function plantingOf(
  { crops, today }: PlantsKnown,
  { row, place, field }: { row: PlantsRow; place: PlaceKnown; field: string },
): NewLot {
  const crop = crops.find((c) => c.code === row.crop);
  if (!crop) return refuse(`${field}.crop`, say`Choose a crop of this farm.`);
  if (place.kind === 'bed' && !suits(crop, place.method))
    refuse(`${field}.crop`, say`${crop.name} is not grown in ${place.method ?? ''}: look at its ways of growing.`);
  notAhead(row.sownOn, today, `${field}.sownOn`);
  notAhead(row.transplantedOn, today, `${field}.transplantedOn`);
  if (row.transplantedOn && row.transplantedOn < row.sownOn)
    refuse(`${field}.transplantedOn`, say`That is before it was sown.`);
  return {
    ...{ code: sowingCode(row.crop, row.sownOn), kind: 'planting', keeps: 'count' },
    ...{ beganOn: row.sownOn, cropCode: row.crop },
    ...(place.kind === 'bed' ? { transplantedOn: row.transplantedOn ?? row.sownOn } : {}),
  };
}

interface ProductKnown {
  code: string;
  unit: string;
  speciesCode: string | null;
}

interface GoodsRow {
  product: string;
  quantity: number;
  packedOn: string;
}

/** Goods that lie packed already; kilograms come in grams. */
export const decideOpeningGoods = (
  { products, today }: { products: readonly ProductKnown[]; today: Day },
  rows: readonly GoodsRow[],
): Decision<Taken<Said>> =>
  decide(() => {
    const effects = rows.flatMap(({ product: code, quantity, packedOn }, i) => {
      const product = products.find((p) => p.code === code);
      if (!product) return refuse(`rows.${i}.product`, say`Choose a product of this farm.`);
      notAhead(packedOn, today, `rows.${i}.packedOn`);
      const isWeighed = product.unit === 'kg';
      if (!isWeighed && !Number.isInteger(quantity))
        refuse(`rows.${i}.quantity`, say`These are sold whole; ${quantity} is no number of pieces.`);
      const isLive = product.unit === 'fish';
      const prefix = `${product.speciesCode ? 'PF' : 'PP'}-${code.slice(0, 3).toUpperCase()}`;
      const lot: NewLot = {
        code: `${prefix}-${packedOn.slice(2).replaceAll('-', '')}`,
        kind: isLive ? 'live_fish' : product.speciesCode ? 'packed_fish' : 'packed_produce',
        ...{ keeps: isWeighed ? 'mass' : 'count', beganOn: packedOn, productCode: code },
      };
      return opened(i, lot, role(isLive ? 'live' : 'cold'), isWeighed ? { massG: quantity } : { count: quantity });
    });
    const words = plural(rows.length, '# packed lot is in the books.', '# packed lots are in the books.');
    return { effects, said: () => said(words) };
  });

const bagCode = (code: string | undefined) => (code ?? 'BEFORE').trim().toUpperCase();

/** Feed that lies in the store. @param prefixes letters of each species' lots */
export const decideOpeningFeed = (
  { prefixes, today }: { prefixes: ReadonlyMap<string, string>; today: Day },
  rows: readonly { species: string; massG: number; code?: string }[],
): Decision<Taken<Said>> =>
  decide(() => {
    const effects = rows.flatMap(({ species, massG, code }, i) => {
      const prefix = prefixes.get(species);
      if (!prefix) refuse(`rows.${i}.species`, say`Choose a species of this farm.`);
      const lot: NewLot = {
        ...{ code: `FEED-${prefix}-${bagCode(code)}`, kind: 'feed', keeps: 'mass' },
        ...{ beganOn: today, speciesCode: species },
      };
      return opened(i, lot, role('feed'), { massG });
    });
    const words = plural(rows.length, '# lot of feed is in the books.', '# lots of feed are in the books.');
    return { effects, said: () => said(words) };
  });

/** Seed that lies in the store. */
export const decideOpeningSeed = (
  { crops, today }: { crops: readonly Crop[]; today: Day },
  rows: readonly { crop: string; count: number; code?: string }[],
): Decision<Taken<Said>> =>
  decide(() => {
    const seedOf = goodsCodes(crops);
    const effects = rows.flatMap(({ crop, count, code }, i) => {
      const cropCode = seedOf.get(crop);
      if (!cropCode) return refuse(`rows.${i}.crop`, say`Choose a crop of this farm.`);
      const lot: NewLot = {
        ...{ code: `SEED-${cropCode.slice(0, 3).toUpperCase()}-${bagCode(code)}`, kind: 'seed', keeps: 'count' },
        ...{ beganOn: today, cropCode },
      };
      return opened(i, lot, role('seed'), { count });
    });
    const words = plural(rows.length, '# lot of seed is in the books.', '# lots of seed are in the books.');
    return { effects, said: () => said(words) };
  });

interface OrderRow {
  customer: string;
  product: string;
  quantity: number;
  dueDay: string;
}

/** Rows of one customer and day: one order. */
export interface OpeningOrder {
  /** The first of its rows. */
  first: number;
  customerId: string;
  dueDay: Day;
  lines: { productCode: string; quantity: number }[];
}

/** Orders that were taken before, from their rows. @throws {RuleBroken} beside the row that cannot be */
export function openingOrders(
  { customers, today }: { customers: readonly { id: string; name: string }[]; today: Day },
  rows: readonly OrderRow[],
): OpeningOrder[] {
  const orders = new Map<string, OpeningOrder>();
  for (const [i, row] of rows.entries()) {
    const named = row.customer.toLowerCase();
    const customer = customers.find((c) => c.id === row.customer || c.name.toLowerCase() === named);
    if (!customer) return refuse(`rows.${i}.customer`, say`Choose a customer of this farm.`);
    if (row.dueDay < today) refuse(`rows.${i}.dueDay`, say`That day has passed.`);
    const key = `${customer.id}|${row.dueDay}`;
    const order = orders.get(key) ?? { first: i, customerId: customer.id, dueDay: row.dueDay, lines: [] };
    order.lines.push({ productCode: row.product, quantity: row.quantity });
    orders.set(key, order);
  }
  return [...orders.values()];
}

type OrderKnown = Omit<Parameters<typeof decideOrder>[0], 'today' | 'asked'>;

/** They are taken as any order is. @param orders each with what is known of its customer and goods */
export const decideOpeningOrders = (
  orders: readonly { order: OpeningOrder; known: OrderKnown }[],
  today: Day,
): Decision<Taken<Said>> =>
  decide(() => {
    const effects = orders.flatMap(({ order: { first, ...order }, known }) => {
      try {
        return settled(decideOrder({ ...known, today, asked: [] }, order), true).effects;
      } catch (error) {
        if (!(error instanceof RuleBroken)) throw error;
        return refuse(`rows.${first}.${fieldOf(error.field)}`, error.message);
      }
    });
    const words = plural(orders.length, '# order is in the books.', '# orders are in the books.');
    return { effects, said: () => said(words) };
  });

/** Where in its row of the table a fault of an order is said. */
const fieldOf = (field: string) =>
  field === 'dueDay' ? 'dueDay' : field.endsWith('quantity') ? 'quantity' : 'product';
