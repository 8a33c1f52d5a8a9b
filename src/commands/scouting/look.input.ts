import { Type } from '../../core/inputType';
import { IsIn, IsOptional, ValidateNested } from 'class-validator';
import { NOTHING_SEEN, SIGN_CODES, type SignCode } from '../../core/crops/signs';
import { word } from '../../core/words/words';
import { CodeField, DayField, EachThing, IdField, ListField, TextField, WholeField } from '../inputs';

/** A JPEG in base64, in pieces. */
const PhotoField = () =>
  ListField({
    least: 0,
    most: 12,
    few: word`Take the photo again`,
    many: word`That photo is too large. Take it smaller.`,
  });

/** What every look says. */
export class SeenInput {
  @IsOptional() @TextField(500) words?: string;
  @IsOptional()
  @WholeField({
    low: 0,
    high: 90,
    words: word`Give whole days`,
    outside: word`At most 90 days; 0: no more is asked for`,
  })
  lookAgainDays?: number;
  @IsOptional() @PhotoField() photo?: string[];
  /** The day the round asked for it. */
  @IsOptional() @DayField() dueOn?: string;
}

/** What else a walk found: looked at again when the first is. */
export class AlsoSeenInput {
  @IsIn(SIGN_CODES, { message: word`Choose what was found` }) what!: SignCode;
  @IdField(word`Choose a bed`) placeId!: string;
  @WholeField({ low: 1, high: 3, words: word`Say how bad it is` }) howBad!: number;
  @IsOptional() @TextField(500) words?: string;
  @IsOptional() @PhotoField() photo?: string[];
}

export class LookInput extends SeenInput {
  @IsIn([NOTHING_SEEN, ...SIGN_CODES], { message: word`Choose what was found` }) what!: SignCode | typeof NOTHING_SEEN;
  @WholeField({ low: 1, high: 3, words: word`Say how bad it is` }) howBad!: number;
  @IsOptional() @IdField(word`Choose a bed`) placeId?: string;
  @IsOptional() @IdField(word`Choose a planting`) lotId?: string;
  @IsOptional()
  @ListField({ least: 0, most: 12, few: word`Send what was found`, many: word`At most 12 more findings a walk` })
  @EachThing()
  @ValidateNested({ each: true })
  @Type(() => AlsoSeenInput)
  others?: AlsoSeenInput[];
  /** The walk that is done by it. */
  @IsOptional() @CodeField(word`That walk is not on the round. Reload.`, 80) walk?: string;
}
