import { addDays, isoWeek } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { formatNumber } from '../quantity/units';
import { formatQuantity } from '../plan/consequences';
import type { UnitChoice } from '../quantity/units';
import { say, word } from '../words/words';
import { Book } from './book';
import type { Met } from './outcome';
import type { CropDemand, LimitKind, PlannedSowing, SowingWay, SuccessionInput } from './types';

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
  const first = input.firstPick[input.demand.indexOf(demand)]!;
  if (first === Infinity)
    return say`No bed of those chosen suits it, or it is too cold or too dark for it, or its room ripens fruit beside it.`;
  if (first > demand.points[run.at(-1)!]!.at)
    return say`Too late to sow for it: what is sown now is picked from ${shortDay(addDays(input.today, first))}.`;
  const serves = (way: SowingWay) => way.picks.some((p) => run.some((t) => p.serves[0] <= t && t < p.serves[1]));
  const ways = own.filter(serves);
  if (ways.length === 0) return say`Nothing sown in these weeks would be ripe on those days.`;
  const blocked = ways.map((way) => book.most(way, sown.has(way))).filter((m) => m.plants < 1);
  if (blocked.length < ways.length) return say`It could be grown, but brings less than its work and seed cost.`;
  const counts = new Map<LimitKind, number>();
  for (const { by } of blocked) counts.set(by, (counts.get(by) ?? 0) + 1);
  const [most] = [...counts].sort((a, b) => b[1] - a[1]);
  return counts.size === 1
    ? say`Every way to have it then is stopped by ${LIMIT_WORDS[most![0]]}.`
    : say`${formatNumber(most![1])} of ${formatNumber(ways.length)} ways to have it then are stopped by ${LIMIT_WORDS[most![0]]}, the others by other limits.`;
}
