import { word } from '../../core/words/words';
import { IsBoolean } from 'class-validator';
import { IdField, TextField, VersionField, WholeField } from '../inputs';

export class ChangeRulesInput {
  @IdField(word`That batch is not known`) groupId!: string;
  @VersionField() version!: number;
  @WholeField({ low: 0, high: 60, words: word`Give whole days`, outside: word`Between 0 and 60 days` })
  fastingDays!: number;
  @WholeField({ low: 0, high: 60, words: word`Give a whole number`, outside: word`Between 0 and 60 water changes` })
  exchanges!: number;
  @IsBoolean({ message: word`Say whether it must be tasted` }) taste!: boolean;
  @TextField(500, word`Give a reason of at least 5 characters`, 5) reason!: string;
}
