import { plural, say, word } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { formatNumber } from '../../core/quantity/units';
import { dropPlanAt, toCompost } from '../../db/doing/plantings';
import { command } from '../../server/command';
import { plantsAt } from '../../server/plantings';
import { CREW, type Said } from '../shared';
import { ClearNowInput } from './clearNow.input';

/** A planting is cleared before, or without, its day in the plan. */
export const module = command<ClearNowInput, Said>({
  name: 'plants.clearNow',
  version: 1,
  title: word`Clear a planting`,
  who: CREW,
  input: ClearNowInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    const { plants, place, standing } = await plantsAt(doing, v);
    const open = (await doing.steps()).filter(
      (s) => s.lotCode === plants.lotCode && s.fromPlaceId === place.id && s.kind === 'pick',
    );
    if (open.length > 0 && !v.confirmed)
      throw new RuleBroken(
        'confirm',
        say`${formatNumber(standing)} plants go to compost; ${plural(open.length, '# planned pick', '# planned picks')} taken out. Is that so?`,
      );
    await toCompost({ tx, entry, plants, count: standing, reason: 'clear', part: ':clear' });
    await dropPlanAt(tx, plants.lotCode, place.id);
    return { words: say`${plants.lotCode} is cleared from ${place.code}; its places are free.`, lines: [] };
  },
  takeBack: { words: () => say`Taken back: the plants stand where they stood.` },
});
