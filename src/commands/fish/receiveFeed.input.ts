import { word } from '../../core/words/words';
import { IsOptional } from 'class-validator';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, CodeField, MassField, NumberField, TextField } from '../inputs';

export class ReceiveFeedInput {
  @TextField(30, word`Give the lot number on the bag`, 2) code!: string;
  @CodeField(word`Choose a species`) speciesCode!: string;
  @MassField(word`Give the weight received`) massG!: number;
  @IsOptional()
  @AmountField(RANGES.pelletMm, {
    words: word`Give the size of the pellets as a number`,
    low: word`Pellets are more than 0 mm`,
  })
  pelletMm?: number;
  @IsOptional() @TextField(120) supplier?: string;
  @IsOptional()
  @NumberField({
    low: 0,
    high: 10000000,
    words: word`Give the price as a number`,
    outside: word`A price is 0 or more, and at most ten million`,
  })
  price?: number;
}
