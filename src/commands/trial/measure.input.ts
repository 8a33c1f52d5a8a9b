import { IsObject } from 'class-validator';
import { word } from '../../core/words/words';
import { IdField } from '../inputs';

export class MeasureTrialInput {
  @IdField(word`That trial is not on this farm.`) trialId!: string;
  /** By plot. */
  @IsObject({ message: word`Give each plot’s value` }) values!: Record<string, number>;
}
