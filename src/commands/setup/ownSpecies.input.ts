import { Type } from '../../core/inputType';
import { IsOptional, ValidateNested } from 'class-validator';
import { word } from '../../core/words/words';
import { CodeField, EachThing, ListField, NumberField, TextField, WholeField } from '../inputs';

const GRAMS = word`Give a weight`;

export class GrowthPointInput {
  @WholeField({ low: 0, high: 3000, words: word`Give its age in days`, outside: word`From 0 to 3,000 days` })
  days!: number;
  @NumberField({ low: 0.01, high: 50_000, words: GRAMS, outside: word`From 0.01 g to 50 kg` }) weightG!: number;
}

export class OwnSpeciesInput {
  @TextField(60, word`Give it a name`) name!: string;
  @NumberField({ low: 1, high: 38, words: word`Give the temperature of the water`, outside: word`From 1 to 38 °C` })
  waterC!: number;
  @ListField({ least: 2, most: 40, few: word`Give its weight at two ages at least`, many: word`At most 40 points` })
  @EachThing()
  @ValidateNested({ each: true })
  @Type(() => GrowthPointInput)
  points!: GrowthPointInput[];
  @NumberField({ low: 1, high: 50_000, words: GRAMS, outside: word`From 1 g to 50 kg` }) marketFromG!: number;
  @NumberField({ low: 1, high: 50_000, words: GRAMS, outside: word`From 1 g to 50 kg` }) marketToG!: number;
  @IsOptional() @CodeField(word`That is not in the library.`) like?: string;
}
