import { requireWithin } from '../errors';

/** What was paid for one cohort by itself: for its fish when they came, and each feeding, minor units. */
export interface LotSpending {
  /** Null: the price was not recorded. */
  paidMinor: number | null;
  feedings: readonly { at: number; minor: number }[];
}

/** Fish that were graded, split or merged out of one cohort into another, with the share of its cost so far that went with them. */
export interface CostPassed {
  fromLotId: string;
  toLotId: string;
  /** 0 to 1, by weight of all that the cohort had raised until then. */
  share: number;
  at: number;
}

export interface LotCost {
  /** Paid for fish that are its own now; null: no price was recorded for any of them. */
  fishMinor: number | null;
  feedMinor: number;
  /** Of both: what came with fish from other cohorts, and what went on with fish to others. */
  cameMinor: number;
  wentMinor: number;
}

const plus = (a: number | null, b: number | null) => (a === null && b === null ? null : (a ?? 0) + (b ?? 0));

interface CostOfLotArgs {
  lotId: string;
  until: number;
  spending: ReadonlyMap<string, LotSpending>;
  passed: readonly CostPassed[];
}

/**
 * Cost of a cohort so far: its own and its share of the cohorts it came from, less what went on with fish that left it.
 * A kilogram costs the same before and after a regrouping.
 * @param until moment up to which is counted, ms @param spending of the cohort and all that it came from
 */
export function costOfLot({ lotId, until, spending, passed }: CostOfLotArgs): LotCost {
  const own = spending.get(lotId) ?? { paidMinor: null, feedings: [] };
  const cost: LotCost = { fishMinor: own.paidMinor, feedMinor: 0, cameMinor: 0, wentMinor: 0 };
  type Turn = { at: number; feedMinor?: number; came?: CostPassed; went?: CostPassed };
  const turns: Turn[] = [
    ...own.feedings.map((f): Turn => ({ at: f.at, feedMinor: f.minor })),
    ...passed.filter((p) => p.toLotId === lotId).map((came): Turn => ({ at: came.at, came })),
    ...passed.filter((p) => p.fromLotId === lotId).map((went): Turn => ({ at: went.at, went })),
  ];
  for (const turn of turns.filter((t) => t.at <= until).sort((a, b) => a.at - b.at)) {
    if (turn.feedMinor !== undefined) cost.feedMinor += turn.feedMinor;
    // Up to just before: what it passed on in that moment is what is asked for.
    if (turn.came)
      comeWith(cost, turn.came.share, costOfLot({ lotId: turn.came.fromLotId, until: turn.at - 1, spending, passed }));
    if (turn.went) goOn(cost, turn.went.share);
  }
  return cost;
}

function comeWith(cost: LotCost, share: number, from: LotCost) {
  const fishMinor = from.fishMinor === null ? null : share * from.fishMinor;
  cost.fishMinor = plus(cost.fishMinor, fishMinor);
  cost.feedMinor += share * from.feedMinor;
  cost.cameMinor += (fishMinor ?? 0) + share * from.feedMinor;
}

function goOn(cost: LotCost, share: number) {
  cost.wentMinor += share * ((cost.fishMinor ?? 0) + cost.feedMinor);
  cost.fishMinor = cost.fishMinor === null ? null : cost.fishMinor * (1 - share);
  cost.feedMinor *= 1 - share;
}

/**
 * The share of what a cohort has cost so far that goes with some of its fish: their weight of all that it raised until then.
 * @param goingG of the fish that go @param leftG of those that stay @param harvestedG of those harvested or sold before @returns 0 to 1
 */
export function shareOfCost(goingG: number, leftG: number, harvestedG: number): number {
  for (const [field, value] of Object.entries({ goingG, leftG, harvestedG })) requireWithin(field, value, MASS_G);
  const raisedG = goingG + leftG + harvestedG;
  return raisedG > 0 ? goingG / raisedG : 0;
}

const MASS_G = [0, 1e9] as const;
