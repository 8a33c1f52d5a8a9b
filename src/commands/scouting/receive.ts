import { decideReceivingHelpers } from '../../core/crops/acts/decideScouting';
import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { CREW } from '../shared';
import { ReceiveHelpersInput } from './receive.input';

/** Beneficials that came: counted stock until they are released. */
export const module = command({
  name: 'scouting.receive',
  version: 1,
  title: word`Receive beneficials`,
  who: CREW,
  input: ReceiveHelpersInput,
  run: (doing, v) => settle(doing, decideReceivingHelpers(doing.entry.farmDay, v), true),
  takeBack: { words: () => say`Taken back: that delivery.` },
});
