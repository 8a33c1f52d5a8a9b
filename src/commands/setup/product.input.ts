import { IsOptional } from 'class-validator';
import { word } from '../../core/words/words';
import { AmountField, CodeField, SoldInput, VersionField } from '../inputs';

export class ProductInput extends SoldInput {
  @CodeField(word`That product is not known`) code!: string;
  @VersionField() version!: number;
  @IsOptional()
  @AmountField(
    { low: 0, high: 1_000_000, why: word`more than can be meant` },
    { words: word`Give how much goes into one` },
  )
  takes?: number;
}
