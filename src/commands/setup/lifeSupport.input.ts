import { word } from '../../core/words/words';
import { Type } from 'class-transformer';
import { ValidateNested } from 'class-validator';
import { IdField, ListField, NumberField, TextField, VersionField } from '../inputs';

class AeratorInput {
  @TextField(60, word`Every aerator needs a name`) name!: string;
  @NumberField(
    0,
    5000,
    word`Give kg of oxygen a day as a number`,
    word`Oxygen is 0 or more, and at most 5,000 kg a day: check the unit`,
  )
  kgO2PerDay!: number;
}

class MediaInput {
  @TextField(60, word`Every filter needs a name`) name!: string;
  @NumberField(
    0.0001,
    2000,
    word`Give the volume as a number`,
    word`A filter has a volume over 0 and under 2,000 m³: check the unit`,
  )
  volumeM3!: number;
  @NumberField(
    0.1,
    5000,
    word`Give the surface as a number`,
    word`Media has a surface over 0 and under 5,000 m²/m³: check the unit`,
  )
  surfaceM2PerM3!: number;
  @NumberField(
    0.0001,
    5,
    word`Give the rate as a number`,
    word`A rate is over 0 and at most 5 g a m² and day: check the unit`,
  )
  gTanPerM2Day!: number;
}

export class LifeSupportInput {
  @IdField(word`Choose a loop`) loopId!: string;
  @VersionField() version!: number;
  @ListField(0, 20, word`Send the aerators`, word`At most 20 aerators`)
  @ValidateNested({ each: true })
  @Type(() => AeratorInput)
  aerators!: AeratorInput[];
  @ListField(0, 20, word`Send the filters`, word`At most 20 filters`)
  @ValidateNested({ each: true })
  @Type(() => MediaInput)
  media!: MediaInput[];
}
