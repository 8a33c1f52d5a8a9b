import { say, word } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { formatNumber } from '../../core/quantity/units';
import { recordHusbandry } from '../../db/events';
import { requireSoMany } from '../../db/doing/plantings';
import { command } from '../../server/command';
import { plantsAt } from '../../server/plantings';
import { CREW, type Said } from '../shared';
import { CameUpInput } from './cameUp.input';

/** How many came up on the bench; where that is too few for what is planned of them, the plan asks for as many as there will be. */
export const module = command<CameUpInput, Said>({
  name: 'plants.cameUp',
  version: 1,
  title: word`Count what came up`,
  who: CREW,
  input: CameUpInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    const { plants, crop, place } = await plantsAt(doing, v);
    if (plants.transplantedOn !== null)
      throw new RuleBroken('form', say`${plants.lotCode} is in its bed; what comes up is counted on the bench.`);
    requireSoMany(plants, v.count);
    const share = say`${formatNumber((v.count / plants.count) * 100)} %`;
    const words = say`${formatNumber(v.count)} of ${formatNumber(plants.count)} came up (${share}; usual ${formatNumber(crop.germination * 100)} %).`;
    await recordHusbandry({
      tx,
      entry,
      event: { kind: 'came_up', lotId: plants.lotId, placeId: place.id, words, count: v.count },
    });
    const willBe = Math.floor(v.count * crop.nurserySurvival);
    const short = (await doing.steps()).filter((s) => s.lotCode === plants.lotCode && s.count > willBe);
    const transplant = short.find((s) => s.kind === 'transplant');
    if (!transplant) return { words, lines: [] };
    for (const step of short.filter((s) => s.kind !== 'sow'))
      await tx('plan_step')
        .where({ id: step.id })
        .update({ count: Math.max(1, willBe), version: tx.raw('version + 1') });
    const lines = [
      say`The plan wanted ${formatNumber(transplant.count)} of them; it goes on with ${formatNumber(willBe)}. What is short shows on Market and under “Short of what is promised”.`,
    ];
    return { words, lines };
  },
  takeBack: { words: () => say`Taken back: that count, and the plan as it was before it.` },
});
