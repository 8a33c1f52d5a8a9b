import { Matches } from 'class-validator';
import { word } from '../../core/words/words';
import { IdField } from '../inputs';

export class RenewInviteInput {
  @IdField(word`That link is not known`) id!: string;
  @Matches(/^[\w-]{32,64}$/, { message: word`This page lost its link. Reload.` }) token!: string;
}
