import { Type } from '../../core/inputType';
import { IsOptional, ValidateNested } from 'class-validator';
import { word } from '../../core/words/words';
import { CodeField, MassField, TextField } from '../inputs';
import { RowsField } from '../tableRows';

class FeedRow {
  @CodeField(word`Choose a species`) species!: string;
  @MassField(word`Give the weight as a number`) massG!: number;
  @IsOptional() @TextField(30) code?: string;
}

export class OpeningFeedInput {
  @RowsField() @ValidateNested({ each: true }) @Type(() => FeedRow) rows!: FeedRow[];
}
