import { Type } from '../../core/inputType';
import { IsBoolean, ValidateNested } from 'class-validator';
import { word } from '../../core/words/words';
import { EachThing, IdField, ListField, NumberField } from '../inputs';

const METRES = { low: 0, high: 5000, words: word`Give metres as a number` };

class Stand {
  @IdField(word`That place is not known`) id!: string;
  @NumberField(METRES) xM!: number;
  @NumberField(METRES) yM!: number;
}

export class ArrangeInput {
  @ListField({ least: 0, most: 500, few: word`Send a list`, many: word`At most 500 places at once` })
  @EachThing()
  @ValidateNested({ each: true })
  @Type(() => Stand)
  stands!: Stand[];
  /** The round then goes as things stand: room by room, from top and left. */
  @IsBoolean({ message: word`Say yes or no` }) walk!: boolean;
}
