import { word } from '../../core/words/words';
import { IsIn, IsObject, IsOptional } from 'class-validator';
import { Confirmable, IdField } from '../inputs';

export class ReadingInput extends Confirmable {
  @IdField(word`Choose a loop`) loopId!: string;
  /** Where in the loop; absent: of the loop as a whole. */
  @IsOptional() @IdField(word`Choose a place of this loop`) placeId?: string;
  /** Kinds of readings, each with its number. */
  @IsObject({ message: word`Give at least one reading.` }) values!: Record<string, number>;
  @IsOptional() @IsIn(['morning', 'evening'], { message: word`Morning or evening` }) half?: 'morning' | 'evening';
}
