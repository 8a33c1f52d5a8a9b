import { decide, settled, type Decision } from '../acts/decision';
import { said, type Effect, type Said, type Taken } from '../acts/effects';
import { NO_DETAIL, type StepState } from '../facts/step';
import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../library/defaults';
import type { Crop, Species } from '../library/types';
import { decideCallingOff } from '../market/decideOrder';
import type { Order } from '../market/order';
import type { Day } from '../quantity/days';
import { isFarmDay } from '../quantity/ranges';
import { say } from '../words/words';

/** A record that nothing can be reckoned with, as far as it can be read. */
export type MendKnown =
  | { what: 'step'; id: string; state: StepState | null }
  | { what: 'species' | 'crop'; code: string; name: string; version: number }
  | { what: 'order'; order: Order }
  | { what: 'loop'; id: string };

const LIKE_ANY_OTHER = new Array<number>(12).fill(18);

/** It is taken out of the way, or back to the planning defaults. */
export const decideMending = (known: MendKnown, today: Day): Decision<Taken<Said>> =>
  decide(() => {
    switch (known.what) {
      case 'step':
        if (known.state !== 'planned') return done(say`It was done or taken out meanwhile.`);
        // What is out of range goes with it, or the row could not be written at all.
        return done(say`Taken out of the plan.`, {
          ...{ does: 'step', stepId: known.id },
          became: { state: 'dropped', day: today, count: 0, detail: NO_DETAIL },
        });
      case 'species':
      case 'crop':
        return done(say`Its numbers are the planning defaults again.`, {
          ...{ does: 'kindChanged', what: known.what, code: known.code, version: known.version },
          params: defaultsOf(known),
        });
      case 'order':
        return done(say`Cancelled.`, ...calledOff(known.order, today));
      case 'loop':
        return done(say`Its aerators and filters are empty now: enter them anew under life support.`, {
          ...{ does: 'loopMended', loopId: known.id, waterC: LIKE_ANY_OTHER },
        });
    }
  });

const done = (words: string, ...effects: Effect[]): Taken<Said> => ({ effects, said: () => said(words) });

function defaultsOf({ what, code, name }: Extract<MendKnown, { code: string }>): Species | Crop {
  const defaults: readonly (Species | Crop)[] = what === 'species' ? SPECIES_DEFAULTS : CROP_DEFAULTS;
  return defaults.find((d) => d.code === code) ?? { ...defaults[0]!, code, name };
}

/** One that is due on no day of the calendar is due today: its row could not be written otherwise. */
function calledOff(order: Order, today: Day): Effect[] {
  const { effects } = settled(decideCallingOff(order), true);
  const dueDay: Effect[] = isFarmDay(order.dueDay) ? [] : [{ does: 'order', orderId: order.id, dueDay: today }];
  return [...dueDay, ...effects];
}
