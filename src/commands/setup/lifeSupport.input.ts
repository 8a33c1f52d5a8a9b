import { word } from '../../core/words/words';
import { Type } from '../../core/inputType';
import { ValidateNested } from 'class-validator';
import { IdField, ListField, NumberField, TextField, VersionField } from '../inputs';

class AeratorInput {
  @TextField(60, word`Every aerator needs a name`) name!: string;
  @NumberField({
    low: 0,
    high: 5000,
    words: word`Give kg of oxygen a day as a number`,
    outside: word`Oxygen is 0 or more, and at most 5,000 kilograms a day: check the unit`,
  })
  kgO2PerDay!: number;
}

class MediaInput {
  @TextField(60, word`Every filter needs a name`) name!: string;
  @NumberField({
    low: 0.0001,
    high: 2000,
    words: word`Give the volume as a number`,
    outside: word`A filter has a volume over 0 and under 2,000 cubic metres: check the unit`,
  })
  volumeM3!: number;
  @NumberField({
    low: 0.1,
    high: 5000,
    words: word`Give the surface as a number`,
    outside: word`Media has a surface over 0 and under 5,000 square metres a cubic metre: check the unit`,
  })
  surfaceM2PerM3!: number;
  @NumberField({
    low: 0.0001,
    high: 5,
    words: word`Give the rate as a number`,
    outside: word`A rate is over 0 and at most 5 grams a square metre and day: check the unit`,
  })
  gTanPerM2Day!: number;
}

export class LifeSupportInput {
  @IdField(word`Choose a loop`) loopId!: string;
  @VersionField() version!: number;
  @ListField({ least: 0, most: 20, few: word`Send the aerators`, many: word`At most 20 aerators` })
  @ValidateNested({ each: true })
  @Type(() => AeratorInput)
  aerators!: AeratorInput[];
  @ListField({ least: 0, most: 20, few: word`Send the filters`, many: word`At most 20 filters` })
  @ValidateNested({ each: true })
  @Type(() => MediaInput)
  media!: MediaInput[];
}
