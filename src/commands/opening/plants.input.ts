import { Type } from '../../core/inputType';
import { IsOptional, ValidateNested } from 'class-validator';
import { word } from '../../core/words/words';
import { CodeField, CountField, DayField } from '../inputs';
import { RowsField } from '../tableRows';

class PlantsRow {
  @CodeField(word`Choose a bed`) place!: string;
  @CodeField(word`Choose a crop`) crop!: string;
  @CountField(word`At least 1 plant`) count!: number;
  @DayField() sownOn!: string;
  @IsOptional() @DayField() transplantedOn?: string;
}

export class OpeningPlantsInput {
  @RowsField() @ValidateNested({ each: true }) @Type(() => PlantsRow) rows!: PlantsRow[];
}
