import { addDays, isoWeek, type Day } from '../quantity/days';
import { formatMass, formatNumber, type UnitChoice } from '../quantity/units';
import { shortDay } from '../quantity/sayDay';
import { purgeLoadKg } from './model';
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
      const lots = plan.batches.filter(({ batch }) => batch.lotCode && batch.path.some((leg) => leg.group === g && leg.from <= last && leg.until > first));
      const who = [...new Set(lots.map(({ batch }) => batch.lotCode))].join(', ');
      return `The ${group.name} do not hold what the kept plan puts there and ${who} in ${sayWeeks(input, first, last)}: move or sell one of them.`;
    });
  });
} // prettier-ignore

/** For every run of weeks that stays short: which limit is in the way. */
export function bindingLimits(
  input: PlannerInput,
  batches: readonly Batch[],
  plan: StockingPlan,
  units: UnitChoice,
): Binding[] {
  const use = usage(input, plan);
  return input.demand.flatMap((demand) => {
    const { speciesCode } = demand;
    const own = batches.filter((b) => b.speciesCode === speciesCode && b.takings.length > 0);
    const name = input.choices.find((c) => c.species.code === speciesCode)?.species.name ?? speciesCode;
    const runs = runsOf(plan.short.filter((s) => s.speciesCode === speciesCode && s.kg > 0.5));
    return runs.map((run) => {
      const [first, last] = [run[0]!.week, run.at(-1)!.week];
      const kg = run.reduce((sum, s) => sum + s.kg, 0);
      const reason = reasonFor(input, own, use, run.map((s) => s.week), name); // prettier-ignore
      const when = sayWeeks(input, first, last);
      return { speciesCode, kg, from: addDays(input.firstDay, first * 7), until: addDays(input.firstDay, last * 7 + 6), words: `${name}, ${when}: ${sayOrdered(demand, kg, units)} missing. ${reason}` };
    });
  }); // prettier-ignore
}

/** An amount of an order as it was ordered: by weight, or by number of fish. */
export function sayOrdered({ counted, fromG }: Pick<Demand, 'counted' | 'fromG'>, kg: number, units: UnitChoice): string {
  return counted && fromG ? `${formatNumber((kg * 1000) / fromG)} fish` : formatMass(kg * 1000, units);
} // prettier-ignore

const week = (input: PlannerInput, w: number) => isoWeek(addDays(input.firstDay, w * 7));

const sayWeeks = (input: PlannerInput, first: number, last: number) =>
  first === last ? `week ${week(input, first)}` : `weeks ${week(input, first)} to ${week(input, last)}`;

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
  const purge = [...input.purgeKgByWeek];
  for (const { batch, tanks: n } of plan.batches) {
    for (const leg of batch.path) for (let w = leg.from; w < leg.until; w++) tanks[leg.group]![w]! -= n;
    for (const t of batch.takings) purge[t.week]! -= purgeLoadKg(t.kg, batch.purgeDays) * n;
  }
  return { tanks, purge };
}

function reasonFor(input: PlannerInput, own: readonly Batch[], use: ReturnType<typeof usage>, weeks: number[], name: string): string {
  if (!input.choices.some((c) => c.species.name === name)) return 'No loop’s planned water lets this species grow: change the temperature or the species.';
  const ways = own.filter((b) => b.takings.some((t) => weeks.includes(t.week)));
  if (ways.length === 0) {
    const earliest = Math.min(...own.map((b) => b.takings[0]!.week));
    if (!Number.isFinite(earliest)) return 'No fish could reach the size wanted within the weeks planned, or no tank (quarantine included) holds the number.';
    const day = addDays(input.firstDay, earliest * 7);
    return earliest > weeks.at(-1)!
      ? `Too soon: fish bought now are of the size wanted from ${shortDay(day)}. Larger fingerlings or warmer water would help.`
      : 'Fish of these sizes are past the size wanted by then, or their tank cannot hold them.';
  }
  const blockers = new Map<string, { ways: number; weeks: Set<number> }>();
  let unblocked = 0;
  for (const batch of ways) {
    const found = blockersOf(input, batch, use);
    if (found.length === 0) unblocked++;
    for (const { what, week: w } of found) {
      const known = blockers.get(what) ?? { ways: 0, weeks: new Set<number>() };
      known.weeks.add(w);
      blockers.set(what, known);
    }
    for (const what of new Set(found.map((f) => f.what))) blockers.get(what)!.ways++;
  }
  if (unblocked > 0) return 'It could be raised, but costs more than a missing kg is set to cost.';
  const worst = [...blockers].sort((a, b) => b[1].ways - a[1].ways).slice(0, 2);
  const says = worst.map(([what, b]) => `${what} are full (${b.ways === ways.length ? 'needed by every way' : `needed by ${b.ways} of the ${ways.length} ways`})`);
  return `Every way to have fish then is blocked: the ${says.join(', and the ')}.`;
} // prettier-ignore

function blockersOf(input: PlannerInput, batch: Batch, use: ReturnType<typeof usage>) {
  const found: { what: string; week: number }[] = [];
  for (const leg of batch.path) {
    for (let w = leg.from; w < leg.until; w++) {
      if (use.tanks[leg.group]![w]! < 1) found.push({ what: input.groups[leg.group]!.name, week: w });
    }
  }
  for (const t of batch.takings) {
    if (purgeLoadKg(t.kg, batch.purgeDays) > use.purge[t.week]! + 0.01)
      found.push({ what: 'purge tanks', week: t.week });
  }
  return found;
}
