import { IsOptional, Matches } from 'class-validator';
import { word } from '../../core/words/words';
import { IdField, TextField } from '../inputs';

export class ProbeInput {
  /** One that is there gets a new key. */
  @IsOptional() @IdField(word`That instrument is not known`) id?: string;
  @TextField(80, word`Give the instrument a name`) name!: string;
  /** Made by whoever asks; only its hash is kept. */
  @Matches(/^[0-9a-f]{64}$/, { message: word`Make the key again` }) token!: string;
}
