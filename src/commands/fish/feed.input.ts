import { word } from '../../core/words/words';
import { IsIn, IsInt, IsOptional } from 'class-validator';
import { AmountField, Confirmable, FEED_RANGE, FEEDING_RANGE, IdField, NumbersField } from '../inputs';

export class FeedInput extends Confirmable {
  @IdField(word`Choose a tank`) placeId!: string;
  @AmountField(FEED_RANGE, { words: word`Give the feed as a number`, low: word`Feed given must be more than 0` })
  massG!: number;
  /** Which feedings of the day, from 1; absent: the whole day, or what is left of it. */
  @IsOptional()
  @NumbersField({ most: 24, range: FEEDING_RANGE, words: word`Say which feedings by number` })
  @IsInt({ each: true, message: word`Say which feedings by number` })
  feedings?: number[];
  @IsIn(['eager', 'slow', 'none'], { message: word`Say how they ate: eager, slow or none` }) response!: string;
  @IsOptional()
  @AmountField(FEED_RANGE, { words: word`Give what was held back as a number`, zero: true })
  withheldG?: number;
  @IsOptional()
  @AmountField(FEED_RANGE, { words: word`Give the farm-grown feed as a number`, zero: true })
  farmGrownG?: number;
}
