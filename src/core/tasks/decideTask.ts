import { decide, refuse, type Decision } from '../acts/decision';
import type { Taken } from '../acts/effects';
import type { Day } from '../quantity/days';
import { say } from '../words/words';
import { choreJob } from './sources/chore';

/** A chore of the day is done. */
export const decideChoreDone = (
  { chore, on }: { chore: { title: string } | null; on: Day },
  { choreId, note }: { choreId: string; note?: string | undefined },
): Decision<Taken> =>
  decide(() => {
    if (!chore) return refuse('form', say`That chore is not on this farm.`);
    const job = { job: choreJob(choreId, on), title: chore.title, ...(note ? { note } : {}) };
    return { effects: [{ does: 'job', ...job }], said: () => say`Recorded.` };
  });

/** Words for whoever works next. */
export const decideHandover = (words: string): Decision<Taken> =>
  decide(() => ({ effects: [{ does: 'handover', words }], said: () => say`Left for the next shift.` }));
