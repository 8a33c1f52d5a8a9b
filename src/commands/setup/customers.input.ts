import { Type } from '../../core/inputType';
import { IsIn, IsOptional, ValidateNested } from 'class-validator';
import { CHANNELS } from '../../core/tables/tables';
import { word } from '../../core/words/words';
import { TextField } from '../inputs';
import { RowsField } from '../tableRows';

class CustomerRow {
  @TextField(120, word`Give the name`) name!: string;
  @IsIn([...CHANNELS], { message: word`Choose one of the list` }) channel!: string;
  @IsOptional() @TextField(60, word`Name the list`) priceList?: string;
}

export class CustomersInput {
  @RowsField() @ValidateNested({ each: true }) @Type(() => CustomerRow) rows!: CustomerRow[];
}
