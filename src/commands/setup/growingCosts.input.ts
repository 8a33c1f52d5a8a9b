import { Type } from '../../core/inputType';
import { IsIn, ValidateNested } from 'class-validator';
import { METHODS } from '../../core/crops/worth';
import { word } from '../../core/words/words';
import { EachThing, ListField, NumberField, VersionField, WholeField } from '../inputs';

const MONEY = word`Give an amount of money`;

export class MethodNumbersInput {
  @IsIn(METHODS, { message: word`Choose a way of growing` }) method!: string;
  @NumberField({
    low: 0.1,
    high: 10,
    words: word`Give square metres`,
    outside: word`From 0.1 to 10 m² on one of floor`,
  })
  bedPerFloor!: number;
  @NumberField({ low: 0.2, high: 5, words: word`Give a number`, outside: word`From a fifth to five times` })
  workFactor!: number;
  @NumberField({ low: 0, high: 500, words: word`Give watts`, outside: word`From 0 to 500 W a m²` })
  wattsPerM2!: number;
  @NumberField({ low: 0, high: 500, words: word`Give watts`, outside: word`From 0 to 500 W a m²` })
  lampWattsPerM2!: number;
}

export class GrowingCostsInput {
  @VersionField() version!: number;
  @WholeField({ low: 0, high: 1_000_000, words: MONEY, outside: MONEY }) hourMinor!: number;
  @WholeField({ low: 0, high: 1_000_000, words: MONEY, outside: MONEY }) plugs100Minor!: number;
  @WholeField({ low: 0, high: 100_000, words: MONEY, outside: MONEY }) kwhMinor!: number;
  @WholeField({ low: 0, high: 60, words: word`Give whole days`, outside: word`At most 60 days` })
  turnoverDays!: number;
  @ListField({ least: 0, most: 12, few: word`Send the ways of growing`, many: word`At most 12 ways of growing` })
  @EachThing()
  @ValidateNested({ each: true })
  @Type(() => MethodNumbersInput)
  methods!: MethodNumbersInput[];
}
