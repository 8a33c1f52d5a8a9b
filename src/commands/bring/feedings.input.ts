import { Type } from '../../core/inputType';
import { IsIn, IsOptional, ValidateNested } from 'class-validator';
import { APPETITES } from '../../core/tables/tables';
import { word } from '../../core/words/words';
import { AmountField, CodeField, DayField, FEED_RANGE, TimeField } from '../inputs';
import { RowsField } from '../tableRows';

class FeedingRow {
  @CodeField(word`Choose a tank`) tank!: string;
  @DayField() day!: string;
  @IsOptional() @TimeField() time?: string;
  @AmountField(FEED_RANGE, { words: word`Give the feed as a number` }) massG!: number;
  @IsOptional()
  @IsIn(APPETITES.map(([code]) => code), { message: word`Say how they ate: eager, slow or none` })
  response?: string;
}

export class BringFeedingsInput {
  @RowsField() @ValidateNested({ each: true }) @Type(() => FeedingRow) rows!: FeedingRow[];
}
