import { word } from '../../core/words/words';
import { Type } from '../../core/inputType';
import { IsIn, IsObject, IsOptional, ValidateNested } from 'class-validator';
import { IdField, ListField, TextField, WholeField } from '../inputs';

export class ShiftInput {
  @IsIn(['shift'], { message: word`Only slides can be kept from the board` }) change!: 'shift';
  @IdField(word`That step is not known`) groupId!: string;
  @WholeField({ low: -365, high: 365, words: word`Slide by whole days`, outside: word`Slide by at most a year` })
  days!: number;
}

export class DraftInput {
  @TextField(80, word`Give the draft a name`) name!: string;
  @ListField({ least: 0, most: 200, few: word`Send the changes`, many: word`At most 200 changes in one draft` })
  @ValidateNested({ each: true })
  @Type(() => ShiftInput)
  changes!: ShiftInput[];
  /** A draft laid aside that is on the board, slid on or not. */
  @IsOptional() @IdField(word`That draft is not known`) draftId?: string;
}

export class KeepDraftInput extends DraftInput {
  /** Version of every step the draft touches, as it was when the board was drawn. */
  @IsObject({ message: word`Say what the draft was built on` }) base!: Record<string, number>;
}
