import { say, word } from '../../core/words/words';
import { makeFrom } from '../../db/doing/packing';
import { command } from '../../server/command';
import { EVERYONE } from '../shared';
import { MakeInput } from './make.input';

/** Goods of the cold room are made into another product: whole fish into fillets, heads into leaves. */
export const module = command({
  name: 'stock.make',
  version: 1,
  title: word`Make another product of packed goods`,
  who: EVERYONE,
  input: MakeInput,
  run: async ({ tx, entry }, v) => say`Packed as ${await makeFrom(tx, entry, v)}.`,
  takeBack: { words: () => say`Taken back: it lies in the cold room as it was.` },
});
