import { word } from '../../core/words/words';
import { IdField } from '../inputs';

export class EndCalendarInput {
  @IdField(word`That address is not known`) id!: string;
}
