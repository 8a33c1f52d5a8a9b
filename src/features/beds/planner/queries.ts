import 'server-only';
import { bandOf } from '../../../core/water/loopBalance';
import { usualAWeek } from '../../../core/succession/demand';
import { plannedProducts } from '../../../core/succession/problem';
import type { ProductFact } from '../../../core/facts/farm';
import { promiseTable, shortInMain } from '../../../core/market/promiseTable';
import { dayOnly, farmView, type DayView, type Search } from '../../../server/farmView';

export interface PlannedProduct {
  code: string;
  name: string;
  unit: ProductFact['unit'];
  priceMinor: number;
  /** g or pieces promised a week, on average. */
  usual: number;
}

export interface SuccessionPage extends DayView {
  currency: string;
  beds: { id: string; code: string; name: string }[];
  loops: { id: string; name: string; school: 'feed' | 'nitrogen'; bandLow: number }[];
  products: PlannedProduct[];
}

const USUAL_WEEKS = 8;

export async function successionPage(search: Search): Promise<SuccessionPage> {
  const view = await farmView(search, async () => null);
  const { facts, forecast } = view;
  const { products, promises } = facts;
  const promise = shortInMain(promiseTable({ forecast, products, promises, weeks: USUAL_WEEKS }));
  return {
    ...dayOnly(view),
    currency: view.asks.currency,
    beds: facts.places
      .filter((p) => p.kind === 'bed' && p.positions && p.loopId)
      .map(({ id, code, name }) => ({ id, code, name })),
    loops: facts.loops.map((l) => ({
      id: l.id,
      name: l.name,
      school: l.school ?? 'feed',
      bandLow: bandOf(l)[0],
    })),
    products: plannedProducts(facts).map(({ code, name, unit, priceMinor }) => ({
      ...{ code, name, unit, priceMinor },
      usual: usualAWeek(promise.find((r) => r.product.code === code)?.weeks.map((w) => w.promised) ?? []),
    })),
  };
}
