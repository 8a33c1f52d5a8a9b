import { Type } from '../../core/inputType';
import { ValidateNested } from 'class-validator';
import { word } from '../../core/words/words';
import { CodeField, MinorField } from '../inputs';
import { RowsField } from '../tableRows';

class PriceRow {
  @CodeField(word`Choose a product`) product!: string;
  @MinorField() priceMinor!: number;
}

export class PricesInput {
  @RowsField() @ValidateNested({ each: true }) @Type(() => PriceRow) rows!: PriceRow[];
}
