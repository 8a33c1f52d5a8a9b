import type { FarmForecast, SupplyBatch } from '../facts/forecast';
import type { ProductFact, PromiseFact } from '../facts/farm';
import { groupBy } from '../groupBy';
import { dayNumber } from '../quantity/days';
import { inMain, isMain, keepsLonger } from './families';
import { accountByDays, availableByDay, serveDemands, type Demand, type SupplyAccount } from './promise';

/** An order line on its day (index), in the units of the product whose supply it draws on. */
interface ServedLine {
  line: PromiseFact;
  at: number;
  quantity: number;
  /** It is for a product made of this one. */
  made: boolean;
}

/** What one product has, owes and can still promise, g or pieces. */
export interface Served {
  /** Its own goods: what is forecast of a main product, what lies packed of one made of it. */
  batches: readonly SupplyBatch[];
  /** Everything that adds to what is free of it. */
  comes: readonly SupplyBatch[];
  lines: ServedLine[];
  /** By order line of this product. */
  short: ReadonlyMap<string, number>;
  available: (at: number) => number;
  /** Where the supply of some days goes. Null: it is made of another product's, and counted there. */
  account: ((from: number, until: number) => SupplyAccount) | null;
  /** What of some days' supply is spoken for by nobody, on whichever of them. */
  free: (from: number, until: number) => number;
}

interface ServeFamiliesArgs {
  forecast: Pick<FarmForecast, 'firstDay' | 'supply'>;
  products: readonly ProductFact[];
  promises: readonly PromiseFact[];
}

/** Serves every order line: what is packed as asked goes first, the rest is made of the main product's supply. */
export function serveFamilies({ forecast, products, promises }: ServeFamiliesArgs): Map<string, Served> {
  const today = dayNumber(forecast.firstDay);
  const supplyOf = groupBy(forecast.supply, (b) => b.productCode);
  const promisesOf = groupBy(promises, (p) => p.productCode);
  const own = (product: ProductFact): Own => ({
    product,
    batches: supplyOf.get(product.code) ?? [],
    lines: (promisesOf.get(product.code) ?? []).map((line) => ({
      line,
      at: Math.max(0, dayNumber(line.day) - today),
      quantity: line.quantity,
      made: false,
    })),
  });
  const known = new Set(products.map((p) => p.code));
  const heads = products.filter((p) => isMain(p) || !known.has(p.madeFrom!.code));
  return new Map(
    heads.flatMap((main) => serveFamily(own(main), products.filter((p) => p.madeFrom?.code === main.code).map(own))),
  );
}

interface Own {
  product: ProductFact;
  batches: readonly SupplyBatch[];
  lines: ServedLine[];
}

const stepOf = ({ unit }: ProductFact) => (unit === 'kg' ? 100 : 1);
const demandOf = ({ line, at, quantity }: ServedLine): Demand => ({ id: line.lineId, at, quantity });

function serveFamily(main: Own, made: readonly Own[]): [string, Served][] {
  const drawn = made.map((own) => ({ own, ...drawnFrom(main, own) }));
  const demands = [...main.lines.map(demandOf), ...drawn.flatMap((d) => d.demands)];
  const { short } = serveDemands(main.batches, demands);
  const free = availableByDay(main.batches, demands, stepOf(main.product));
  const freeFine = made.length > 0 ? availableByDay(main.batches, demands, 1e-3) : free;
  const account = accountByDays(main.batches, demands, (b) => b.stepId === null);
  const ofMain: Served = {
    batches: main.batches,
    comes: main.batches,
    lines: [...main.lines, ...drawn.flatMap((d) => d.lines)],
    short,
    available: (at) => free(at),
    account,
    free: (from, until) => account(from, until).free,
  };
  const ofMade = drawn.map(({ own, longer }): [string, Served] => {
    const takes = own.product.madeFrom!.takes;
    const packed = availableByDay(own.batches, own.lines.map(demandOf), 1e-3);
    const packedAccount = accountByDays(own.batches, own.lines.map(demandOf));
    const step = stepOf(own.product);
    return [
      own.product.code,
      {
        batches: own.batches,
        comes: [...own.batches, ...main.batches],
        lines: own.lines,
        short: new Map(
          own.lines.flatMap(({ line }) =>
            short.has(line.lineId) ? [[line.lineId, short.get(line.lineId)! / takes]] : [],
          ),
        ),
        available: (at) => Math.floor((packed(at) + freeFine(at, longer) / takes) / step + 0.01) * step,
        account: null,
        free: (from, until) => packedAccount(from, until).free + account(from, until).free / takes,
      },
    ];
  });
  return [[main.product.code, ofMain], ...ofMade];
}

/** What a product made of another one asks of that one's supply, when its own packed goods are used up. */
function drawnFrom(main: Own, own: Own) {
  const longer = keepsLonger(own.product, main.product);
  const { short } = serveDemands(own.batches, own.lines.map(demandOf));
  const lines = own.lines.flatMap((l) => {
    const missing = short.get(l.line.lineId);
    return missing === undefined ? [] : [{ ...l, quantity: inMain(own.product, missing), made: true }];
  });
  return { longer, lines, demands: lines.map((l): Demand => ({ ...demandOf(l), longer })) };
}
