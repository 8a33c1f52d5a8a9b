import { IsIn, IsOptional } from 'class-validator';
import { METHODS, STAGES } from '../../core/setup/description';
import { word } from '../../core/words/words';
import { CodeField, Confirmable, IdField, NumberField, TextField, VersionField, WholeField } from '../inputs';

const A_NUMBER = word`Give a number`;

export class ChangePlaceInput extends Confirmable {
  @IdField(word`That place is not known`) id!: string;
  @VersionField() version!: number;
  @CodeField(word`Up to 20 letters and digits`, 20) code!: string;
  @TextField(80, word`Say it in words`, 0) name!: string;
  @TextField(60, word`Say it in words`, 0) room!: string;
  @IsOptional() @IdField(word`Choose a loop`) loopId?: string;
  @IsOptional() @IsIn([...STAGES], { message: word`Choose one of the list` }) stage?: string;
  @IsOptional() @NumberField({ low: 0, high: 10_000_000, words: A_NUMBER }) volumeL?: number;
  @IsOptional() @NumberField({ low: 0.01, high: 500, words: A_NUMBER }) limitKgM3?: number;
  @IsOptional() @NumberField({ low: 0, high: 35, words: A_NUMBER }) saltGL?: number;
  @IsOptional() @IsIn([...METHODS], { message: word`Choose one of the list` }) method?: string;
  @IsOptional() @WholeField({ low: 1, high: 1_000_000 }) positions?: number;
  @IsOptional() @WholeField({ low: 1, high: 100_000 }) pieceSize?: number;
  @IsOptional() @NumberField({ low: 0.01, high: 1_000_000, words: A_NUMBER }) areaM2?: number;
}
