import { say, word } from '../../core/words/words';
import { keepBack, sayKeptBack } from '../../core/plan/keptBack';
import { tasteCheck } from '../../db/doing/purgeFish';
import { moveSteps } from '../../db/plan';
import { command } from '../../server/command';
import { CREW, tickStep } from '../shared';
import { TasteInput } from './taste.input';

/** A taste that is not clean keeps the fish back at once: their next taste and harvest move, and who is short is said. */
export const module = command({
  name: 'purge.taste',
  version: 1,
  title: (v) => (v.passed ? say`Taste check: clean` : say`Taste check: not clean`),
  who: CREW,
  input: TasteInput,
  run: async (doing, v) => {
    if (v.passed) await tickStep(doing, v.stepId, say`Taste check`);
    const plan = v.passed ? [] : await doing.steps();
    await tasteCheck(doing.tx, doing.entry, { ...v, note: v.note ?? null });
    if (v.passed) return say`Recorded: taste clean.`;
    const groupId = plan.find((s) => s.id === v.stepId)?.groupId ?? '';
    const kept = keepBack(plan, groupId, doing.today);
    await moveSteps(doing.tx, kept.steps);
    return [
      say`Recorded: not clean.`,
      ...sayKeptBack({ facts: await doing.facts(), plan, kept, units: doing.units }),
    ].join(' ');
  },
  takeBack: { stays: word`A taste stands in the record of its batch. Taste again; the last one counts.` },
});
