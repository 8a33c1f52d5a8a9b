import { word } from '../../core/words/words';
import { IdField } from '../inputs';

export class WithdrawInviteInput {
  @IdField(word`That link is not known`) id!: string;
}
