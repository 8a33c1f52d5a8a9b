import { IsIn, IsOptional } from 'class-validator';
import { word } from '../../core/words/words';
import { LANGUAGES } from '../../words/languages';
import { LOCALES } from '../../words/locales';
import { TextField, VersionField, WholeField } from '../inputs';

const CHOOSE = { message: word`Choose one of the list` };

export class HabitsInput {
  @VersionField() version!: number;
  @TextField(80, word`Give the farm a name`) name!: string;
  @IsIn([...LOCALES, ...LANGUAGES], CHOOSE) locale!: string;
  @IsIn(['metric', 'us'], CHOOSE) mass!: 'metric' | 'us';
  @IsIn(['C', 'F'], CHOOSE) temperature!: 'C' | 'F';
  @WholeField({ low: 0, high: 60, words: word`Give whole days`, outside: word`At most 60 days` })
  entryBackDays!: number;
  @IsOptional()
  @WholeField({ low: 5, high: 100, words: word`Give whole percent`, outside: word`From 5 to 100 %` })
  mostOfOnePercent?: number;
  @IsOptional()
  @WholeField({ low: 0, high: 60, words: word`Give whole days`, outside: word`Every 1 to 60 days; 0: no walks` })
  scoutEveryDays?: number;
}
