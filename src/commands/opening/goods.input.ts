import { Type } from '../../core/inputType';
import { ValidateNested } from 'class-validator';
import { RANGES } from '../../core/quantity/ranges';
import { word } from '../../core/words/words';
import { AmountField, CodeField, DayField } from '../inputs';
import { RowsField } from '../tableRows';

class GoodsRow {
  @CodeField(word`Choose a product`) product!: string;
  @AmountField(RANGES.units, { words: word`Give the quantity as a number` }) quantity!: number;
  @DayField() packedOn!: string;
}

export class OpeningGoodsInput {
  @RowsField() @ValidateNested({ each: true }) @Type(() => GoodsRow) rows!: GoodsRow[];
}
