import { say, word } from '../../core/words/words';
import { putBack } from '../../db/orders';
import { command } from '../../server/command';
import { IdField } from '../inputs';
import { EVERYONE } from '../shared';
import { OrderStepInput } from './setAside';

class PutBackInput extends OrderStepInput {
  @IdField(word`That was not set aside for this order`) movementId!: string;
}

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
