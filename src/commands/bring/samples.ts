import { decideBringSamples } from '../../core/setup/decideBringing';
import { cohortsKnown, instants } from '../../db/opening';
import { settle } from '../../server/settle';
import { word } from '../../core/words/words';
import { command } from '../../server/command';
import { BOSS } from '../shared';
import { BringSamplesInput } from './samples.input';

export const module = command({
  name: 'bring.samples',
  version: 1,
  title: word`Bring in weighings`,
  who: BOSS,
  input: BringSamplesInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    const codes = v.rows.map((r) => r.cohort);
    const known = { cohorts: await cohortsKnown(tx, codes), at: await instants(tx, v.rows), today: entry.farmDay };
    return settle(doing, decideBringSamples(known, v.rows), true);
  },
  takeBack: { words: () => word`Taken back: those weighings.` },
});
