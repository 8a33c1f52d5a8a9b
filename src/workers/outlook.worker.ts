import * as Comlink from 'comlink';
import type { PlanChange } from '../core/plan/changes';
import { OutlookDesk, type OutlookGround, type WhatIf } from '../core/plan/outlook';
import type { UnitChoice } from '../core/quantity/units';

let desk: OutlookDesk | null = null;

const api = {
  /** Fetches the farm and its plan itself, so that the page need not carry them. @throws when they cannot be had */
  async open(url: string, units: UnitChoice, boardDays: number): Promise<void> {
    const response = await fetch(url);
    if (!response.ok) throw new Error('The plan could not be loaded.');
    const { facts, plan } = (await response.json()) as OutlookGround;
    desk = new OutlookDesk(facts, plan, units, boardDays);
  },
  versions(groupIds: string[]): Record<string, number> {
    return desk!.versions(groupIds);
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
