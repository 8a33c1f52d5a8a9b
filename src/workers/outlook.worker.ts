import * as Comlink from 'comlink';
import type { PlanChange } from '../core/plan/changes';
import { OutlookDesk, type Compared, type NamedDraft, type OutlookGround, type WhatIf } from '../core/plan/outlook';
import { speakIn } from '../words/languages';
import type { UnitChoice } from '../core/quantity/units';

let desk: OutlookDesk | null = null;
let laidAside: NamedDraft[] = [];

const api = {
  /** Fetches the farm and its plan itself, so that the page need not carry them. @throws when they cannot be had */
  async open(url: string, boardDays: number, { units, locale }: { units: UnitChoice; locale: string }): Promise<void> {
    const [response] = await Promise.all([fetch(url), speakIn({ locale, units })]);
    if (!response.ok) throw new Error('The plan could not be loaded.');
    const { facts, plan, drafts } = (await response.json()) as OutlookGround;
    laidAside = drafts;
    desk = new OutlookDesk(facts, plan, { units, boardDays });
  },
  versions(groupIds: string[]): Record<string, number> {
    return desk!.versions(groupIds);
  },
  /** The plan, what is on the board (when anything is) and what is laid aside, side by side. */
  compare(onBoard: NamedDraft | null): Compared[] {
    const others = laidAside.filter((d) => d.id !== onBoard?.id);
    return desk!.compare(onBoard ? [onBoard, ...others] : others);
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
