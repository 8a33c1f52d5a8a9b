import { decideLiveSale } from '../../core/fish/decideLiveSale';
import { word } from '../../core/words/words';
import { lastSeenOf } from '../../db/lots';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { CREW, said } from '../shared';
import { LiveSaleInput } from './netLive.input';

export const module = command({
  name: 'fish.netLive',
  version: 1,
  title: word`Net for live sale`,
  who: CREW,
  input: LiveSaleInput,
  run: async (doing, v) => {
    const lastSeen = await lastSeenOf(doing.tx, v.lotCode);
    const known = { facts: await doing.facts(), today: doing.entry.farmDay, lastSeen };
    return said(await settle(doing, decideLiveSale(known, v), v.confirmed));
  },
  takeBack: { stays: word`What was netted is in holding already, and may be promised or sold.` },
});
