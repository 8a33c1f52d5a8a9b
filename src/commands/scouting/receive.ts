import { HELPERS } from '../../core/crops/signs';
import { formatNumber } from '../../core/quantity/units';
import { say, told, word } from '../../core/words/words';
import { receiveHelpers } from '../../db/doing/scouting';
import { command } from '../../server/command';
import { CREW, said } from '../shared';
import { ReceiveHelpersInput } from './receive.input';

/** Beneficials that came: counted stock until they are released. */
export const module = command({
  name: 'scouting.receive',
  version: 1,
  title: word`Receive beneficials`,
  who: CREW,
  input: ReceiveHelpersInput,
  run: async ({ tx, entry }, v) => {
    const code = await receiveHelpers(tx, entry, v);
    return said(say`${formatNumber(v.count)} ${told(HELPERS[v.what])} are here as ${code}.`, [
      say`They live for days, not weeks: release them soon, in the evening, and check that local law allows them.`,
    ]);
  },
  takeBack: { words: () => say`Taken back: that delivery.` },
});
