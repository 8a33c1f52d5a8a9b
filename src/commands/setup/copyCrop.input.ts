import { IsBoolean, IsOptional } from 'class-validator';
import { word } from '../../core/words/words';
import { CodeField, TextField } from '../inputs';

export class CopyCropInput {
  @CodeField(word`That crop is not on this farm.`) code!: string;
  @TextField(60, word`Give it a name`) name!: string;
  /** Another way of growing the same: sown from the same seed, sold as the same product. */
  @IsOptional()
  @IsBoolean({ message: word`Say yes or no` })
  sameGoods?: boolean;
}
