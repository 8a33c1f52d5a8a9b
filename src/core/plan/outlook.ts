import { RuleBroken } from '../errors';
import { promiseTable } from '../market/promiseTable';
import type { UnitChoice } from '../quantity/units';
import { boardSeries, type BoardSeries } from './board';
import { applyChanges, type PlanChange } from './changes';
import { consequences, type Consequence, type Outlook } from './consequences';
import { forecastFarm } from './forecast';
import { measureOutlook, type Measure } from './measures';
import { DEFAULT_SETTINGS, OUTLOOK_WEEKS, type FarmFacts, type PlanStep } from './types';

/** What drafts are forecast from. */
export interface OutlookGround {
  facts: FarmFacts;
  plan: PlanStep[];
  /** Laid aside, to be held side by side. */
  drafts: NamedDraft[];
}

export interface NamedDraft {
  id: string;
  name: string;
  changes: PlanChange[];
}

/** One plan in the comparison; `refused` says why its draft cannot be applied any more. */
export interface Compared {
  /** Null: the plan as it stands. */
  id: string | null;
  name: string;
  measures: Measure[];
  refused: string | null;
}

export interface WhatIf {
  board: BoardSeries;
  consequences: Consequence[];
}

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

  /** The plan as it stands, then each draft, by the same measures. */
  compare(drafts: readonly NamedDraft[]): Compared[] {
    const measured = (id: string | null, name: string, outlook: Outlook | null, refused: string | null): Compared => ({
      id,
      name,
      measures: outlook ? measureOutlook(outlook, this.facts, this.units) : [],
      refused,
    });
    return [
      measured(null, 'The plan as it stands', this.before, null),
      ...drafts.map(({ id, name, changes }) => {
        try {
          return measured(id, name, this.look(applyChanges(this.plan, changes, this.facts.today)), null);
        } catch (error) {
          if (!(error instanceof RuleBroken)) throw error;
          return measured(id, name, null, error.message);
        }
      }),
    ];
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
