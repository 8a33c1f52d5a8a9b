import { word } from '../../core/words/words';
import { Type } from '../../core/inputType';
import { IsIn, IsObject, IsOptional, IsUUID, ValidateNested } from 'class-validator';
import { STEP_KINDS } from '../../core/plan/steps/steps';
import type { StepDetail, StepKind } from '../../core/facts/step';
import { CodeField, CountField, DayField, IdField, ListField, TextField } from '../inputs';

export class DraftStepInput {
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

export class LayPlanInput {
  @TextField(80, word`Give the draft a name`) name!: string;
  @ListField({ least: 0, most: 2000, few: word`Send the steps`, many: word`At most 2,000 steps in one draft` })
  @ValidateNested({ each: true })
  @Type(() => DraftStepInput)
  steps!: DraftStepInput[];
  @ListField({ least: 0, most: 200, few: word`Send what is dropped`, many: word`At most 200 groups` })
  @IsUUID('all', { each: true, message: word`That group is not known` })
  drops!: string[];
}
