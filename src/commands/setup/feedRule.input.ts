import { word } from '../../core/words/words';
import { Type } from '../../core/inputType';
import { IsIn, Matches, ValidateNested } from 'class-validator';
import { CodeField, ListField, NumberField, VersionField, WholeField } from '../inputs';

class RationRowInput {
  @NumberField({
    low: 0.001,
    high: 50000,
    words: word`Give the size as a number`,
    outside: word`A size is over 0 and at most 50 kg`,
  })
  uptoG!: number;
  @NumberField({
    low: 0,
    high: 50,
    words: word`Give the percent as a number`,
    outside: word`Between 0 and 50 % of body weight a day: check it`,
  })
  percentPerDay!: number;
}

export class FeedRuleInput {
  @CodeField(word`Choose a species`) speciesCode!: string;
  @VersionField() version!: number;
  @IsIn(['growth', 'table'], { message: word`Choose how the ration is found` }) ration!: 'growth' | 'table';
  @ListField({ least: 0, most: 40, few: word`Send the table`, many: word`At most 40 rows` })
  @ValidateNested({ each: true })
  @Type(() => RationRowInput)
  table!: RationRowInput[];
  @ListField({ least: 0, most: 24, few: word`Send the times`, many: word`At most 24 feedings a day` })
  @Matches(/^([01]\d|2[0-3]):[0-5]\d$/, { each: true, message: word`Times look like 07:30` })
  feederTimes!: string[];
  @NumberField({ low: 0, high: 0.5, words: word`Give a number`, outside: word`From 0 to 50 %` })
  farmGrownShare!: number;
  @WholeField({
    low: 0,
    high: 1000000,
    words: word`Give the price as a number`,
    outside: word`A price is 0 or more: check it`,
  })
  feedMinorPerKg!: number;
  @WholeField({
    low: 0,
    high: 1000000,
    words: word`Give the price as a number`,
    outside: word`A price is 0 or more: check it`,
  })
  fingerlingMinor!: number;
  @WholeField({ low: 0, high: 120, words: word`Give whole days`, outside: word`At most 120 days` }) leadDays!: number;
  @WholeField({ low: 0, high: 90, words: word`Give whole days`, outside: word`At most 90 days` })
  quarantineDays!: number;
}
