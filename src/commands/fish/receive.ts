import { say, word } from '../../core/words/words';
import { toMinor } from '../../core/quantity/money';
import { receiveFish } from '../../db/doing/fish';
import { command } from '../../server/command';
import { CREW, tickStep } from '../shared';
import { ReceiveInput } from './receive.input';

export const module = command({
  name: 'fish.receive',
  version: 1,
  title: word`Receive fish`,
  who: CREW,
  input: ReceiveInput,
  run: async (doing, v) => {
    await tickStep(doing, v.stepId, say`Receive fish`);
    const costMinor = v.price === undefined ? null : toMinor(v.price, doing.person.currency);
    await receiveFish(doing.tx, doing.entry, { ...v, supplier: v.supplier ?? null, costMinor });
    return say`Recorded.`;
  },
  takeBack: { stays: word`Fish that were received stay counted; put a wrong count right as deaths, with a note.` },
});
