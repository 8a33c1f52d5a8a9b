import { word } from '../../core/words/words';
import { Type } from '../../core/inputType';
import { IsOptional, ValidateNested } from 'class-validator';
import { CodeField, ListField, MinorField, NumberField, TextField, VersionField, WholeField } from '../inputs';

class FoodSaleInput {
  @TextField(60) name!: string;
  @MinorField() priceMinor!: number;
  @WholeField({ low: 0, high: 365, words: word`Give whole days`, outside: word`Between 0 and 365 days` })
  shelfLifeDays!: number;
}

class GradeRowInput {
  @TextField(60) name!: string;
  @NumberField({
    low: 0,
    high: 200,
    words: word`Lengths are numbers`,
    outside: word`Lengths are 0 to 200 cm: check the unit`,
  })
  fromCm!: number;
  @NumberField({
    low: 0.1,
    high: 200,
    words: word`Lengths are numbers`,
    outside: word`Lengths are over 0 and at most 200 cm: check the unit`,
  })
  toCm!: number;
  @MinorField(word`Prices are numbers`) priceMinor!: number;
}

/** How a species is sold: killed and weighed, alive by grade, or not at all. */
export class FishSaleInput {
  @CodeField(word`That species is not in the library.`) code!: string;
  @VersionField() version!: number;
  @IsOptional() @ValidateNested() @Type(() => FoodSaleInput) food?: FoodSaleInput;
  @ListField({ least: 0, most: 12, few: word`Send the grades`, many: word`At most 12 grades` })
  @ValidateNested({ each: true })
  @Type(() => GradeRowInput)
  grades!: GradeRowInput[];
}
