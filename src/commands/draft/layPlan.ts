import { say, word } from '../../core/words/words';
import { Type } from 'class-transformer';
import { IsIn, IsObject, IsOptional, IsUUID, ValidateNested } from 'class-validator';
import { RuleBroken } from '../../core/errors';
import type { PlanChange } from '../../core/plan/changes';
import { detailFault, STEP_KINDS } from '../../core/plan/steps/steps';
import type { PlanStep, StepDetail, StepKind } from '../../core/plan/types';
import { saveDraft } from '../../db/plan';
import { command } from '../../server/command';
import { CodeField, CountField, DayField, IdField, ListField, TextField } from '../inputs';
import { BOSS } from '../shared';

class DraftStepInput {
  @IdField(word`A step without a name`) id!: string;
  @IdField(word`A step without a group`) groupId!: string;
  @IsIn(STEP_KINDS as StepKind[], { message: word`That kind of step is not known` }) kind!: StepKind;
  @DayField() day!: string;
  @CodeField(word`A step without a lot`) lotCode!: string;
  @IsOptional() @CodeField(word`That species is not known`) speciesCode?: string | null;
  @IsOptional() @CodeField(word`That crop is not known`) cropCode?: string | null;
  @IsOptional() @IdField(word`That place is not known`) fromPlaceId?: string | null;
  @IsOptional() @IdField(word`That place is not known`) toPlaceId?: string | null;
  @CountField(word`0 or more`, 0) count!: number;
  @IsOptional() @IsObject({ message: word`What a step carries is said by name` }) detail?: StepDetail;
}

class LayPlanInput {
  @TextField(80, word`Give the draft a name`) name!: string;
  @ListField(0, 2000, word`Send the steps`, word`At most 2,000 steps in one draft`)
  @ValidateNested({ each: true })
  @Type(() => DraftStepInput)
  steps!: DraftStepInput[];
  @ListField(0, 200, word`Send what is dropped`, word`At most 200 groups`)
  @IsUUID('all', { each: true, message: word`That group is not known` })
  drops!: string[];
}

function toStep(s: DraftStepInput): PlanStep {
  const step = {
    id: s.id,
    groupId: s.groupId,
    kind: s.kind,
    day: s.day,
    lotCode: s.lotCode,
    speciesCode: s.speciesCode ?? null,
    cropCode: s.cropCode ?? null,
    fromPlaceId: s.fromPlaceId ?? null,
    toPlaceId: s.toPlaceId ?? null,
    count: s.count,
    detail: { ...s.detail },
    version: 1,
  };
  const fault = detailFault(step);
  if (fault) throw new RuleBroken('steps', fault);
  return step;
}

/** Lays a plan aside as a draft; Season opens it. */
export const module = command({
  name: 'draft.layPlan',
  version: 1,
  title: (v) => say`Lay the plan “${v.name}” aside`,
  who: BOSS,
  input: LayPlanInput,
  run: async ({ tx, person, entry }, v) => {
    const drops: PlanChange[] = v.drops.map((groupId) => ({ change: 'drop', groupId }));
    const added: PlanChange[] = v.steps.length > 0 ? [{ change: 'add', steps: v.steps.map(toStep) }] : [];
    await saveDraft(tx, person, { id: entry.entryKey, name: v.name, changes: [...drops, ...added] });
    return entry.entryKey;
  },
  takeBack: { stays: word`A draft is discarded on Season.` },
});
