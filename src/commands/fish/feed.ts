import { decideFeeding } from '../../core/fish/decideFeeding';
import { dayOfTank, feedShares } from '../../core/plan/feedShares';
import { feedJob } from '../../core/tasks/sources/feed';
import { say, word } from '../../core/words/words';
import { finishTask } from '../../db/events';
import { eatersIn, feedStore } from '../../db/feedStore';
import { command } from '../../server/command';
import { dangersAt } from '../../server/judgeLoops';
import { settle } from '../../server/settle';
import { CREW } from '../shared';
import { FeedInput } from './feed.input';

export const module = command({
  name: 'fish.feed',
  version: 1,
  title: word`Feed`,
  who: CREW,
  input: FeedInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    await finishTask(tx, entry, { job: feedJob(v.placeId, entry.farmDay), title: say`Feed` });
    const facts = await doing.facts();
    const shares = feedShares(facts, v.placeId);
    const eaters = await eatersIn(tx, v.placeId);
    const known = {
      ...dayOfTank(facts, v.placeId),
      eaters: eaters.map((e) => ({ ...e, share: shares.get(e.lotId) ?? 1 / eaters.length })),
      speciesNames: new Map(facts.species.map((s) => [s.code, s.name])),
      store: await feedStore(tx),
      dangers: await dangersAt(doing, facts, { placeId: v.placeId, speciesCodes: eaters.map((e) => e.speciesCode) }),
    };
    return settle(doing, decideFeeding(known, v), v.confirmed);
  },
  takeBack: { words: () => say`Taken back: that feeding. Its job is open again.` },
});
