import type { FarmFacts } from '../facts/farm';
import { daysBetween } from '../quantity/days';
import { isFree, UNEVEN } from './batches';
import type { StockingProblem } from './problem';
import type { PathLeg, PlannerInput, Taking } from './types';

/** Who stands in which tank in which weeks. */
export class TankBook {
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
export class PurgeBook {
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

export interface Hold {
  from: number;
  until: number;
}

export type Stay = Hold & { placeId: string };

export interface Slot {
  placeId: string | null;
  share: number;
}
