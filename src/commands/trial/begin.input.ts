import { Type } from '../../core/inputType';
import { IsIn, IsOptional, IsUUID, ValidateNested } from 'class-validator';
import { TRIAL_MEASURE_CODES, type TrialMeasure } from '../../core/crops/trialVerdict';
import { word } from '../../core/words/words';
import { CodeField, DayField, EachThing, ListField, NumberField, TextField, WholeField } from '../inputs';

export class TrialArmInput {
  @TextField(80, word`Say what this arm is`) name!: string;
  @CodeField(word`Choose a crop`) cropCode!: string;
  @IsOptional()
  @NumberField({
    low: 0.1,
    high: 100000,
    words: word`Give plants a square metre`,
    outside: word`Between 0.1 and 100,000`,
  })
  perM2?: number;
}

export class BeginTrialInput {
  @TextField(200, word`Say what is to be found out`, 3) question!: string;
  @IsIn(TRIAL_MEASURE_CODES, { message: word`Choose what is measured` }) measure!: TrialMeasure;
  @ListField({
    least: 2,
    most: 6,
    few: word`Two arms at least: what is new, and what you grow as usual`,
    many: word`At most 6 arms`,
  })
  @EachThing()
  @ValidateNested({ each: true })
  @Type(() => TrialArmInput)
  arms!: TrialArmInput[];
  @ListField({ least: 1, most: 8, few: word`Choose at least one bed`, many: word`At most 8 beds` })
  @IsUUID('all', { each: true, message: word`Choose beds of this farm` })
  bedIds!: string[];
  @WholeField({ low: 1, high: 12, words: word`Give whole blocks`, outside: word`1 to 12 blocks a bed` })
  blocksPerBed!: number;
  @DayField() startsOn!: string;
  @DayField() measureFrom!: string;
  @WholeField({ low: 1, high: 90, words: word`Give whole days`, outside: word`Between 1 and 90 days` })
  everyDays!: number;
  @DayField() endsOn!: string;
}
