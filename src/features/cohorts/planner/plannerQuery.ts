import 'server-only';
import type { FarmFacts } from '../../../core/facts/farm';
import type { PlanStep } from '../../../core/facts/step';
import { dayOnly, farmView, type DayView, type Search } from '../../../server/farmView';

export interface PlannerPage extends DayView {
  facts: FarmFacts;
  plan: PlanStep[];
  currency: string;
}

/** What the planner needs; it solves in the browser's worker. Readings and packed goods do not matter to it. */
export async function plannerPage(search: Search): Promise<PlannerPage> {
  const view = await farmView(search, async () => null);
  const fishSteps = view.steps.filter((s) => s.speciesCode).map(({ state: _s, doneOn: _d, note: _n, ...step }) => step);
  const fishProducts = view.facts.products.filter((p) => p.speciesCode);
  const codes = new Set(fishProducts.map((p) => p.code));
  const promises = view.facts.promises.filter((p) => codes.has(p.productCode));
  const facts = {
    ...view.facts,
    plantings: [],
    crops: [],
    products: fishProducts,
    promises,
    packed: view.facts.packed.filter((p) => codes.has(p.productCode)),
  };
  return { ...dayOnly(view), facts, plan: fishSteps, currency: view.asks.currency };
}
