import { harvestGroup, planStep } from '../plan/build';
import type { PlanStep } from '../facts/step';
import type { FarmFacts } from '../facts/farm';
import { addDays, type Day } from '../quantity/days';
import { TankBook, PurgeBook, Stay, Slot } from './books';
import type { StockingProblem } from './problem';
import type { Batch, PlannedBatch, PlannerInput, StockingPlan, Taking } from './types';

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

type Where = Parameters<typeof planStep>[1] & { count?: number };

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
  const step = (kind: 'stock' | 'move', week: number, { count = Math.round(batch.stocked), ...where }: Where) =>
    planStep(
      {
        ...{ id: newId(), groupId, kind, day: addDays(input.firstDay, week * 7), lotCode, count },
        ...{ speciesCode: batch.speciesCode, cropCode: null },
      },
      where,
    );
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
        purgeDays: taking.harvestDay - (input.purgeTanks.length > 0 ? taking.outDay : taking.stopDay),
        method: placeId ? 'separate' : 'in_place',
      },
      newId,
    );
  });
}
