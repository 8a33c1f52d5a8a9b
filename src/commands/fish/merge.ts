import { decideMerging, fishToMerge } from '../../core/fish/decideRegrouping';
import { say, word } from '../../core/words/words';
import { requireNothingRests } from '../../db/restsOn';
import { freeLotCode } from '../../db/ledger';
import { regroupFacts } from '../../db/regroupFacts';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { CREW, said } from '../shared';
import { MergeInput } from './merge.input';

export const module = command({
  name: 'fish.merge',
  version: 1,
  title: word`Put lots together`,
  who: CREW,
  input: MergeInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    const facts = await doing.facts();
    const fish = fishToMerge(facts, v);
    const today = entry.farmDay;
    const code = await freeLotCode(tx, `${fish[0]!.lotCode}M`);
    const known = { facts, today, code, ...(await regroupFacts(tx, fish, today)) };
    return said(await settle(doing, decideMerging(known, v), true));
  },
  takeBack: {
    free: requireNothingRests,
    words: () => say`Taken back: the lots are as they were, with what was planned for each.`,
  },
});
