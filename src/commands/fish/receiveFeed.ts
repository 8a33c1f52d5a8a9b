import { say } from '../../core/words/words';
import { toMinor } from '../../core/quantity/money';
import { formatNumber } from '../../core/quantity/units';
import { receiveFeed } from '../../db/doing/rules';
import { command } from '../../server/command';
import { CREW, said } from '../shared';
import { ReceiveFeedInput } from './receiveFeed.input';

export const module = command({
  name: 'fish.receiveFeed',
  version: 1,
  title: (v) => say`Receive feed ${v.code}`,
  who: CREW,
  input: ReceiveFeedInput,
  run: async ({ tx, entry, person }, v) => {
    const costMinor = v.price === undefined ? null : toMinor(v.price, person.currency);
    const code = await receiveFeed(tx, entry, { ...v, supplier: v.supplier ?? null, costMinor });
    return said(say`In the store: ${formatNumber(v.massG / 1000, 1)} kg as ${code}.`);
  },
  takeBack: { words: () => say`Taken back: that feed was not received.` },
});
