import { say, word } from '../../core/words/words';
import { lastStage } from '../../core/crops/recipe';
import { placesNow } from '../../core/crops/roomFor';
import { RuleBroken } from '../../core/errors';
import { formatNumber } from '../../core/quantity/units';
import { planFollowsPlants, requireSoMany, standElsewhere, toCompost } from '../../db/doing/plantings';
import { command } from '../../server/command';
import { askAboutBed, bedOf, followPlants, plantsAt } from '../../server/plantings';
import { CREW, type Said } from '../shared';
import { MoveOnInput } from './moveOn.input';

/** Plants go to another bed, to their next spacing, or both; all of them or a part. */
export const module = command<MoveOnInput, Said>({
  name: 'plants.moveOn',
  version: 1,
  title: word`Move or re-space plants`,
  who: CREW,
  input: MoveOnInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    const { plants, crop, place } = await plantsAt(doing, v);
    const to = await bedOf(doing, v.toPlaceId);
    const fromBench = plants.transplantedOn === null;
    requireSoMany(plants, v.count + (v.lost ?? 0));
    const others = plants.count - v.count - (v.lost ?? 0);
    const lost = (v.lost ?? 0) + (fromBench && v.others === 'compost' ? others : 0);
    const before = fromBench ? 0 : (plants.stage ?? 0);
    const stage = Math.min(Math.max(v.stage ?? before, before), lastStage(crop));
    if (to.id === place.id && stage === before)
      throw new RuleBroken('toPlaceId', say`They stand there already. Choose another bed, or the next spacing.`);
    const given =
      to.id === place.id ? placesNow(crop, { stage: before, plants: v.count + lost, today: entry.farmDay }) : 0;
    await askAboutBed(doing, { crop, to, stage, count: v.count, given }, v.confirmed);
    if (lost > 0) await toCompost({ tx, entry, plants, count: lost, reason: 'lost', note: 'damaged' });
    await standElsewhere({ tx, entry, plants, toPlaceId: to.id, count: v.count, stage });
    await planFollowsPlants({
      tx,
      entry,
      plants: { ...plants, count: plants.count - lost },
      toPlaceId: to.id,
      count: v.count,
    });
    const lines = await followPlants(doing, [plants.lotCode]);
    if (fromBench && others > 0) lines.unshift(leftWords(plants, place.code, { others, lost: v.others === 'compost' }));
    const count = formatNumber(v.count);
    const words =
      to.id === place.id
        ? say`${count} of ${plants.lotCode} stand at their next spacing.`
        : say`${count} of ${plants.lotCode} stand in ${to.code} now.`;
    return { words, lines };
  },
  takeBack: { words: () => say`Taken back: the plants stand where they stood.` },
});

/** What is not said stays where it is, so it is told. */
function leftWords(
  { lotCode }: { lotCode: string },
  bench: string,
  { others, lost }: { others: number; lost: boolean },
) {
  return lost
    ? say`${formatNumber(others)} of ${lotCode} went from ${bench} to compost.`
    : say`${formatNumber(others)} of ${lotCode} stay on ${bench}; enter them as lost there when they did not come up.`;
}
