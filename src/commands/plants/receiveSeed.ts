import { formatNumber } from '../../core/quantity/units';
import { say } from '../../core/words/words';
import { receiveSeed } from '../../db/doing/plants';
import { command } from '../../server/command';
import { CREW, said } from '../shared';
import { ReceiveSeedInput } from './receiveSeed.input';

export const module = command({
  name: 'plants.receiveSeed',
  version: 1,
  title: (v) => say`Receive seed ${v.code}`,
  who: CREW,
  input: ReceiveSeedInput,
  run: async ({ tx, entry }, v) =>
    said(say`In the store: ${formatNumber(v.count)} seeds as ${await receiveSeed(tx, entry, v)}.`),
  takeBack: { words: () => say`Taken back: that seed was not received.` },
});
