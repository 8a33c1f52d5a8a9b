import { decideRest } from '../../core/crops/acts/decideRest';
import { say, word } from '../../core/words/words';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { BOSS } from '../shared';
import { RestBedsInput } from './restBeds.input';

/** Beds stand empty for a time: winter, repair. */
export const module = command({
  name: 'plants.restBeds',
  version: 1,
  title: word`Rest beds`,
  who: BOSS,
  input: RestBedsInput,
  run: async (doing, v) => {
    const known = { facts: await doing.facts(), plan: await doing.steps(), units: doing.units };
    return settle(doing, decideRest(known, v), v.confirmed);
  },
  takeBack: { words: () => say`Taken back: those beds rest no more.` },
});
