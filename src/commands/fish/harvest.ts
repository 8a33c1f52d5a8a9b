import { decideHarvest } from '../../core/fish/decideHarvest';
import { say, word } from '../../core/words/words';
import { balanceAt } from '../../db/ledger';
import { lastSeenOf } from '../../db/lots';
import { gatesOf } from '../../db/purgeBatch';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { claimStep, CREW } from '../shared';
import { HarvestInput } from './harvest.input';

export const module = command({
  name: 'fish.harvest',
  version: 1,
  title: word`Harvest and pack`,
  who: CREW,
  input: HarvestInput,
  run: async (doing, v) => {
    const { tx, entry, person } = doing;
    const { step, lotId } = await claimStep(doing, v.stepId, 'harvest', say`Harvest and pack`);
    const facts = await doing.facts();
    const today = entry.farmDay;
    const gates = await gatesOf({ tx, groupIds: [step.groupId], today, treatments: facts.treatments });
    const known = {
      ...{ facts, today, step, lotId, mayOverride: person.role === 'manager' },
      there: (await balanceAt(tx, lotId, step.fromPlaceId!)).count,
      gate: gates.get(step.groupId)!.checks,
      lastSeen: await lastSeenOf(tx, step.lotCode),
    };
    return settle(doing, decideHarvest(known, v), v.confirmed);
  },
  takeBack: { stays: word`What was harvested is packed already, and may be promised or sold.` },
});
