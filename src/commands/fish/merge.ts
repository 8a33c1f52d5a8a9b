import { say, word } from '../../core/words/words';
import { mergeNow } from '../../db/doing/regroup';
import { requireNothingRests } from '../../db/doing/restsOn';
import { command } from '../../server/command';
import { CREW, said } from '../shared';
import { MergeInput } from './merge.input';

export const module = command({
  name: 'fish.merge',
  version: 1,
  title: word`Put lots together`,
  who: CREW,
  input: MergeInput,
  run: async (doing, v) =>
    said(
      say`They are one lot now: ${await mergeNow({ tx: doing.tx, entry: doing.entry, facts: await doing.facts(), wish: v })}.`,
    ),
  takeBack: {
    free: requireNothingRests,
    words: () => say`Taken back: the lots are as they were, with what was planned for each.`,
  },
});
