import { harvestGroup } from '../plan/build';
import { NO_DETAIL } from '../plan/steps/stepKind';
import type { FarmFacts, PlanStep } from '../plan/types';
import { addDays, weekday, type Day } from '../quantity/days';
import type { StockingProblem } from './problem';
import type { Batch, PlannedBatch, StockingPlan } from './types';

export interface StockingDraft {
  steps: PlanStep[];
  /** One line a batch, for people. */
  lines: { lotCode: string; batch: Batch; stockDay: Day | null; tanks: string[] }[];
}

interface Hold {
  from: number;
  until: number;
}

/**
 * Turns a solved plan into steps of the farm's plan: arrivals, moves and harvest groups, each in a real tank.
 * Identical tanks are given out in order of time; fish change between alike tanks only where no single one is free throughout.
 * @param newCode a free lot code of a species, a new one each time
 */
export function draftOf(
  facts: FarmFacts,
  plan: readonly PlanStep[],
  problem: StockingProblem,
  solved: StockingPlan,
  newId: () => string,
  newCode: (speciesCode: string) => string,
): StockingDraft {
  const tanks = new TankBook(facts, problem);
  const purge = new PurgeBook(facts, problem);
  const harvestDay = usualHarvestDay(plan);
  const dayOf = (week: number) => addDays(problem.input.firstDay, week * 7);
  const draft: StockingDraft = { steps: [], lines: [] };
  const all = solved.batches.flatMap((planned) => Array.from({ length: planned.tanks }, () => planned));
  for (const { batch } of inOrder(all)) {
    const lotCode = batch.lotCode ?? newCode(batch.speciesCode);
    const home = problem.input.present.find((f) => batch.lotCode && batch.id.startsWith(`${f.lotCode}|${f.placeId}|`));
    const stays = batch.path.flatMap((leg) => tanks.take(leg.group, leg.from, leg.until, home?.placeId ?? null));
    // Fish that nothing is planned for stay as they are; their tank is theirs.
    if (batch.takings.length === 0) continue;
    const groupId = newId();
    const step = (kind: PlanStep['kind'], week: number, rest: Partial<PlanStep>): PlanStep => ({
      id: newId(), groupId, kind, day: dayOf(week), lotCode, speciesCode: batch.speciesCode, cropCode: null, fromPlaceId: null, toPlaceId: null,
      count: Math.round(batch.stocked), detail: NO_DETAIL, version: 1, ...rest,
    }); // prettier-ignore
    if (batch.stockWeek !== null) draft.steps.push(step('stock', batch.stockWeek, { toPlaceId: stays[0]!.placeId, detail: { meanG: batch.startG } })); // prettier-ignore
    stays.slice(1).forEach((stay, i) => {
      if (stay.placeId !== stays[i]!.placeId) draft.steps.push(step('move', stay.from, { fromPlaceId: stays[i]!.placeId, toPlaceId: stay.placeId })); // prettier-ignore
    });
    const species = facts.species.find((s) => s.code === batch.speciesCode)!;
    for (const t of batch.takings) {
      const count = Math.round(t.count);
      if (count < 1) continue;
      const tankId = stays.filter((s) => s.from <= t.week).at(-1)!.placeId;
      const place = purge.take(t.week, t.kg * ((species.purgeDays + 1) / 7));
      draft.steps.push(
        ...harvestGroup(
          {
            lotCode, speciesCode: species.code, tankId, purgePlaceId: place?.id ?? null, purgeVolumeL: place?.volumeL ?? 0,
            harvestDay: addDays(dayOf(t.week), harvestDay - 1), count, purgeDays: Math.max(1, species.purgeDays), method: place ? 'separate' : 'in_place',
          }, // prettier-ignore
          newId,
        ),
      );
    }
    const names = stays.map((s) => facts.places.find((p) => p.id === s.placeId)!.code);
    draft.lines.push({ lotCode, batch, stockDay: batch.stockWeek === null ? null : dayOf(batch.stockWeek), tanks: [...new Set(names)] }); // prettier-ignore
  }
  // A step that would fall before today is done today: feed is stopped at once.
  draft.steps = draft.steps.map((s) => (s.day < facts.today ? { ...s, day: facts.today } : s));
  return draft;
}

/** Fish that are here come first, then by the week they begin. */
const inOrder = (all: PlannedBatch[]) =>
  [...all].sort((a, b) => Number(!a.batch.lotCode) - Number(!b.batch.lotCode) || a.batch.path[0]!.from - b.batch.path[0]!.from); // prettier-ignore

/** Monday is 1. The weekday most harvests are planned on, else Thursday. */
function usualHarvestDay(plan: readonly PlanStep[]): number {
  const days = plan.filter((s) => s.kind === 'harvest').map((s) => weekday(s.day));
  const count = (d: number) => days.filter((x) => x === d).length;
  return days.length === 0 ? 4 : [1, 2, 3, 4, 5, 6, 7].reduce((best, d) => (count(d) > count(best) ? d : best));
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
  }

  /** Weeks in one tank, or, where none is free throughout, in one after the other. */
  take(group: number, from: number, until: number, home: string | null): (Hold & { placeId: string })[] {
    const { placeIds } = this.problem.input.groups[group]!;
    const stays: (Hold & { placeId: string })[] = [];
    let week = from;
    while (week < until) {
      const best = placeIds
        .map((placeId) => ({ placeId, until: Math.min(until, this.freeUntil(placeId, week)) }))
        .sort((a, b) => b.until - a.until || Number(b.placeId === home) - Number(a.placeId === home))[0]!;
      const stay = { placeId: stays.length === 0 && home && placeIds.includes(home) ? home : best.placeId, from: week, until: Math.max(week + 1, best.until) }; // prettier-ignore
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

/** Which purge tank has most room in a week. */
class PurgeBook {
  private readonly used = new Map<string, number>();
  private readonly places;

  constructor(
    facts: FarmFacts,
    private readonly problem: StockingProblem,
  ) {
    this.places = facts.places.filter((p) => p.kind === 'purge' && p.volumeL && p.densityLimitKgM3);
  }

  take(week: number, kgWeeks: number) {
    const room = (p: (typeof this.places)[number]) => {
      const day = this.problem.offset + week * 7;
      const planned = (this.problem.forecast.tanks.get(p.id)?.biomassG[day] ?? 0) / 1000;
      return (p.volumeL! * p.densityLimitKgM3!) / 1000 - planned - (this.used.get(`${p.id}|${week}`) ?? 0);
    };
    const best = [...this.places].sort((a, b) => room(b) - room(a))[0];
    if (best) this.used.set(`${best.id}|${week}`, (this.used.get(`${best.id}|${week}`) ?? 0) + kgWeeks);
    return best;
  }
}
