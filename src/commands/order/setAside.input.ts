import { word } from '../../core/words/words';
import { IsOptional } from 'class-validator';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, IdField, TextField, VersionField } from '../inputs';

export class OrderStepInput {
  @IdField(word`There is no such order`) orderId!: string;
  @VersionField() version!: number;
}

export class SetAsideInput extends OrderStepInput {
  @IdField(word`There is no such line`) lineId!: string;
  @IdField(word`Choose a lot`) lotId!: string;
  @AmountField(RANGES.units, { words: word`Give the quantity as a number`, low: word`Reserve more than 0` })
  quantity!: number;
  @IsOptional() @TextField(300, word`Give a reason of at least 5 characters`, 5) reason?: string;
}
