import { decideReceiving } from '../../core/fish/decideReceiving';
import { toMinor } from '../../core/quantity/money';
import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { comingTo, dangersAt } from '../../server/judgeLoops';
import { settle } from '../../server/settle';
import { claimStep, CREW } from '../shared';
import { ReceiveInput } from './receive.input';

export const module = command({
  name: 'fish.receive',
  version: 1,
  title: word`Receive fish`,
  who: CREW,
  input: ReceiveInput,
  run: async (doing, v) => {
    const { step } = await claimStep(doing, v.stepId, 'stock', say`Receive fish`);
    const costMinor = v.price === undefined ? null : toMinor(v.price, doing.person.currency);
    const dangers = await dangersAt(doing, await doing.facts(), comingTo(step));
    const known = { step, today: doing.entry.farmDay, dangers };
    return settle(doing, decideReceiving(known, { ...v, costMinor }), v.confirmed);
  },
  takeBack: { stays: word`Fish that were received stay counted; put a wrong count right as deaths, with a note.` },
});
