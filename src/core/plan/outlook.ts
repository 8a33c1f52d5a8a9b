import { say } from '../words/words';
import { RuleBroken } from '../errors';
import { mainCode } from '../market/families';
import { promiseTable } from '../market/promiseTable';
import type { UnitChoice } from '../quantity/units';
import { boardAgain, boardSeries, type BoardSeries } from './board';
import { applyChanges, withWater, type PlanChange } from './changes';
import { consequences, worstFirst, type Consequence, type Outlook } from './consequences';
import { forecastFarm } from './forecast';
import { measureOutlook, type Measure } from './measures';
import { reforecast } from './reforecast';
import { DEFAULT_SETTINGS, OUTLOOK_WEEKS } from './settings';
import { type FarmFacts } from '../facts/farm';
import { type FarmForecast } from '../facts/forecast';
import { type PlanStep } from '../facts/step';
import { waterConsequences } from './waterConsequences';

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

interface MeasuredArgs {
  id: string | null;
  name: string;
  outlook: Outlook | null;
  refused: string | null;
}

/** Answers drafts on one set of facts: the undrafted outlook is computed once and every draft is held against it. */
export class OutlookDesk {
  private readonly before: Outlook;
  private beforeBoard: BoardSeries | null = null;

  constructor(
    private readonly facts: FarmFacts,
    private readonly plan: readonly PlanStep[],
    private readonly shown: { units: UnitChoice; boardDays: number },
  ) {
    this.before = this.look(plan);
  }

  private look(plan: readonly PlanStep[], facts = this.facts): Outlook {
    const forecast = forecastFarm(facts, plan, DEFAULT_SETTINGS);
    return {
      forecast,
      plan,
      promise: promiseTable({
        forecast,
        products: this.facts.products,
        promises: this.facts.promises,
        weeks: OUTLOOK_WEEKS,
      }),
    };
  }

  /** Versions of the steps of some groups, by step id: what a draft was built on. */
  versions(groupIds: readonly string[]): Record<string, number> {
    const touched = new Set(groupIds);
    return Object.fromEntries(this.plan.filter((s) => touched.has(s.groupId)).map((s) => [s.id, s.version]));
  }

  /** The plan as it stands, then each draft, by the same measures. */
  compare(drafts: readonly NamedDraft[]): Compared[] {
    const measured = ({ id, name, outlook, refused }: MeasuredArgs): Compared => ({
      id,
      name,
      measures: outlook ? measureOutlook(outlook, this.facts, this.shown.units) : [],
      refused,
    });
    return [
      measured({ id: null, name: say`The plan as it stands`, outlook: this.before, refused: null }),
      ...drafts.map(({ id, name, changes }) => {
        try {
          const plan = applyChanges(this.plan, changes, this.facts.today);
          return measured({ id, name, outlook: this.look(plan, withWater(this.facts, changes)), refused: null });
        } catch (error) {
          if (!(error instanceof RuleBroken)) throw error;
          return measured({ id, name, outlook: null, refused: error.message });
        }
      }),
    ];
  }

  /** @throws {RuleBroken} when a change puts a step on a day that has passed */
  answer(changes: readonly PlanChange[]): WhatIf {
    this.beforeBoard ??= boardSeries({
      forecast: this.before.forecast,
      facts: this.facts,
      plan: this.plan,
      promise: this.before.promise,
      days: this.shown.boardDays,
    });
    if (changes.length === 0) return { board: this.beforeBoard, consequences: [] };
    const plan = applyChanges(this.plan, changes, this.facts.today);
    if (changes.some((c) => c.change === 'water')) return this.answerWater(plan, changes);
    const groups = groupsOf(changes);
    const after = this.lookAgain(plan, groups);
    return {
      board: boardAgain({
        before: this.beforeBoard,
        forecast: after.forecast,
        facts: this.facts,
        plan,
        promise: after.promise,
        days: this.shown.boardDays,
        groups,
      }),
      consequences: consequences({ before: this.before, after, facts: this.facts, units: this.shown.units }),
    };
  }

  /** Water acts on every lot of its loop, so the farm is forecast anew. */
  private answerWater(plan: readonly PlanStep[], changes: readonly PlanChange[]): WhatIf {
    const facts = withWater(this.facts, changes);
    const after = this.look(plan, facts);
    const told = [
      ...waterConsequences({ facts: this.facts, ...this.before }, { facts, ...after }, this.shown.units),
      ...consequences({ before: this.before, after, facts, units: this.shown.units }),
    ];
    return {
      board: boardSeries({ forecast: after.forecast, facts, plan, promise: after.promise, days: this.shown.boardDays }),
      consequences: worstFirst(told),
    };
  }

  /** As `look`, where only the steps of some groups differ from the plan as it stands. */
  private lookAgain(plan: readonly PlanStep[], groups: ReadonlySet<string>): Outlook {
    const touched = (steps: readonly PlanStep[]) => steps.filter((s) => groups.has(s.groupId));
    const lots = new Set([...touched(this.plan), ...touched(plan)].map((s) => s.lotCode));
    const forecast = reforecast({ before: this.before.forecast, facts: this.facts, plan, lots });
    const ofLots = (f: FarmForecast) => f.supply.filter((s) => lots.has(s.lotCode)).map((s) => s.productCode);
    const known = new Map(this.facts.products.map((p) => [p.code, mainCode(p)]));
    const families = new Set([...ofLots(this.before.forecast), ...ofLots(forecast)].map((code) => known.get(code)));
    const rows = promiseTable({
      forecast,
      products: this.facts.products.filter((p) => families.has(mainCode(p))),
      promises: this.facts.promises,
      weeks: OUTLOOK_WEEKS,
    });
    const again = new Map(rows.map((row) => [row.product.code, row]));
    return { forecast, plan, promise: this.before.promise.map((row) => again.get(row.product.code) ?? row) };
  }
}

/** The groups of steps that some changes touch. */
export function groupsOf(changes: readonly PlanChange[]): Set<string> {
  return new Set(
    changes.flatMap((c) => {
      if (c.change === 'water') return [];
      return c.change === 'add' ? c.steps.map((s) => s.groupId) : [c.groupId];
    }),
  );
}
