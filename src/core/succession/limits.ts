import { soldFromBench } from '../crops/recipe';
import { addDays, isoWeek } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { formatNumber } from '../quantity/units';
import { formatQuantity } from '../plan/consequences';
import type { UnitChoice } from '../quantity/units';
import { say, word } from '../words/words';
import { Book } from './book';
import type { Met } from './outcome';
import type { FarmFacts } from '../facts/farm';
import { recipesOf } from '../crops/recipes';
import type { CropDemand, LimitKind, PlannedSowing, SowingWay, SuccessionInput, SuccessionTarget } from './types';

/** What stands in the way, as it is said. */
export const LIMIT_WORDS: Readonly<Record<LimitKind, string>> = {
  beds: word`room in the beds`,
  bench: word`room on the bench`,
  labour: word`hours of work`,
  nutrients: word`what the fish feed`,
  share: word`the most one crop may have`,
  neighbours: word`ripening fruit beside leaves`,
};

interface ShortagesArgs {
  input: SuccessionInput;
  sowings: readonly PlannedSowing[];
  met: readonly Met[];
  units: UnitChoice;
}

/** For every run of wanted days that stays short: how much, when, and what is in the way. */
export function shortages({ input, sowings, met, units }: ShortagesArgs): string[] {
  const book = new Book(input);
  for (const { way, plants } of sowings) book.take(way, plants);
  const sown = new Set(sowings.map((s) => s.way));
  return input.demand.flatMap((demand, d) => {
    const short = met[d]!.short;
    const own = input.ways.filter((w) => w.demand === d);
    return runsOf(short).map((run) => {
      const missing = run.reduce((sum, t) => sum + short[t]!, 0);
      const figure = formatQuantity(missing, demand.product.unit, units);
      return say`${demand.product.name}, ${when(input, demand, run)}: ${figure} missing. ${reason({ input, demand, own, book, sown, run })}`;
    });
  });
}

/** Wishes that nothing can be planned for, and what each of them lacks. */
export function lackingWishes({ products, crops }: FarmFacts, target: SuccessionTarget): string[] {
  return target.products
    .filter((wish) => wish.amount > 0)
    .flatMap(({ code }) => {
      const product = products.find((p) => p.code === code);
      if (!product) return [say`${code} is no product of this farm any more: nothing is planned for it.`];
      if (recipesOf(crops, product.cropCode).length > 0) return [];
      return [
        say`${product.name} has no recipe, so nothing is planned for it: choose its crop under Farm, Products and prices.`,
      ];
    });
}

function runsOf(short: readonly number[]): number[][] {
  const runs: number[][] = [];
  short.forEach((quantity, t) => {
    if (quantity <= 0) return;
    const last = runs.at(-1);
    if (last && last.at(-1) === t - 1) last.push(t);
    else runs.push([t]);
  });
  return runs;
}

function when(input: SuccessionInput, { points }: CropDemand, run: readonly number[]): string {
  const day = (t: number) => addDays(input.today, points[t]!.at);
  const [first, last] = [day(run[0]!), day(run.at(-1)!)];
  return isoWeek(first) === isoWeek(last) ? say`week ${isoWeek(first)}` : say`${shortDay(first)} to ${shortDay(last)}`;
}

interface ReasonArgs {
  input: SuccessionInput;
  demand: CropDemand;
  own: readonly SowingWay[];
  book: Book;
  sown: ReadonlySet<SowingWay>;
  run: readonly number[];
}

function reason({ input, demand, own, book, sown, run }: ReasonArgs): string {
  if (demand.recipes.every(soldFromBench))
    return say`Seedlings are sold from the bench and need no bed: sow them with Sow…`;
  const first = input.firstPick[input.demand.indexOf(demand)]!;
  if (first === Infinity)
    return say`No bed of those chosen suits it, or it is too cold or too dark for it, or its room ripens fruit beside it.`;
  if (first > demand.points[run.at(-1)!]!.at)
    return say`Too late to sow for it: what is sown now is picked from ${shortDay(addDays(input.today, first))}.`;
  const serves = (way: SowingWay) => way.picks.some((p) => run.some((t) => p.serves[0] <= t && t < p.serves[1]));
  const ways = own.filter(serves);
  if (ways.length === 0) return say`Nothing sown in these weeks would be ripe on those days.`;
  const open = ways.filter((way) => book.most(way, sown.has(way)).plants >= 1);
  if (open.length > 0) return whyNotSown({ demand, open, book, sown, run });
  return whatWouldHelp(ways, { book, sown });
}

interface NotSown {
  demand: CropDemand;
  open: readonly SowingWay[];
  book: Book;
  sown: ReadonlySet<SowingWay>;
  run: readonly number[];
}

/** It would fit, and is not sown: it is worth less than it costs, by what was tried here; or the search ended before. */
function whyNotSown({ demand, open, book, sown, run }: NotSown): string {
  const gains = (way: SowingWay) => {
    const perPlant = way.picks.reduce((sum, p) => {
      const serves = run.some((t) => p.serves[0] <= t && t < p.serves[1]);
      return sum + (serves ? p.perPlace : 0);
    }, 0);
    const missing = run.reduce((sum, t) => sum + demand.points[t]!.quantity, 0);
    const plants = Math.min(book.most(way, sown.has(way)).plants, perPlant > 0 ? missing / perPlant : 0);
    return plants * perPlant * demand.shortMinor - plants * way.plantMinor - (sown.has(way) ? 0 : way.eachTimeMinor);
  };
  if (open.some((way) => gains(way) > 1)) return say`There is room and it would pay: let it search longer.`;
  return demand.product.priceMinor > 0
    ? say`It could be grown, but brings less than its work and seed cost.`
    : say`It has no price yet, so nothing is worth sowing for it: set one under Farm, Products and prices.`;
}

/** The fewest limits that, lifted, let some of it be had: each is tried. */
function whatWouldHelp(ways: readonly SowingWay[], { book, sown }: Pick<NotSown, 'book' | 'sown'>): string {
  const fits = (way: SowingWay, lifted: readonly LimitKind[]) =>
    book.most(way, sown.has(way), new Set(lifted)).plants >= 1;
  const kinds = Object.keys(LIMIT_WORDS) as LimitKind[];
  const helps = (lifted: readonly LimitKind[]) => ways.filter((way) => fits(way, lifted)).length;
  const [best] = kinds.map((kind) => ({ kind, n: helps([kind]) })).sort((a, b) => b.n - a.n);
  if (best!.n === ways.length) return say`No plan fits: ${LIMIT_WORDS[best!.kind]} stops every one.`;
  if (best!.n > 0)
    return say`No plan fits: ${LIMIT_WORDS[best!.kind]} alone stops ${formatNumber(best!.n)} of ${formatNumber(ways.length)} tries, the others are stopped by more than that.`;
  const pairs = kinds.flatMap((a, i) => kinds.slice(i + 1).map((b) => [a, b] as const));
  const pair = pairs.find((both) => helps(both) > 0);
  return pair
    ? say`No plan fits: ${LIMIT_WORDS[pair[0]]} and ${LIMIT_WORDS[pair[1]]} stand in the way together.`
    : say`No plan fits: several limits at once stand in the way of every try.`;
}
