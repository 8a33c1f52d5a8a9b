import { say, word } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { allocate } from '../../db/orderSteps';
import { command } from '../../server/command';
import { EVERYONE } from '../shared';
import { SetAsideInput } from './setAside.input';

export const module = command({
  name: 'order.setAside',
  version: 1,
  title: word`Set aside for an order`,
  who: EVERYONE,
  input: SetAsideInput,
  run: async ({ tx, entry, person }, v) => {
    if (v.reason && person.role !== 'manager')
      throw new RuleBroken('reason', say`Only a manager may give goods past their use-by.`);
    await allocate(tx, entry, v);
    return say`Set aside.`;
  },
  takeBack: { words: () => say`Taken back: it is free for other orders again.` },
});
