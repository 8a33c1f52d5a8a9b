import { settled } from '../../core/acts/decision';
import { decideWeighing } from '../../core/fish/decideWeighing';
import { sampleEffects } from '../../core/plan/sampleEffects';
import { formatMass, formatNumber } from '../../core/quantity/units';
import { say, word } from '../../core/words/words';
import { apply } from '../../db/apply';
import { command } from '../../server/command';
import { CREW, said } from '../shared';
import { WeighInput } from './weigh.input';

/** A share that nobody would call wrong. */
const SPOT_ON = 0.005;

export const module = command({
  name: 'fish.weigh',
  version: 1,
  title: word`Weigh fish`,
  who: CREW,
  input: WeighInput,
  run: async (doing, v) => {
    const { tx, entry, units, today } = doing;
    const before = await doing.facts();
    const { effects, read, expectedG, fish } = settled(decideWeighing({ ...before, today }, v), v.confirmed ?? false);
    await apply(tx, entry, effects);
    const off = read.meanG / expectedG - 1;
    return said(say`Weighed: mean ${formatMass(read.meanG, units)}.`, [
      say`${formatNumber(read.count)} fish${read.byLength ? say`, weights worked out from lengths` : ''}; mean ${formatMass(read.meanG, units)}`,
      Math.abs(off) < SPOT_ON
        ? say`The forecast said ${formatMass(expectedG, units)}: spot on.`
        : say`The forecast said ${formatMass(expectedG, units)}: it was ${formatNumber(Math.abs(off) * 100)} % too ${off < 0 ? say`high` : say`low`}`,
      ...sampleEffects({ before, after: await doing.facts(), plan: await doing.steps(), lotCode: fish.lotCode, units }),
    ]);
  },
  takeBack: { words: () => say`Taken back: that sample. The forecast goes by the samples before it.` },
});
