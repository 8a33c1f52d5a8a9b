import { IsObject } from 'class-validator';
import { word } from '../../core/words/words';

export class SowManyInput {
  /** Seeds by planned sowing. */
  @IsObject({ message: word`Say how many seeds of each` }) seeds!: Record<string, number>;
}
