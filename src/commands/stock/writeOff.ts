import { say, word } from '../../core/words/words';
import { writeOff } from '../../db/orderSteps';
import { command } from '../../server/command';
import { EVERYONE } from '../shared';
import { WriteOffInput } from './writeOff.input';

/** Goods of the cold room that nobody will eat go to compost, and the record says why. */
export const module = command({
  name: 'stock.writeOff',
  version: 1,
  title: word`Write off goods`,
  who: EVERYONE,
  input: WriteOffInput,
  run: async ({ tx, entry }, v) => say`Written off: ${await writeOff(tx, entry, v)}.`,
  takeBack: { words: () => say`Taken back: it lies in the cold room again.` },
});
