import { Type } from '../../core/inputType';
import { IsOptional, ValidateNested } from 'class-validator';
import { word } from '../../core/words/words';
import { CodeField, CountField, TextField } from '../inputs';
import { RowsField } from '../tableRows';

class SeedRow {
  @CodeField(word`Choose a crop`) crop!: string;
  @CountField(word`At least 1 seed`) count!: number;
  @IsOptional() @TextField(30) code?: string;
}

export class OpeningSeedInput {
  @RowsField() @ValidateNested({ each: true }) @Type(() => SeedRow) rows!: SeedRow[];
}
