import { say, word } from '../../core/words/words';
import { RANGES } from '../../core/quantity/ranges';
import { writeOff } from '../../db/orders';
import { command } from '../../server/command';
import { AmountField, IdField, TextField } from '../inputs';
import { EVERYONE } from '../shared';

class WriteOffInput {
  @IdField(word`Choose a lot`) lotId!: string;
  @AmountField(RANGES.units, { words: word`Give the quantity as a number`, low: word`Write off more than 0` })
  quantity!: number;
  @TextField(300, word`Say why, in 3 letters or more`, 3) reason!: string;
}

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
