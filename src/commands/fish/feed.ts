import { say, word } from '../../core/words/words';
import { IsIn, IsOptional } from 'class-validator';
import { RuleBroken } from '../../core/errors';
import { dayOfTank, feedShares } from '../../core/plan/feedShares';
import { askFeed } from '../../core/plausible';
import { RANGES } from '../../core/quantity/ranges';
import { feedJob } from '../../core/tasks/sources/feed';
import { feedTank } from '../../db/doing/fish';
import { finishTask } from '../../db/events';
import { command } from '../../server/command';
import { AmountField, Confirmable, IdField } from '../inputs';
import { CREW } from '../shared';

const FEED = { ...RANGES.massG, high: 500_000, why: word`more than 500 kg in one tank and day: check the unit` };

class FeedInput extends Confirmable {
  @IdField(word`Choose a tank`) placeId!: string;
  @AmountField(FEED, { words: word`Give the feed as a number`, low: word`Feed given must be more than 0` })
  massG!: number;
  @IsIn(['eager', 'slow', 'none'], { message: word`Say how they ate: eager, slow or none` }) response!: string;
  @IsOptional() @AmountField(FEED, { words: word`Give what was held back as a number`, zero: true }) withheldG?: number;
  @IsOptional()
  @AmountField(FEED, { words: word`Give the farm-grown feed as a number`, zero: true })
  farmGrownG?: number;
}

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
