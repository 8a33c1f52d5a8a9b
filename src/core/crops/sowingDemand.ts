import { isMain } from '../market/families';
import { serveDemands } from '../market/promise';
import { serveFamilies } from '../market/serveFamilies';
import type { FarmFacts } from '../facts/farm';
import type { FarmForecast } from '../facts/forecast';

/** For whom a sowing is, and what of it nobody has asked for. */
export interface SowingDemand {
  customers: string[];
  /** What it will give, g or pieces. */
  quantity: number;
  /** Of it not promised to anyone. */
  over: number;
  /** Orders of its product reach beyond its last good day, and none takes anything of it: it will not sell as things are. */
  isUnsold: boolean;
}

interface SowingDemandArgs {
  facts: Pick<FarmFacts, 'products' | 'promises'>;
  forecast: FarmForecast;
}

/**
 * Sowings that are planned, by lot: deliveries served by date, oldest stock first, as Market serves them. A lot without a
 * pick in the forecast is not in it.
 */
export function sowingDemand({ facts, forecast }: SowingDemandArgs): Map<string, SowingDemand> {
  const { products, promises } = facts;
  const served = serveFamilies({ forecast, products, promises });
  const demands = new Map<string, SowingDemand>();
  for (const product of products.filter((p) => p.cropCode && isMain(p))) {
    const own = served.get(product.code);
    if (!own) continue;
    const wanted = own.lines.map(({ line, at, quantity }) => ({ id: line.lineId, at, quantity }));
    const { left } = serveDemands(own.batches, wanted);
    const lastAt = Math.max(-1, ...wanted.map((w) => w.at));
    own.batches.forEach((batch, i) => {
      const fits = own.lines.filter(({ at }) => at >= batch.from && at <= batch.until);
      const known = demands.get(batch.lotCode) ?? { customers: [], quantity: 0, over: 0, isUnsold: true };
      const taken = batch.quantity - left[i]!;
      demands.set(batch.lotCode, {
        customers: [...new Set([...known.customers, ...(taken > 0 ? fits.map((f) => f.line.customer) : [])])],
        quantity: known.quantity + batch.quantity,
        over: known.over + left[i]!,
        isUnsold: known.isUnsold && taken <= 0 && lastAt > batch.until,
      });
    });
  }
  return demands;
}
