import { Type } from '../../core/inputType';
import { ValidateNested } from 'class-validator';
import { RANGES } from '../../core/quantity/ranges';
import { word } from '../../core/words/words';
import { AmountField, CodeField, DayField } from '../inputs';
import { RowsField } from '../tableRows';

class OrderRow {
  @CodeField(word`Choose a customer`, 120) customer!: string;
  @CodeField(word`Choose a product`) product!: string;
  @AmountField(RANGES.units, { words: word`Give the quantity as a number` }) quantity!: number;
  @DayField() dueDay!: string;
}

export class OpeningOrdersInput {
  @RowsField() @ValidateNested({ each: true }) @Type(() => OrderRow) rows!: OrderRow[];
}
