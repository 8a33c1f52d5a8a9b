import { word } from '../../core/words/words';
import { IsOptional } from 'class-validator';
import { Confirmable, CountField, IdField, TextField } from '../inputs';

export class DeadInput extends Confirmable {
  @IdField(word`Choose the fish`) lotId!: string;
  @IdField(word`Choose the tank they are in`) placeId!: string;
  @CountField(word`At least 1 fish`) count!: number;
  @IsOptional() @TextField(500) note?: string;
}
