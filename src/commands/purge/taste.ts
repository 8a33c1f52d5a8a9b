import { keepBack, sayKeptBack } from '../../core/plan/keptBack';
import { decideTaste } from '../../core/purge/decidePurge';
import { say, word } from '../../core/words/words';
import { lockStep, stepsOfGroups } from '../../db/plan';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { claimStep, CREW } from '../shared';
import { TasteInput } from './taste.input';

/** A taste that is not clean keeps the fish back at once: their next taste and harvest move, and who is short is said. */
export const module = command({
  name: 'purge.taste',
  version: 1,
  title: (v) => (v.passed ? say`Taste check: clean` : say`Taste check: not clean`),
  who: CREW,
  input: TasteInput,
  run: async (doing, v) => {
    if (v.passed) {
      const claimed = await claimStep(doing, v.stepId, 'taste', say`Taste check`);
      return settle(doing, decideTaste({ ...claimed, later: [], told: [] }, v), true);
    }
    const step = await lockStep(doing.tx, v.stepId, 'taste');
    const plan = await doing.steps();
    const kept = keepBack(plan, step.groupId, doing.today);
    const told = sayKeptBack({ facts: await doing.facts(), plan, kept, units: doing.units });
    const group = await stepsOfGroups(doing.tx, [step.groupId]);
    return settle(doing, decideTaste({ step, group, later: kept.steps, told }, v), true);
  },
  takeBack: { stays: word`A taste stands in the record of its batch. Taste again; the last one counts.` },
});
