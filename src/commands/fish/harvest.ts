import { say, word } from '../../core/words/words';
import { harvestFish } from '../../db/doing/purgeFish';
import { command } from '../../server/command';
import { CREW, tickStep } from '../shared';
import { HarvestInput } from './harvest.input';

export const module = command({
  name: 'fish.harvest',
  version: 1,
  title: word`Harvest and pack`,
  who: CREW,
  input: HarvestInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, say`Harvest and pack`);
    const done = { ...v, overrideReason: v.overrideReason ?? null, mayOverride: doing.person.role === 'manager' };
    return say`Packed as ${await harvestFish({ tx: doing.tx, entry: doing.entry, facts: await doing.facts(), done })}.`;
  },
  takeBack: { stays: word`What was harvested is packed already, and may be promised or sold.` },
});
