import { say, word } from '../../core/words/words';
import { putBack } from '../../db/orderSteps';
import { command } from '../../server/command';
import { EVERYONE } from '../shared';
import { PutBackInput } from './putBack.input';

export const module = command({
  name: 'order.putBack',
  version: 1,
  title: word`Put back what was set aside`,
  who: EVERYONE,
  input: PutBackInput,
  run: async ({ tx, entry }, v) => {
    await putBack(tx, entry, v);
    return say`Put back: it is free for other orders again.`;
  },
  takeBack: { stays: word`Set it aside again: nothing else has changed.` },
});
