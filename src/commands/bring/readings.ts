import { word } from '../../core/words/words';
import { bringReadings } from '../../db/doing/bring';
import { command } from '../../server/command';
import { BOSS, saidBrought } from '../shared';
import { BringReadingsInput } from './readings.input';

export const module = command({
  name: 'bring.readings',
  version: 1,
  title: word`Bring in readings`,
  who: BOSS,
  input: BringReadingsInput,
  run: async ({ tx, entry }, v) => saidBrought(await bringReadings(tx, entry, v.rows)),
  takeBack: { words: () => word`Taken back: those readings.` },
});
