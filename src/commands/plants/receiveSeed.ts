import { decideSeedReceiving } from '../../core/crops/acts/decideSowing';
import { say } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { plantKnown } from '../plantsKnown';
import { CREW, said } from '../shared';
import { ReceiveSeedInput } from './receiveSeed.input';

export const module = command({
  name: 'plants.receiveSeed',
  version: 1,
  title: (v) => say`Receive seed ${v.code}`,
  who: CREW,
  input: ReceiveSeedInput,
  run: async (doing, v) => said(await settle(doing, decideSeedReceiving(await plantKnown(doing), v), true)),
  takeBack: { words: () => say`Taken back: that seed was not received.` },
});
