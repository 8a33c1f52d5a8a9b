import { IsIn, IsOptional } from 'class-validator';
import { word } from '../../core/words/words';
import { NumberField, TextField, ThingInput } from '../inputs';

const plate = (high: number) => ({
  low: 0,
  high,
  words: word`Give a number`,
  outside: word`Between 0 and ${high}: check the unit`,
});

/** What stands on a rating plate; what is left out is not said there. */
export class EquipmentInput extends ThingInput {
  @TextField(60, word`Give it a name`) name!: string;
  @IsOptional() @NumberField(plate(1_000_000)) flowLH?: number;
  @IsOptional() @NumberField(plate(100)) headM?: number;
  @IsOptional() @NumberField(plate(1_000_000)) watts?: number;
  @IsOptional() @NumberField(plate(1440)) onMin?: number;
  @IsOptional() @NumberField(plate(1440)) offMin?: number;
  @IsOptional() @NumberField(plate(10_000)) kgO2PerDay?: number;
  @IsOptional() @NumberField(plate(10_000)) volumeM3?: number;
  @IsOptional() @IsIn(['runs', 'spare'], { message: word`Say whether it runs` }) use?: 'runs' | 'spare';
  @IsOptional() @NumberField(plate(2000)) leastSpare?: number;
}
