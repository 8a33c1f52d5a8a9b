import * as Comlink from 'comlink';
import type { PlanChange } from '../core/plan/changes';
import { OutlookDesk, type WhatIf } from '../core/plan/outlook';
import type { FarmFacts, PlanStep } from '../core/plan/types';
import type { UnitChoice } from '../core/quantity/units';

let desk: OutlookDesk | null = null;

const api = {
  open(facts: FarmFacts, plan: PlanStep[], units: UnitChoice, boardDays: number): void {
    desk = new OutlookDesk(facts, plan, units, boardDays);
  },
  answer(changes: PlanChange[]): WhatIf | { refused: string } {
    try {
      return desk!.answer(changes);
    } catch (error) {
      return { refused: (error as Error).message };
    }
  },
};

export type OutlookApi = typeof api;

Comlink.expose(api);
