import { Type } from 'class-transformer';
import { IsOptional, ValidateNested } from 'class-validator';
import { word } from '../../core/words/words';
import { CodeField, EachThing, ListField, NumberField, WholeField } from '../inputs';
import { LibraryValuesInput } from './species.input';

/** A spacing before the last one. */
export class DenseStageInput {
  @WholeField({ low: 1, high: 400, words: word`Give whole days`, outside: word`A stage lasts 1 to 400 days` })
  days!: number;
  @NumberField({
    low: 0.1,
    high: 100000,
    words: word`Give plants a square metre`,
    outside: word`Between 0.1 and 100,000`,
  })
  perM2!: number;
}

export class CropInput extends LibraryValuesInput {
  @CodeField(word`That crop is not on this farm.`) code!: string;
  /** Spacings in the bed before the last, in order; none: planted once. Absent: as they are. */
  @IsOptional()
  @ListField({ least: 0, most: 4, few: word`Send the spacings`, many: word`At most 4 spacings before the last` })
  @EachThing()
  @ValidateNested({ each: true })
  @Type(() => DenseStageInput)
  dense?: DenseStageInput[];
}
