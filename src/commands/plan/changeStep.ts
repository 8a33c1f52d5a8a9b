import { say, word } from '../../core/words/words';
import { IsBoolean, IsOptional } from 'class-validator';
import { RuleBroken } from '../../core/errors';
import { changeStep } from '../../db/plan';
import { dropBatch } from '../../db/purgeBatch';
import { command } from '../../server/command';
import { CountField, DayField, IdField, VersionField } from '../inputs';
import { BOSS, PLAN_STAYS, said } from '../shared';

class ChangeStepInput {
  @IdField(word`That step is not known`) stepId!: string;
  @VersionField() version!: number;
  @IsOptional() @DayField() day?: string;
  @IsOptional() @CountField(word`At least 1 fish`) count?: number;
  @IsOptional() @IdField(word`Choose a tank`) toPlaceId?: string;
  @IsOptional() @IsBoolean({ message: word`Say yes or no` }) drop?: boolean;
}

/** Changes or drops one step of the plan in place; the steps of its group move with it. */
export const module = command({
  name: 'plan.changeStep',
  version: 1,
  title: (v) => (v.drop ? say`Take out of the plan` : say`Change the plan`),
  who: BOSS,
  input: ChangeStepInput,
  run: async ({ tx, today }, v) => {
    if (v.day && v.day < today) throw new RuleBroken('day', say`That day has passed.`);
    if (v.toPlaceId && !(await tx('place').where({ id: v.toPlaceId }).first('id')))
      throw new RuleBroken('toPlaceId', say`Choose a tank of this farm.`);
    const { words, groupId } = await changeStep(tx, today, v);
    if (v.drop) await dropBatch(tx, groupId);
    return said(words);
  },
  takeBack: PLAN_STAYS,
});
