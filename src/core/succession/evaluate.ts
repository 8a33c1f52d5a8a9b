import { serveDemands } from '../market/promise';
import { wholePlants } from './book';
import type { PlannedSowing, SuccessionInput, SuccessionPlan } from './types';

/** What a choice of sowings costs and leaves short, served as Market serves: the solver is not asked. */
export function planOf(input: SuccessionInput, sowings: readonly PlannedSowing[]): SuccessionPlan {
  let costMinor = sowings.reduce((sum, { way, plants }) => sum + way.eachTimeMinor + way.plantMinor * plants, 0);
  const short = input.demand.map((demand, d) => {
    const batches = sowings
      .filter((s) => s.way.demand === d)
      .flatMap(({ way, plants }) =>
        way.picks.map(({ at, until, perPlace }) => ({ from: at, until, quantity: perPlace * plants })),
      );
    const wanted = demand.points.map((p, t) => ({ id: String(t), at: p.at, quantity: p.quantity }));
    const missing = serveDemands(batches, wanted).short;
    return demand.points.map((_, t) => missing.get(String(t)) ?? 0);
  });
  short.forEach((points, d) => {
    for (const quantity of points) costMinor += quantity * input.demand[d]!.shortMinor;
  });
  return { sowings: [...sowings], costMinor, short };
}

/** For the part of a plant that was cut off, and for the parts of heads or bunches that two picks round down. */
const ROUNDED_UP = [0, 1, 3];

/** The cheapest plan of whole plants that is close to one in parts. */
export function wholePlanOf(input: SuccessionInput, planned: readonly PlannedSowing[]): SuccessionPlan {
  return ROUNDED_UP.map((more) => planOf(input, wholePlants(input, planned, more))).reduce((best, plan) =>
    plan.costMinor < best.costMinor ? plan : best,
  );
}

/** What it would cost to meet nothing, minor units: a plan's worth is what it saves of that. */
export function nothingMetMinor(input: SuccessionInput): number {
  return input.demand.reduce((sum, d) => sum + d.points.reduce((q, p) => q + p.quantity, 0) * d.shortMinor, 0);
}
