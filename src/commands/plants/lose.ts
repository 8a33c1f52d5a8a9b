import { say, told, word } from '../../core/words/words';
import { PLANT_LOSSES } from '../../core/crops/losses';
import { formatNumber } from '../../core/quantity/units';
import { dropPlanAt, NOTHING_MADE, requireSoMany, toCompost } from '../../db/doing/plantings';
import { command } from '../../server/command';
import { plantsAt, restorePlantPlan, type SaidOfPlants } from '../../server/plantings';
import { CREW } from '../shared';
import { LoseInput } from './lose.input';

/** Plants that are lost, with the cause; they go to compost. */
export const module = command<LoseInput, SaidOfPlants>({
  name: 'plants.lose',
  version: 1,
  title: word`Plants lost`,
  who: CREW,
  input: LoseInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    const { plants, place, standing } = await plantsAt(doing, v);
    requireSoMany({ ...plants, count: standing }, v.count);
    await toCompost({ tx, entry, plants, count: v.count, reason: 'lost', note: v.cause });
    const left = standing - v.count;
    const plan = left === 0 ? await dropPlanAt(tx, plants.lotCode, place.id) : NOTHING_MADE;
    const words = say`${formatNumber(v.count)} of ${plants.lotCode} lost in ${place.code} (${told(PLANT_LOSSES[v.cause]!)}), ${formatNumber(left)} left.`;
    return { words, lines: plan.dropped.length > 0 ? [say`What was planned for them is taken out.`] : [], plan };
  },
  takeBack: { words: () => say`Taken back: they stand where they stood.`, free: restorePlantPlan },
});
