import { say, word } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { gradeOf } from '../../core/fish/grading';
import { readSample, sampleQuestions } from '../../core/fish/sampleCheck';
import { sampleEffects } from '../../core/plan/sampleEffects';
import { formatMass, formatNumber } from '../../core/quantity/units';
import { sampleDue, sampleJob } from '../../core/tasks/sources/sample';
import { finishTask, recordSample } from '../../db/events';
import { command } from '../../server/command';
import { CREW, said } from '../shared';
import { WeighInput } from './weigh.input';

export const module = command({
  name: 'fish.weigh',
  version: 1,
  title: word`Weigh fish`,
  who: CREW,
  input: WeighInput,
  run: async (doing, v) => {
    const { tx, entry, units } = doing;
    const before = await doing.facts();
    const fish = before.fish.find((f) => f.lotCode === v.lotCode && f.placeId === v.fromPlaceId);
    if (!fish) throw new RuleBroken('form', say`${v.lotCode} is not in that tank (any more). Reload and look again.`);
    const species = before.species.find((s) => s.code === fish.speciesCode)!;
    const bulk =
      v.bulkCount === undefined && v.bulkG === undefined ? null : { count: v.bulkCount ?? 0, totalG: v.bulkG ?? 0 };
    const read = readSample({ weightsG: v.weightsG ?? [], lengthsCm: v.lengthsCm ?? [], bulk }, species);
    if (read.count > fish.count)
      throw new RuleBroken(bulk ? 'bulkCount' : 'weightsG', say`There are only ${fish.count} fish in the tank.`);
    const expectedG = gradeOf(fish.bins, fish.referenceG, fish.count).meanG;
    const questions = sampleQuestions({ sample: read, expectedG, cv: species.sizeCv, relation: species });
    if (questions.length > 0 && !v.confirmed) throw new RuleBroken('confirm', questions.join('\n'));
    // What was due is done by whatever way the fish are weighed.
    if (sampleDue(fish) <= doing.today) await finishTask(tx, entry, { job: sampleJob(fish), title: say`Weigh fish` });
    await recordSample(tx, entry, {
      lotId: fish.lotId,
      placeId: fish.placeId,
      weightsG: read.weightsG,
      lengthsCm: read.lengthsCm,
      fishCount: bulk ? read.count : undefined,
    });
    const off = read.meanG / expectedG - 1;
    return said(say`Weighed: mean ${formatMass(read.meanG, units)}.`, [
      say`${formatNumber(read.count)} fish${read.byLength ? say`, weights worked out from lengths` : ''}; mean ${formatMass(read.meanG, units)}`,
      say`The forecast said ${formatMass(expectedG, units)}: it was ${formatNumber(Math.abs(off) * 100)} % too ${off < 0 ? say`high` : say`low`}`,
      ...sampleEffects({ before, after: await doing.facts(), plan: await doing.steps(), lotCode: fish.lotCode, units }),
    ]);
  },
  takeBack: { words: () => say`Taken back: that sample. The forecast goes by the samples before it.` },
});
