import { decideBringReadings, readingsOf } from '../../core/setup/decideBringing';
import { loopsNamed } from '../../db/farmChanges';
import { instants } from '../../db/opening';
import { unknownReadings } from '../../db/readings';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS } from '../shared';
import { BringReadingsInput } from './readings.input';

export const module = command({
  name: 'bring.readings',
  version: 1,
  title: word`Bring in readings`,
  who: BOSS,
  input: BringReadingsInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    const known = { loops: await loopsNamed(tx), at: await instants(tx, v.rows), today: entry.farmDay };
    const all = readingsOf(known, v.rows);
    return settle(doing, decideBringReadings(all, await unknownReadings(tx, entry, all)), true);
  },
  takeBack: { words: () => word`Taken back: those readings.` },
});
