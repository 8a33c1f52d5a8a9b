import { word } from '../../core/words/words';
import { Type } from 'class-transformer';
import { IsIn, Matches, ValidateNested } from 'class-validator';
import { CodeField, ListField, NumberField, VersionField, WholeField } from '../inputs';

class RationRowInput {
  @NumberField(0.001, 50_000, word`Give the size as a number`, word`A size is over 0 and at most 50 kg`) uptoG!: number;
  @NumberField(0, 50, word`Give the percent as a number`, word`Between 0 and 50 % of body weight a day: check it`)
  percentPerDay!: number;
}

export class FeedRuleInput {
  @CodeField(word`Choose a species`) speciesCode!: string;
  @VersionField() version!: number;
  @IsIn(['growth', 'table'], { message: word`Choose how the ration is found` }) ration!: 'growth' | 'table';
  @ListField(0, 40, word`Send the table`, word`At most 40 rows`)
  @ValidateNested({ each: true })
  @Type(() => RationRowInput)
  table!: RationRowInput[];
  @ListField(0, 24, word`Send the times`, word`At most 24 feedings a day`)
  @Matches(/^([01]\d|2[0-3]):[0-5]\d$/, { each: true, message: word`Times look like 07:30` })
  feederTimes!: string[];
  @NumberField(0, 0.5, word`Give a number`, word`From nothing to half`) farmGrownShare!: number;
  @WholeField(0, 1_000_000, word`Give the price as a number`, word`A price is 0 or more: check it`)
  feedMinorPerKg!: number;
  @WholeField(0, 1_000_000, word`Give the price as a number`, word`A price is 0 or more: check it`)
  fingerlingMinor!: number;
  @WholeField(0, 120, word`Give whole days`, word`At most 120 days`) leadDays!: number;
  @WholeField(0, 90, word`Give whole days`, word`At most 90 days`) quarantineDays!: number;
}
