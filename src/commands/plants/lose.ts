import { say, told, word } from '../../core/words/words';
import { PLANT_LOSSES } from '../../core/crops/losses';
import { formatNumber } from '../../core/quantity/units';
import { dropPlanAt, requireSoMany, toCompost } from '../../db/doing/plantings';
import { command } from '../../server/command';
import { plantsAt } from '../../server/plantings';
import { CREW, type Said } from '../shared';
import { LoseInput } from './lose.input';

/** Plants that are lost, with the cause; they go to compost. */
export const module = command<LoseInput, Said>({
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
    const dropped = left === 0 ? await dropPlanAt(tx, plants.lotCode, place.id) : 0;
    const words = say`${formatNumber(v.count)} of ${plants.lotCode} lost in ${place.code} (${told(PLANT_LOSSES[v.cause]!)}), ${formatNumber(left)} left.`;
    return { words, lines: dropped > 0 ? [say`What was planned for them is taken out.`] : [] };
  },
  takeBack: { words: () => say`Taken back: they stand where they stood.` },
});
