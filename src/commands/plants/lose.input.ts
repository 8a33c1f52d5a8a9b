import { IsIn } from 'class-validator';
import { PLANT_LOSS_CODES } from '../../core/crops/losses';
import { word } from '../../core/words/words';
import { CountField, PlantsInput } from '../inputs';

export class LoseInput extends PlantsInput {
  @CountField(word`Give at least 1`) count!: number;
  @IsIn(PLANT_LOSS_CODES, { message: word`Choose a cause` }) cause!: string;
}
