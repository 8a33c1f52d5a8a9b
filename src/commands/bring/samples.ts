import { word } from '../../core/words/words';
import { bringSamples } from '../../db/doing/bring';
import { command } from '../../server/command';
import { BOSS, saidBrought } from '../shared';
import { BringSamplesInput } from './samples.input';

export const module = command({
  name: 'bring.samples',
  version: 1,
  title: word`Bring in weighings`,
  who: BOSS,
  input: BringSamplesInput,
  run: async ({ tx, entry }, v) => saidBrought(await bringSamples(tx, entry, v.rows)),
  takeBack: { words: () => word`Taken back: those weighings.` },
});
