import loadHighs from 'highs';
import { beforeAll, describe, expect, test } from 'vitest';
import type { Highs } from 'highs';
import { careDays, careMinutes, careOf } from '../../../src/core/crops/care';
import { minutesOf, type PlantJob } from '../../../src/core/crops/labour';
import { RuleBroken } from '../../../src/core/errors';
import type { FarmForecast } from '../../../src/core/facts/forecast';
import type { PlanStep } from '../../../src/core/facts/step';
import { promiseTable, shortInMain } from '../../../src/core/market/promiseTable';
import { applyChanges } from '../../../src/core/plan/changes';
import { forecastFarm } from '../../../src/core/plan/forecast';
import { DEFAULT_SETTINGS } from '../../../src/core/plan/settings';
import { stepOf } from '../../../src/core/plan/steps/steps';
import { addDays, daysBetween } from '../../../src/core/quantity/days';
import { METRIC, formatMass, formatNumber } from '../../../src/core/quantity/units';
import { successionProblem } from '../../../src/core/succession/problem';
import { searchSuccession, type SuccessionProposal } from '../../../src/core/succession/propose';
import type { SuccessionInput, SuccessionTarget } from '../../../src/core/succession/types';
import type { FarmFacts } from '../../../src/core/facts/farm';
import { madeUpBeds } from './madeUpBeds';

/** How many farms: `FARMS=3000` for a long run. */
const FARMS = Number(process.env.FARMS ?? 300);
const TENTHS = 10;

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

interface Planned {
  seed: number;
  facts: FarmFacts;
  target: SuccessionTarget;
  proposal: SuccessionProposal;
  input: SuccessionInput;
  kept: PlanStep[];
  forecast: FarmForecast;
}

/** One proposal by the real solver, kept; and on every sixth farm a second one beside it, for twice as much. */
function planned(seed: number): Planned[] {
  const { facts, target } = madeUpBeds(seed);
  let n = 0;
  let plan: PlanStep[] = [];
  const all: Planned[] = [];
  for (let pass = 0; pass < (seed % 6 === 0 ? 2 : 1); pass++) {
    const products = target.products.map((p) => ({ ...p, amount: p.amount * (pass + 1) }));
    const wish = { ...target, products };
    const limits = { seconds: 4, gap: 0.02, nodes: 20 };
    try {
      const { proposal } = searchSuccession(
        { facts, plan, target: wish, limits, units: METRIC },
        { highs, newId: () => `s${n++}`, clock: () => performance.now() },
        () => undefined,
      );
      const { input } = successionProblem(facts, plan, wish);
      const kept = applyChanges(plan, [{ change: 'add', steps: proposal.draft.steps }], facts.today);
      const forecast = forecastFarm(facts, kept, { ...DEFAULT_SETTINGS, horizonDays: input.days });
      all.push({ seed, facts, target: wish, proposal, input, kept, forecast });
      plan = kept;
    } catch (error) {
      // What is met already has nothing to be planned for.
      if (!(error instanceof RuleBroken) || !/Nothing is wanted/.test(error.message)) throw error;
    }
  }
  return all;
}

/** Every pick brings what the planner reckoned for it, is sold as long, and is what the round says. */
function pickFaults({ seed, facts, proposal, input, forecast }: Planned): string[] {
  return proposal.draft.lines.flatMap((line) =>
    line.beds.flatMap(({ placeId, plants }) => {
      const group = input.groups.findIndex((g) => g.beds.some(({ bed }) => bed.id === placeId));
      const way = input.ways.find(
        (w) => w.crop.code === line.cropCode && w.group === group && addDays(facts.today, w.sowAt) === line.sowDay,
      )!;
      const picks = proposal.draft.steps
        .filter((s) => s.kind === 'pick' && s.lotCode === line.lotCode && s.fromPlaceId === placeId)
        .sort((a, b) => (a.day < b.day ? -1 : 1));
      const isKg = input.demand[way.demand]!.product.unit === 'kg';
      return picks.flatMap((step, i) => {
        const pick = way.picks[i]!;
        // What lies beyond the days reckoned serves nothing.
        if (pick.at >= input.days) return pick.serves[1] > pick.serves[0] ? [`${seed}: counts beyond its days`] : [];
        const batch = forecast.supply.find((s) => s.stepId === step.id);
        const [said, comes] = [pick.perPlace * plants, batch?.quantity ?? 0];
        const words = `${seed} ${line.lotCode} pick ${i + 1} on ${step.day}`;
        const view = { forecast, facts, units: METRIC, at: pick.at, day: step.day } as never;
        const round = stepOf('pick')!.round(step, { name: '', count: '', view, crop: way.crop } as never)!.amount!;
        return [
          Math.abs(said - comes) > Math.max(said * 0.01, 1.0001) && `${words}: ${said} said, ${comes} comes`,
          batch &&
            way.clearAt < input.days &&
            batch.until !== pick.until &&
            `${words}: until ${pick.until}, ${batch.until}`,
          comes > 0 &&
            !round.includes(isKg ? formatMass(comes, METRIC) : formatNumber(comes)) &&
            `${words}: round ${round}`,
        ].filter((f): f is string => !!f);
      });
    }),
  );
}

/** Nothing stands where there is no room, on any day; nothing is unripe, missing or too dense. */
function roomFaults({ seed, facts, forecast }: Planned): string[] {
  const over = facts.places.flatMap((bed) => {
    const held = forecast.bedsOccupied.get(bed.id);
    const at = held?.findIndex((h) => h > bed.positions! + 1e-6) ?? -1;
    return at < 0 ? [] : [`${seed} ${bed.id} on day ${at}: ${held![at]} of ${bed.positions}`];
  });
  return [...over, ...forecast.warnings.filter((w) => w.kind !== 'bolting').map((w) => `${seed} ${w.day} ${w.words}`)];
}

/** Hours of each week, jobs as the round counts them, and each crop’s share of the beds. */
function limitFaults({ seed, facts, target, input, kept, forecast, proposal }: Planned): string[] {
  const faults: string[] = [];
  const cropOf = (code: string | null) => facts.crops.find((c) => c.code === code)!;
  const own = new Set(proposal.draft.steps.map((s) => s.lotCode));
  if (target.labourHoursWeek !== null) {
    const weeks = input.minutesFree.length;
    const minutes = Array.from({ length: weeks }, () => ({ all: 0, own: 0 }));
    const add = (day: number, m: number, lotCode: string) => {
      const week = minutes[Math.floor((day - input.offset) / 7)];
      if (!week || day < input.offset) return;
      week.all += m;
      if (own.has(lotCode)) week.own += m;
    };
    for (const s of kept)
      add(daysBetween(facts.today, s.day), minutesOf(s.kind as PlantJob, cropOf(s.cropCode), s.count), s.lotCode);
    for (const stay of forecast.plants)
      if (stay.stage !== null)
        for (const care of careOf(cropOf(stay.cropCode)))
          for (const at of careDays(care, stay.from, Math.min(stay.until, input.offset + weeks * 7)))
            add(at, careMinutes(care, stay.plants), stay.lotCode);
    // Half a minute of each job is rounded.
    minutes.forEach((m, w) => {
      if (m.own > 0 && m.all > target.labourHoursWeek! * 60 + 3)
        faults.push(`${seed} week ${w}: ${m.all.toFixed(1)} of ${target.labourHoursWeek! * 60} minutes`);
    });
  }
  if (target.mostShare !== null) {
    const end = input.offset + target.weeks * 7;
    const beds = facts.places.filter((p) => p.kind === 'bed');
    const whole = beds.reduce((sum, b) => sum + b.areaM2! * end, 0);
    for (const crop of facts.crops) {
      const used = forecast.plants
        .filter((s) => s.cropCode === crop.code && s.stage !== null)
        .reduce((sum, s) => sum + ((Math.min(s.until, end) - Math.min(s.from, end)) * s.positions) / 20, 0);
      if (used > whole * target.mostShare * 1.01 + 1) faults.push(`${seed} ${crop.code}: ${used / whole} of the beds`);
    }
  }
  return faults;
}

/** What is called met is what Market will show, within what is no shortage. */
function metFaults({ seed, facts, target, input, proposal, forecast }: Planned): string[] {
  const { products, promises } = facts;
  const table = shortInMain(promiseTable({ forecast, products, promises, weeks: target.weeks + 1 }));
  const short = new Map(table.flatMap((r) => r.weeks.flatMap((w) => w.shortLines.map((l) => [l.lineId, l.quantity]))));
  return input.demand.flatMap(({ points, product }, d) => {
    const met = proposal.met[d]!;
    const least = product.unit === 'kg' ? 100 : 1;
    const told = points.flatMap((p, t) =>
      p.lineId && Math.abs(met.short[t]! - (short.get(p.lineId) ?? 0)) > least
        ? [`${seed} ${product.code}: ${met.short[t]} short, Market ${short.get(p.lineId) ?? 0}`]
        : [],
    );
    const had = met.wanted - met.short.reduce((a, b) => a + b, 0);
    const kept = promises.length > 0 ? Infinity : met.brings;
    return had > kept + points.length * least ? [...told, `${seed} ${product.code}: ${had} met of ${kept}`] : told;
  });
}

describe(`${FARMS} made-up farms, each planned by the real solver`, () => {
  test.each(Array.from({ length: TENTHS }, (_, i) => i))(
    'tenth %i: what is planned is what comes, and fits',
    (tenth) => {
      const [from, until] = [tenth, tenth + 1].map((t) => Math.floor((FARMS * t) / TENTHS));
      const faults: string[] = [];
      let lines = 0;
      for (let seed = from!; seed < until!; seed++)
        for (const p of planned(seed)) {
          lines += p.proposal.draft.lines.length;
          faults.push(...pickFaults(p), ...roomFaults(p), ...limitFaults(p), ...metFaults(p));
        }
      expect(faults.slice(0, 8)).toEqual([]);
      expect(lines).toBeGreaterThan(5);
    },
  );
});
