import { IsBoolean, IsIn, IsOptional } from 'class-validator';
import { EVERY, type EveryUnit } from '../../core/plan/planStandingFish';
import { word } from '../../core/words/words';
import { CodeField, Confirmable, DayField, NumberField, WholeField } from '../inputs';

export class StandingFishInput extends Confirmable {
  @IsOptional() @CodeField(word`Choose a species`) speciesCode?: string;
  @NumberField({
    low: 1,
    high: 100_000_000,
    words: word`Say how much at each harvest`,
    outside: word`More than 0 at each harvest`,
  })
  amount!: number;
  @IsBoolean({ message: word`Fish or weight` }) counted!: boolean;
  @WholeField({ low: 1, high: 366, words: word`Give a whole number`, outside: word`Once a year at least` })
  every!: number;
  @IsIn([...EVERY], { message: word`Days, weeks or months` }) unit!: EveryUnit;
  @IsOptional() @DayField() firstOn?: string;
}
