import { all, say } from '../words/words';
import { addDays, isoWeek, type Day } from '../quantity/days';
import { formatMass, formatNumber, type UnitChoice } from '../quantity/units';
import { shortDay } from '../quantity/sayDay';
import type { FarmFacts } from '../facts/farm';
import type { StockingTarget } from './demand';
import { freePurgeTanks } from './model';
import type { Batch, Demand, PlannerInput, StockingPlan } from './types';

export interface Binding {
  speciesCode: string;
  kg: number;
  from: Day;
  until: Day;
  /** Why it cannot be had, in words. */
  words: string;
}

/** Where the kept plan and the fish that are here ask for more tanks than there are, in words. */
export function crowdedWeeks(input: PlannerInput, plan: StockingPlan): string[] {
  const { tanks } = usage(input, plan);
  return input.groups.flatMap((group, g) => {
    const missing = tanks[g]!.map((left, week) => ({ week, left })).filter(({ left }) => left < 0);
    return runsOf(missing).map((run) => {
      const [first, last] = [run[0]!.week, run.at(-1)!.week];
      const lots = plan.batches.filter(
        ({ batch }) =>
          batch.lotCode && batch.path.some((leg) => leg.group === g && leg.from <= last && leg.until > first),
      );
      const codes = [...new Set(lots.map(({ batch }) => batch.lotCode))];
      const who =
        codes.slice(0, MOST_NAMED).join(', ') +
        (codes.length > MOST_NAMED ? say` and ${codes.length - MOST_NAMED} more` : '');
      return say`The ${group.name} do not hold what the current plan puts there and ${who} in ${sayWeeks(input, first, last)}: move or sell one of them.`;
    });
  });
}

const MOST_NAMED = 4;

interface BindingLimitsArgs {
  input: PlannerInput;
  batches: readonly Batch[];
  plan: StockingPlan;
  units: UnitChoice;
}

/** For every run of weeks that stays short: which limit is in the way. */
export function bindingLimits({ input, batches, plan, units }: BindingLimitsArgs): Binding[] {
  const use = usage(input, plan);
  const firstHarvest = addDays(input.firstDay, input.harvestOn);
  return input.demand.flatMap((demand) => {
    const { speciesCode } = demand;
    const own = batches.filter((b) => b.speciesCode === speciesCode && b.takings.length > 0);
    const name = input.choices.find((c) => c.species.code === speciesCode)?.species.name ?? speciesCode;
    const short = plan.short.filter((s) => s.speciesCode === speciesCode && s.kg > 0.5);
    const early = short
      .filter((s) => s.week < 0)
      .map(({ kg }) => ({
        speciesCode,
        kg,
        from: input.firstDay,
        until: firstHarvest,
        words: say`${name}: ${sayOrdered(demand, kg, units)} are due before ${shortDay(firstHarvest)}, the first harvest that can still be planned. Slide one that stands, or tell the customer.`,
      }));
    const runs = runsOf(short.filter((s) => s.week >= 0)).map((run) => {
      const [first, last] = [run[0]!.week, run.at(-1)!.week];
      const kg = run.reduce((sum, s) => sum + s.kg, 0);
      const reason = reasonFor({ input, own, use, weeks: run.map((s) => s.week), name });
      const when = sayWeeks(input, first, last);
      return {
        speciesCode,
        kg,
        from: addDays(input.firstDay, first * 7),
        until: addDays(input.firstDay, last * 7 + 6),
        words: say`${name}, ${when}: ${sayOrdered(demand, kg, units)} missing. ${reason}`,
      };
    });
    return [...early, ...runs];
  });
}

/** Wishes that nothing can be planned for, and what each of them lacks. */
export function lackingWishes(facts: FarmFacts, { species, by, weeks }: StockingTarget, firstDay: Day): Binding[] {
  return species.flatMap(({ code, amount, counted, fromG }) => {
    const own = facts.species.find((s) => s.code === code);
    const isSold = facts.products.some((p) => p.speciesCode === code && !p.liveCm);
    const lacks = (words: string): Binding[] => [
      { speciesCode: code, kg: 0, from: firstDay, until: addDays(firstDay, weeks * 7 - 1), words },
    ];
    if (counted && (amount ?? 0) > 0 && !fromG && !own?.marketG)
      return lacks(say`${own?.name ?? code} has no market size, so nothing is planned for it: set one under Species.`);
    if (by === 'orders' && amount === null && !isSold)
      return lacks(
        say`${own?.name ?? code} is not sold as food, so nobody can have ordered it: give it a name and a price under Species, or type an amount.`,
      );
    return [];
  });
}

/** An amount of an order as it was ordered: by weight, or by number of fish. */
export function sayOrdered(
  { counted, fromG }: Pick<Demand, 'counted' | 'fromG'>,
  kg: number,
  units: UnitChoice,
): string {
  return counted && fromG ? say`${formatNumber((kg * 1000) / fromG)} fish` : formatMass(kg * 1000, units);
}

const week = (input: PlannerInput, w: number) => isoWeek(addDays(input.firstDay, w * 7));

/** With their days, since weeks of two years may bear one number. */
function sayWeeks(input: PlannerInput, first: number, last: number): string {
  const [from, until] = [addDays(input.firstDay, first * 7), addDays(input.firstDay, last * 7 + 6)];
  if (first === last) return say`week ${week(input, first)}`;
  return say`weeks ${week(input, first)} to ${week(input, last)} (${shortDay(from)} to ${shortDay(until)})`;
}

function runsOf<T extends { week: number }>(short: T[]): T[][] {
  const runs: T[][] = [];
  for (const s of [...short].sort((a, b) => a.week - b.week)) {
    const run = runs.at(-1);
    if (run && run.at(-1)!.week === s.week - 1) run.push(s);
    else runs.push([s]);
  }
  return runs;
}

function usage(input: PlannerInput, plan: StockingPlan) {
  const tanks = input.groups.map((g) => [...g.freeByWeek]);
  const purge = Array.from({ length: input.weeks }, (_, week) => freePurgeTanks(input, week));
  for (const { batch, tanks: n } of plan.batches) {
    for (const leg of batch.path) for (let w = leg.from; w < leg.until; w++) tanks[leg.group]![w]! -= n;
    for (const [week, held] of batch.purge) purge[week]! -= held * n;
  }
  return { tanks, purge };
}

interface ReasonForArgs {
  input: PlannerInput;
  own: readonly Batch[];
  use: ReturnType<typeof usage>;
  weeks: number[];
  name: string;
}

function reasonFor({ input, own, use, weeks, name }: ReasonForArgs): string {
  if (!input.choices.some((c) => c.species.name === name))
    return say`No loop’s planned water lets this species grow: change the temperature or the species.`;
  const ways = own.filter((b) => b.takings.some((t) => weeks.includes(t.week)));
  if (ways.length === 0) {
    const firstOf = (list: readonly Batch[]) => Math.min(...list.map((b) => b.takings[0]!.week));
    const earliest = firstOf(own);
    if (!Number.isFinite(earliest)) return whyNoWay(input, name);
    if (earliest <= weeks.at(-1)!)
      return say`Fish of these sizes are past the size wanted by then, or their tank cannot hold them.`;
    const bought = firstOf(own.filter((b) => b.lotCode === null));
    if (earliest < bought)
      return say`Too soon: the first that can be had are of ${own.find((b) => b.takings[0]!.week === earliest)!.lotCode}, from ${shortDay(addDays(input.firstDay, earliest * 7))}.`;
    return say`Too soon: fish bought now reach sale size on ${shortDay(addDays(input.firstDay, bought * 7))} at the earliest. Larger fingerlings or warmer water would help.`;
  }
  const blocked = ways.map((batch) => blockersOf(input, batch, use));
  const open = ways.filter((_, i) => blocked[i]!.size === 0);
  if (open.length > 0) {
    const { shortMinorPerKg } = input.costs;
    const pays = open.some((b) => b.costMinor < shortMinorPerKg * b.takings.reduce((sum, t) => sum + t.kg, 0));
    return pays
      ? say`There is room and it would pay: let it search longer.`
      : say`It could be raised, but costs more than a missing kg is set to cost.`;
  }
  // The fewest that, with room in them, would let some of it be had.
  const fewest = Math.min(...blocked.map((found) => found.size));
  const sets = new Map(blocked.filter((f) => f.size === fewest).map((f) => [[...f].sort().join('|'), f]));
  const helpedBy = (room: ReadonlySet<string>) =>
    blocked.filter((found) => [...found].every((what) => room.has(what))).length;
  const [{ least, helped }] = [...sets.values()]
    .map((set) => ({ least: set, helped: helpedBy(set) }))
    .sort((a, b) => b.helped - a.helped) as [{ least: Set<string>; helped: number }];
  const names = all([...least]);
  return helped === ways.length
    ? say`No plan fits: the ${names} are full in every try.`
    : say`No plan fits: with room in the ${names}, ${formatNumber(helped)} of ${formatNumber(ways.length)} tries would. Another size or date, planned by hand, might still fit.`;
}

/** Why there is no way at all to raise a species for its orders. */
function whyNoWay(input: PlannerInput, name: string): string {
  const choices = input.choices.filter((c) => c.species.name === name);
  const demand = input.demand.find((d) => d.speciesCode === choices[0]!.species.code);
  const fromG = demand?.fromG ?? choices[0]!.species.marketG?.[0];
  if (fromG === undefined) return say`It has no market size: set one under Species.`;
  const heaviest = Math.max(...choices.map((c) => (Math.cbrt(c.startG) + c.gainG13[input.weeks * 7 - 7]!) ** 3));
  if (heaviest < fromG) return say`No fish bought now would reach ${Math.round(fromG)} g within the weeks planned.`;
  return say`The fish would reach the size wanted, but no tank, quarantine or purge tank holds the number at the time.`;
}

function blockersOf(input: PlannerInput, batch: Batch, use: ReturnType<typeof usage>): Set<string> {
  const found = new Set<string>();
  for (const leg of batch.path) {
    for (let w = leg.from; w < leg.until; w++)
      if (use.tanks[leg.group]![w]! < 1) found.add(input.groups[leg.group]!.name);
  }
  for (const [week, held] of batch.purge) if (held > use.purge[week]!) found.add(say`purge tanks`);
  return found;
}
