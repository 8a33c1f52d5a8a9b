import { decideCultureWeighing } from '../../core/cultures/decideCulture';
import { say, word } from '../../core/words/words';
import { cultureNamed } from '../../db/cultures';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { CREW } from '../shared';
import { RecordCultureInput } from './record.input';

/** What a culture was given of waste, or what was taken out of it as feed. */
export const module = command({
  name: 'culture.record',
  version: 1,
  title: word`Weigh a side culture`,
  who: CREW,
  input: RecordCultureInput,
  run: async (doing, v) => {
    const culture = await cultureNamed(doing.tx, v.cultureId);
    return settle(doing, decideCultureWeighing({ culture, units: doing.units }, v), true);
  },
  takeBack: { words: () => say`Taken back: that weighing.` },
});
