import { word } from '../../core/words/words';
import { IdField, WholeField } from '../inputs';
import { SeenInput } from './look.input';

export class LookAgainInput extends SeenInput {
  @IdField(word`That finding is not on this farm.`) findingId!: string;
  /** 0: it is gone. */
  @WholeField({ low: 0, high: 3, words: word`Say how bad it is` }) howBad!: number;
}
