import { promiseTable } from '../market/promiseTable';
import type { UnitChoice } from '../quantity/units';
import { boardSeries, type BoardSeries } from './board';
import { applyChanges, type PlanChange } from './changes';
import { consequences, type Consequence, type Outlook } from './consequences';
import { forecastFarm } from './forecast';
import { DEFAULT_SETTINGS, type FarmFacts, type PlanStep } from './types';

/** What drafts are forecast from. */
export interface OutlookGround {
  facts: FarmFacts;
  plan: PlanStep[];
}

export interface WhatIf {
  board: BoardSeries;
  consequences: Consequence[];
}

/** Weeks of supply that a draft is held against. */
export const OUTLOOK_WEEKS = 14;

/** Answers drafts on one set of facts: the undrafted outlook is computed once and every draft is held against it. */
export class OutlookDesk {
  private readonly before: Outlook;

  constructor(
    private readonly facts: FarmFacts,
    private readonly plan: readonly PlanStep[],
    private readonly units: UnitChoice,
    private readonly boardDays: number,
  ) {
    this.before = this.look(plan);
  }

  private look(plan: readonly PlanStep[]): Outlook {
    const forecast = forecastFarm(this.facts, plan, DEFAULT_SETTINGS);
    return { forecast, plan, promise: promiseTable(forecast, this.facts.products, this.facts.promises, OUTLOOK_WEEKS) };
  }

  /** Versions of the steps of some groups, by step id: what a draft was built on. */
  versions(groupIds: readonly string[]): Record<string, number> {
    const touched = new Set(groupIds);
    return Object.fromEntries(this.plan.filter((s) => touched.has(s.groupId)).map((s) => [s.id, s.version]));
  }

  /** @throws {RuleBroken} when a change puts a step on a day that has passed */
  answer(changes: readonly PlanChange[]): WhatIf {
    const plan = applyChanges(this.plan, changes, this.facts.today);
    const after = changes.length === 0 ? this.before : this.look(plan);
    return {
      board: boardSeries(after.forecast, this.facts, plan, after.promise, this.boardDays),
      consequences: changes.length === 0 ? [] : consequences(this.before, after, this.facts, this.units),
    };
  }
}
