import { decideFeedReceiving } from '../../core/fish/decideReceiving';
import { toMinor } from '../../core/quantity/money';
import { say } from '../../core/words/words';
import { prefixesInUse } from '../../db/lotPrefix';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { CREW, said } from '../shared';
import { ReceiveFeedInput } from './receiveFeed.input';

export const module = command({
  name: 'fish.receiveFeed',
  version: 1,
  title: (v) => say`Receive feed ${v.code}`,
  who: CREW,
  input: ReceiveFeedInput,
  run: async (doing, v) => {
    const costMinor = v.price === undefined ? null : toMinor(v.price, doing.person.currency);
    const prefix = (await prefixesInUse(doing.tx)).get(v.speciesCode);
    const decision = decideFeedReceiving({ today: doing.entry.farmDay, prefix }, { ...v, costMinor });
    return said(await settle(doing, decision, true));
  },
  takeBack: { words: () => say`Taken back: that feed was not received.` },
});
