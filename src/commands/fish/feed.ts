import { decideFeeding } from '../../core/fish/decideFeeding';
import { dayOfTank, feedShares } from '../../core/plan/feedShares';
import { feedingsIn, feedingsSlot } from '../../core/tasks/feedings';
import { feedJob } from '../../core/tasks/sources/feed';
import { RuleBroken } from '../../core/errors';
import { say, word } from '../../core/words/words';
import { feedingsGiven, finishTask } from '../../db/events';
import { eatersIn, fedToday, feedStore } from '../../db/feedStore';
import { command } from '../../server/command';
import { dangersAt } from '../../server/judgeLoops';
import { settle } from '../../server/settle';
import { CREW } from '../shared';
import { FeedInput } from './feed.input';

/** What was given is not given twice; @throws {RuleBroken} field `job`, who gave it */
function refuseGiven(given: readonly { slot: string; by: string }[], feedings: readonly number[] = []) {
  const already = given.find((g) => g.slot === '' || feedingsIn(g.slot).some((n) => feedings.includes(n)));
  if (already && feedings.length > 0)
    throw new RuleBroken('job', say`${already.by} has already given that feeding. Nothing was recorded twice.`);
}

export const module = command({
  name: 'fish.feed',
  version: 1,
  title: word`Feed`,
  who: CREW,
  input: FeedInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    const job = feedJob(v.placeId, entry.farmDay);
    const given = await feedingsGiven(tx, job);
    refuseGiven(given, v.feedings);
    await finishTask(tx, entry, { job: { ...job, slot: feedingsSlot(v.feedings ?? []) }, title: say`Feed` });
    const facts = await doing.facts();
    const shares = feedShares(facts, v.placeId);
    const eaters = await eatersIn(tx, v.placeId);
    const known = {
      ...dayOfTank(facts, v.placeId),
      eaters: eaters.map((e) => ({ ...e, share: shares.get(e.lotId) ?? 1 / eaters.length })),
      speciesNames: new Map(facts.species.map((s) => [s.code, s.name])),
      givenG: await fedToday(tx, v.placeId, entry.farmDay),
      store: await feedStore(tx),
      dangers: await dangersAt(doing, facts, { placeId: v.placeId, speciesCodes: eaters.map((e) => e.speciesCode) }),
    };
    return settle(doing, decideFeeding(known, v), v.confirmed);
  },
  takeBack: { words: () => say`Taken back: that feeding. Its job is open again.` },
});
