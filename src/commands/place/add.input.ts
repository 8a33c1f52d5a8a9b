import { word } from '../../core/words/words';
import { TextField } from '../inputs';

export class AddPlacesInput {
  @TextField(300, word`Say what there is, like “8 tanks of 11 m³ named H1–H8”.`) line!: string;
}
