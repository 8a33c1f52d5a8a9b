import { IsOptional } from 'class-validator';
import { word } from '../../core/words/words';
import { DayField, IdField, TextField, VersionField, WholeField } from '../inputs';

export class RoutineInput {
  @IsOptional() @IdField(word`That chore is not on this farm`) id?: string;
  @IsOptional() @VersionField() version?: number;
  @IsOptional() @IdField(word`Choose a place`) placeId?: string;
  @TextField(120, word`Say what is to be done`) title!: string;
  @IsOptional() @TextField(500, word`Say it in words`, 0) detail?: string;
  @WholeField({ low: 1, high: 365, words: word`Give whole days`, outside: word`Between 1 and 365 days` })
  everyDays!: number;
  @DayField() startsOn!: string;
  @WholeField({ low: 0, high: 600, words: word`Give whole minutes`, outside: word`At most 600 minutes` })
  minutes!: number;
  @IsOptional() @TextField(500, word`Say it in words`, 0) caution?: string;
}
