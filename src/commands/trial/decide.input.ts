import { IsBoolean, IsOptional } from 'class-validator';
import { word } from '../../core/words/words';
import { IdField } from '../inputs';

export class DecideTrialInput {
  @IdField(word`That trial is not on this farm.`) trialId!: string;
  /** The arm that is grown from now on; absent: none. */
  @IsOptional() @IdField(word`Choose an arm of this trial.`) armId?: string;
  /** Its spacing and its yield become the farm's recipe. */
  @IsOptional() @IsBoolean({ message: word`Say yes or no` }) keep?: boolean;
}
