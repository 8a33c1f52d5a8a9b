import { IsIn } from 'class-validator';
import { word } from '../../core/words/words';
import { IdField } from '../inputs';

export class MembershipInput {
  @IdField(word`That person is not known`) personId!: string;
  @IsIn(['end', 'again', 'signOut'], { message: word`Choose what is to be` }) what!: 'end' | 'again' | 'signOut';
}
