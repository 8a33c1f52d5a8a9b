import { word } from '../../core/words/words';
import { IsIn, IsOptional } from 'class-validator';
import { LANGUAGES } from '../../words/languages';
import { LOCALES } from '../../words/locales';

export class UnitsInput {
  @IsIn(['metric', 'us'], { message: word`Metric or US units` }) mass!: 'metric' | 'us';
  @IsIn(['C', 'F'], { message: word`°C or °F` }) temperature!: 'C' | 'F';
  @IsOptional() @IsIn([...LOCALES, ...LANGUAGES], { message: word`Choose one of the list` }) locale?: string;
}
