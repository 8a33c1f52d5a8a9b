import { word } from '../../core/words/words';
import { TextField } from '../inputs';

export class HandoverInput {
  @TextField(500, word`Write what the next shift should know`, 2) words!: string;
}
