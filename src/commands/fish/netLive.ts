import { say, word } from '../../core/words/words';
import { formatNumber } from '../../core/quantity/units';
import { netLive } from '../../db/doing/live';
import { command } from '../../server/command';
import { CREW, said } from '../shared';
import { LiveSaleInput } from './netLive.input';

export const module = command({
  name: 'fish.netLive',
  version: 1,
  title: word`Net for live sale`,
  who: CREW,
  input: LiveSaleInput,
  run: async (doing, v) => {
    const code = await netLive({
      tx: doing.tx,
      entry: doing.entry,
      facts: await doing.facts(),
      sale: { ...v, confirmed: v.confirmed ?? false },
    });
    return said(say`In holding: ${formatNumber(v.count)} as ${code}. Orders can be served from it; not for food.`);
  },
  takeBack: { stays: word`What was netted is in holding already, and may be promised or sold.` },
});
