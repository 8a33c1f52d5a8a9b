import { Type } from '../../core/inputType';
import { IsIn, IsOptional, ValidateNested } from 'class-validator';
import { PRODUCT_FORM_CODES } from '../../core/market/forms';
import { word } from '../../core/words/words';
import { AmountField, CodeField, MinorField, TextField, WholeField } from '../inputs';
import { RowsField } from '../tableRows';
import { PLANT_UNITS, type PlantUnit } from '../../core/quantity/units';

const LARGE = { low: 0, high: 1_000_000, why: word`more than can be meant` };

class ProductRow {
  @TextField(80, word`Give it a name`) name!: string;
  @IsOptional() @CodeField(word`Choose what it is made of`) madeFrom?: string;
  @IsOptional() @IsIn(PLANT_UNITS, { message: word`Choose how it is sold` }) unit?: PlantUnit;
  @IsOptional() @AmountField(LARGE, { words: word`Give how much goes into one` }) takes?: number;
  @IsOptional() @WholeField({ low: 0, high: 365, words: word`Give whole days` }) shelfLifeDays?: number;
  @IsOptional() @MinorField() priceMinor?: number;
  @IsOptional() @IsIn(PRODUCT_FORM_CODES, { message: word`Choose a form` }) form?: string;
  @IsOptional() @AmountField(LARGE, { words: word`Give the pack as a number` }) packSize?: number;
}

export class ProductsInput {
  @RowsField() @ValidateNested({ each: true }) @Type(() => ProductRow) rows!: ProductRow[];
}
