import { Type } from '../../core/inputType';
import { IsObject, IsOptional, ValidateNested } from 'class-validator';
import { word } from '../../core/words/words';
import { CodeField, DayField, TimeField } from '../inputs';
import { RowsField } from '../tableRows';

class ReadingRow {
  @CodeField(word`Choose a loop`) loop!: string;
  @DayField() day!: string;
  @IsOptional() @TimeField() time?: string;
  @IsObject({ message: word`Give at least one reading.` }) values!: Record<string, number>;
}

export class BringReadingsInput {
  @RowsField() @ValidateNested({ each: true }) @Type(() => ReadingRow) rows!: ReadingRow[];
}
