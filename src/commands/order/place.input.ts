import { word } from '../../core/words/words';
import { Type } from '../../core/inputType';
import { ValidateNested } from 'class-validator';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, CodeField, Confirmable, DayField, IdField, ListField } from '../inputs';

class LineInput {
  @CodeField(word`Choose a product`) productCode!: string;
  @AmountField(RANGES.units, { words: word`Give the quantity as a number`, low: word`Order more than 0` })
  quantity!: number;
}

export class OrderInput extends Confirmable {
  @IdField(word`Choose a customer`) customerId!: string;
  @DayField() dueDay!: string;
  @ListField({ least: 1, most: 40, few: word`Add a line`, many: word`At most 40 lines` })
  @ValidateNested({ each: true })
  @Type(() => LineInput)
  lines!: LineInput[];
}
