import { word } from '../../core/words/words';
import { PlantsInput, TextField } from '../inputs';

export class SignInput extends PlantsInput {
  @TextField(300, word`Say what you saw`, 2) words!: string;
}
