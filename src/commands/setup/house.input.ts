import { word } from '../../core/words/words';
import { IsBoolean, IsOptional } from 'class-validator';
import { IdField, VersionField } from '../inputs';
import { HouseFields } from './describe.input';

export class HouseInput extends HouseFields {
  @IdField(word`That house is not on this farm (any more).`) id!: string;
  @VersionField() version!: number;
  @IsOptional() @IsBoolean({ message: word`Say yes or no` }) confirmed?: boolean;
}
