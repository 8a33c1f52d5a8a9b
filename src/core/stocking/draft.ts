import { harvestGroup } from '../plan/build';
import { NO_DETAIL } from '../plan/steps/stepKind';
import type { FarmFacts, PlanStep } from '../plan/types';
import { addDays, daysBetween, type Day } from '../quantity/days';
import { isFree, UNEVEN } from './batches';
import type { StockingProblem } from './problem';
import type { Batch, PathLeg, PlannedBatch, PlannerInput, StockingPlan, Taking } from './types';

export interface StockingDraft {
  steps: PlanStep[];
  /** One line a batch, for people. */
  lines: DraftLine[];
  /** Parts for which no purge tank was free in all of their days: they are not in the steps. */
  unplaced: { lotCode: string; harvestDay: Day; kg: number }[];
}

export interface DraftLine {
  lotCode: string;
  batch: Batch;
  stockDay: Day | null;
  tanks: string[];
  /** The harvest steps of the batch. */
  harvestIds: string[];
}

interface Hold {
  from: number;
  until: number;
}

type Stay = Hold & { placeId: string };

interface DraftOfArgs {
  facts: FarmFacts;
  problem: StockingProblem;
  solved: StockingPlan;
  newId: () => string;
  newCode: (speciesCode: string) => string;
}

/**
 * Turns a solved plan into steps of the farm's plan: arrivals, moves and harvest groups, each in a real tank.
 * Identical tanks are given out in order of time; fish change between alike tanks only where no single one is free throughout.
 * @param newCode a free lot code of a species, a new one each time
 */
export function draftOf({ facts, problem, solved, newId, newCode }: DraftOfArgs): StockingDraft {
  const { input } = problem;
  const tanks = new TankBook(facts, problem);
  const purge = new PurgeBook(input);
  const draft: StockingDraft = { steps: [], lines: [], unplaced: [] };
  const all = inOrder(solved.batches).map((batch) => ({
    batch,
    home: input.present.find((f) => batch.lotCode && batch.id.startsWith(`${f.lotCode}|${f.placeId}|`)),
  }));
  // Fish that begin where they stand have their tank before others are given one.
  const firsts = new Map(all.map(({ batch, home }) => [batch, home && tanks.stayAt(batch.path[0]!, home.placeId)]));
  const laid = all.map(({ batch, home }) => {
    const first = firsts.get(batch) ?? [];
    const stays = [
      ...first,
      ...batch.path.slice(first.length).flatMap((leg) => tanks.take(leg.group, leg.from, leg.until)),
    ];
    return { batch, home, stays };
  });
  // Purge tanks are given out by the day they are needed, whichever batch needs them.
  const takings = laid.flatMap((l) => l.batch.takings);
  takings.sort((a, b) => a.outDay - b.outDay || b.outKg - a.outKg);
  const slots = new Map(takings.map((taking) => [taking, purge.take(taking)]));
  for (const { batch, home, stays } of laid) {
    // Fish that nothing is planned for stay as they are; their tank is theirs.
    if (batch.takings.length === 0 && batch.path.length < 2) continue;
    const lotCode = batch.lotCode ?? newCode(batch.speciesCode);
    const counts = wholeFish(batch.takings);
    const harvests = batch.takings.flatMap((taking, i) => {
      const into = slots.get(taking)!;
      if (!into)
        draft.unplaced.push({ lotCode, harvestDay: addDays(input.firstDay, taking.harvestDay), kg: taking.kg });
      return harvestSteps({
        facts,
        input,
        part: { batch, lotCode, stays, taking, count: counts[i]!, into: into ?? [] },
        newId,
      });
    });
    draft.steps.push(
      ...arrivalAndMoves({ input, batch, lotCode, home: home?.placeId ?? null, stays, newId }),
      ...harvests,
    );
    draft.lines.push({
      lotCode,
      batch,
      stockDay: batch.stockWeek === null ? null : addDays(input.firstDay, batch.stockWeek * 7),
      tanks: [...new Set(stays.map((s) => facts.places.find((p) => p.id === s.placeId)!.code))],
      harvestIds: harvests.filter((s) => s.kind === 'harvest').map((s) => s.id),
    });
  }
  return draft;
}

/** Fish that are here come first, then by the week they begin; a batch planned in several tanks is as many of them. */
function inOrder(planned: readonly PlannedBatch[]): Batch[] {
  const all = planned.flatMap(({ batch, tanks }) =>
    Array.from({ length: tanks }, () => ({ ...batch, takings: batch.takings.map((t) => ({ ...t })) })),
  );
  return all.sort((a, b) => Number(!a.lotCode) - Number(!b.lotCode) || a.path[0]!.from - b.path[0]!.from);
}

interface ArrivalAndMovesArgs {
  input: PlannerInput;
  batch: Batch;
  lotCode: string;
  home: string | null;
  stays: readonly Stay[];
  newId: () => string;
}

function arrivalAndMoves({ input, batch, lotCode, home, stays, newId }: ArrivalAndMovesArgs): PlanStep[] {
  const groupId = newId();
  const step = (kind: PlanStep['kind'], week: number, rest: Partial<PlanStep>): PlanStep => ({
    id: newId(),
    groupId,
    kind,
    day: addDays(input.firstDay, week * 7),
    lotCode,
    speciesCode: batch.speciesCode,
    cropCode: null,
    fromPlaceId: null,
    toPlaceId: null,
    count: Math.round(batch.stocked),
    detail: NO_DETAIL,
    version: 1,
    ...rest,
  });
  const steps: PlanStep[] = [];
  if (batch.stockWeek !== null)
    steps.push(step('stock', batch.stockWeek, { toPlaceId: stays[0]!.placeId, detail: { meanG: batch.startG } }));
  // Fish whose way begins in another tank than theirs are moved there first.
  let at = home ?? stays[0]!.placeId;
  for (const stay of stays) {
    if (stay.placeId !== at)
      steps.push(
        step('move', stay.from, { fromPlaceId: at, toPlaceId: stay.placeId, count: presentOn(batch, stay.from * 7) }),
      );
    at = stay.placeId;
  }
  return steps;
}

/** Fish planned to be still in their tank on a day: all that were stocked less those taken out by then. */
function presentOn(batch: Batch, day: number): number {
  return Math.round(batch.stocked - batch.takings.reduce((sum, t) => (t.outDay <= day ? sum + t.count : sum), 0));
}

/** Fish are taken whole: what one part rounds off the next makes good, and the last takes what is left. */
function wholeFish(takings: readonly Taking[]): number[] {
  let [sum, given] = [0, 0];
  return takings.map(({ count }, i) => {
    sum += count;
    const whole = i === takings.length - 1 ? Math.ceil(sum - given) : Math.round(sum - given);
    given += whole;
    return whole;
  });
}

interface Part {
  batch: Batch;
  lotCode: string;
  stays: readonly Stay[];
  taking: Taking;
  /** Whole fish. */
  count: number;
  into: readonly Slot[];
}

interface Slot {
  placeId: string | null;
  share: number;
}

interface HarvestStepsArgs {
  facts: FarmFacts;
  input: PlannerInput;
  part: Part;
  newId: () => string;
}

function harvestSteps({ facts, input, part, newId }: HarvestStepsArgs): PlanStep[] {
  const { batch, lotCode, stays, taking, into } = part;
  const species = facts.species.find((s) => s.code === batch.speciesCode)!;
  const tankOn = (day: number) => (stays.findLast((s) => s.from * 7 <= day) ?? stays[0]!).placeId;
  let left = part.count;
  return into.flatMap(({ placeId, share }, i) => {
    const count = i === into.length - 1 ? left : Math.round(part.count * share);
    left -= count;
    if (count < 1) return [];
    return harvestGroup(
      {
        lotCode,
        speciesCode: species.code,
        tankId: tankOn(taking.outDay),
        unfedInId: tankOn(taking.stopDay),
        purgePlaceId: placeId,
        purgeVolumeL: facts.places.find((p) => p.id === placeId)?.volumeL ?? 0,
        harvestDay: addDays(input.firstDay, taking.harvestDay),
        count,
        purgeDays: Math.max(1, species.purgeDays),
        method: placeId ? 'separate' : 'in_place',
      },
      newId,
    );
  });
}

/** Who stands in which tank in which weeks. */
class TankBook {
  private readonly holds = new Map<string, Hold[]>();

  constructor(
    facts: FarmFacts,
    private readonly problem: StockingProblem,
  ) {
    const { offset, forecast } = problem;
    for (const place of facts.places) this.holds.set(place.id, []);
    for (const stay of forecast.fish) {
      const cutAt = problem.cut.get(stay);
      const until = Math.ceil(((cutAt ?? stay.until) - offset) / 7);
      this.holds.get(stay.placeId)?.push({ from: Math.floor((stay.from - offset) / 7), until });
    }
    for (const { placeId, until } of facts.resting) {
      this.holds
        .get(placeId)
        ?.push({ from: -1, until: Math.floor((daysBetween(facts.today, until) - offset) / 7) + 1 });
    }
  }

  /** The first weeks of fish that are here, in their own tank; none when their way begins in another group of tanks. */
  stayAt({ group, from, until }: PathLeg, home: string): Stay[] {
    if (!this.problem.input.groups[group]!.placeIds.includes(home)) return [];
    const stay = { placeId: home, from, until };
    this.holds.get(home)!.push(stay);
    return [stay];
  }

  /** Weeks in one tank, or, where none is free throughout, in one after the other. */
  take(group: number, from: number, until: number): Stay[] {
    const { placeIds } = this.problem.input.groups[group]!;
    const stays: Stay[] = [];
    let week = from;
    while (week < until) {
      const best = placeIds
        .map((placeId) => ({ placeId, until: Math.min(until, this.freeUntil(placeId, week)) }))
        .reduce((a, b) => (b.until > a.until ? b : a));
      const stay = { placeId: best.placeId, from: week, until: Math.max(week + 1, best.until) };
      this.holds.get(stay.placeId)!.push(stay);
      stays.push(stay);
      week = stay.until;
    }
    return stays;
  }

  private freeUntil(placeId: string, week: number): number {
    const holds = this.holds.get(placeId)!;
    if (holds.some((h) => h.from <= week && h.until > week)) return week;
    return Math.min(Infinity, ...holds.filter((h) => h.from > week).map((h) => h.from));
  }
}

/** Which purge tank is free for which days: one batch at a time. */
class PurgeBook {
  private readonly held;

  constructor(private readonly input: PlannerInput) {
    this.held = new Map(input.purgeTanks.map((t) => [t.placeId, new Set(t.heldOn)]));
  }

  /** The smallest free tank that holds the fish, else several; null when those that are free hold too little. */
  take(taking: Taking): Slot[] | null {
    if (this.input.purgeTanks.length === 0) return [{ placeId: null, share: 1 }];
    const free = this.input.purgeTanks.filter((t) => isFree(this.held.get(t.placeId)!, taking));
    const bySize = [...free].sort((a, b) => a.capacityKg - b.capacityKg);
    const one = bySize.find((t) => t.capacityKg * ROUNDING >= taking.outKg);
    const chosen = one ? [one] : enough(bySize.reverse(), taking.outKg * UNEVEN);
    if (!chosen) return null;
    for (const tank of chosen) {
      const held = this.held.get(tank.placeId)!;
      for (let day = taking.outDay; day <= taking.harvestDay; day++) held.add(day);
    }
    const total = chosen.reduce((sum, t) => sum + t.capacityKg, 0);
    return chosen.map((t) => ({ placeId: t.placeId, share: t.capacityKg / total }));
  }
}

/** Whole fish may be a little over. */
const ROUNDING = 1.005;

function enough<T extends { capacityKg: number }>(tanks: readonly T[], kg: number): T[] | null {
  const chosen: T[] = [];
  let heldKg = 0;
  for (const tank of tanks) {
    if (heldKg * ROUNDING >= kg) break;
    chosen.push(tank);
    heldKg += tank.capacityKg;
  }
  return heldKg * ROUNDING >= kg ? chosen : null;
}
