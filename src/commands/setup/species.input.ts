import { word } from '../../core/words/words';
import { Type } from '../../core/inputType';
import { ValidateNested } from 'class-validator';
import { CodeField, Confirmable, ListField, NumberField, VersionField } from '../inputs';

class SpeciesValue {
  @CodeField(word`That number is not known`, 40) name!: string;
  @NumberField({
    low: 0,
    high: 100000,
    words: word`Give a number`,
    outside: word`Between 0 and 100,000: check the unit`,
  })
  value!: number;
}

/** Numbers of the library that a farm sets for itself. */
export class LibraryValuesInput extends Confirmable {
  @VersionField() version!: number;
  /** The numbers that are changed, by the name they have in the library. */
  @ListField({ least: 1, most: 30, few: word`Nothing was changed`, many: word`At most 30 numbers at once` })
  @ValidateNested({ each: true })
  @Type(() => SpeciesValue)
  values!: SpeciesValue[];
}

export class SpeciesInput extends LibraryValuesInput {
  @CodeField(word`That species is not in the library.`) code!: string;
}
