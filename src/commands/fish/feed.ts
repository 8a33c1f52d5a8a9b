import { say, word } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { dayOfTank, feedShares } from '../../core/plan/feedShares';
import { askFeed } from '../../core/plausible';
import { feedJob } from '../../core/tasks/sources/feed';
import { feedTank } from '../../db/doing/fish';
import { finishTask } from '../../db/events';
import { command } from '../../server/command';
import { CREW } from '../shared';
import { FeedInput } from './feed.input';

export const module = command({
  name: 'fish.feed',
  version: 1,
  title: word`Feed`,
  who: CREW,
  input: FeedInput,
  run: async (doing, body) => {
    const { tx, entry } = doing;
    const { rationG, biomassG } = dayOfTank(await doing.facts(), body.placeId);
    const asked = body.confirmed ? null : askFeed(body.massG, rationG, biomassG);
    if (asked) throw new RuleBroken('confirm', asked);
    await finishTask(tx, entry, { job: feedJob(body.placeId, entry.farmDay), title: say`Feed` });
    await feedTank(tx, entry, { ...body, shares: async () => feedShares(await doing.facts(), body.placeId) });
    return say`Recorded.`;
  },
  takeBack: { words: () => say`Taken back: that feeding. Its job is open again.` },
});
