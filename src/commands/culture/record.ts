import { formatMass } from '../../core/quantity/units';
import { say, word } from '../../core/words/words';
import { recordCulture } from '../../db/doing/cultures';
import { command } from '../../server/command';
import { CREW, said } from '../shared';
import { RecordCultureInput } from './record.input';

/** What a culture was given of waste, or what was taken out of it as feed. */
export const module = command({
  name: 'culture.record',
  version: 1,
  title: word`Weigh a side culture`,
  who: CREW,
  input: RecordCultureInput,
  run: async ({ tx, entry, units }, v) => {
    const code = await recordCulture(tx, entry, v);
    const mass = formatMass(v.massG, units);
    return v.way === 'given'
      ? said(say`${mass} given to ${code}.`)
      : said(say`${mass} taken out of ${code}.`, [
          say`When it is fed, the job of feeding asks how much of the ration was farm-grown.`,
        ]);
  },
  takeBack: { words: () => say`Taken back: that weighing.` },
});
