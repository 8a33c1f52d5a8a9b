import 'reflect-metadata';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsPositive,
  IsString,
  IsUUID,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
} from 'class-validator';
import { KeyedInput } from '../../server/input';

const NUMBER = { allowNaN: false, allowInfinity: false };
const count = { message: 'Give a whole number of 0 or more' };

export class FeedInput extends KeyedInput {
  @IsUUID('4', { message: 'Choose a tank' }) placeId!: string;
  @IsNumber(NUMBER, { message: 'Give the feed as a number' })
  @IsPositive({ message: 'Feed given must be more than 0' })
  @Max(500_000, { message: 'More than 500 kg in one tank and day: check the unit' })
  massG!: number;
  @IsIn(['eager', 'slow', 'none'], { message: 'Say how they ate: eager, slow or none' }) response!: string;
  @IsOptional()
  @IsNumber(NUMBER, { message: 'Give what was held back as a number' })
  @Min(0)
  @Max(500_000)
  withheldG?: number;
  @IsOptional()
  @IsNumber(NUMBER, { message: 'Give the farm-grown feed as a number' })
  @Min(0)
  @Max(500_000)
  farmGrownG?: number;
}

export class ReadingInput extends KeyedInput {
  @IsUUID('4', { message: 'Choose a loop' }) loopId!: string;
  @IsIn(['morning', 'evening'], { message: 'Morning or evening' }) half!: 'morning' | 'evening';
  @IsOptional() @IsNumber(NUMBER, { message: 'Give the temperature as a number' }) t?: number;
  @IsOptional() @IsNumber(NUMBER, { message: 'Give pH as a number' }) ph?: number;
  @IsOptional() @IsNumber(NUMBER, { message: 'Give oxygen as a number' }) do?: number;
}

export class SampleInput extends KeyedInput {
  @Matches(/^sample:[0-9a-f-]{36}:[0-9a-f-]{36}:\d{4}-\d{2}-\d{2}$/, {
    message: 'This job is no longer on the round. Reload.',
  })
  key!: string;
  @IsArray({ message: 'Give the weights, one fish each' })
  @ArrayMinSize(1, { message: 'Give at least one weight' })
  @ArrayMaxSize(500, { message: 'At most 500 weights at once' })
  @IsNumber(NUMBER, { each: true, message: 'Every weight must be a number' })
  @IsPositive({ each: true, message: 'A fish weighs more than nothing: leave out empty weighings' })
  weightsG!: number[];
}

export class ObserveInput extends KeyedInput {
  @Matches(/^observe:[^:]{1,40}:[0-9a-f-]{36}:\d{4}-\d{2}-\d{2}$/, {
    message: 'This job is no longer on the round. Reload.',
  })
  key!: string;
  @IsIn(['well', 'off', 'ill'], { message: 'Say how they are' }) state!: 'well' | 'off' | 'ill';
  @IsString()
  @MinLength(1, { message: 'Say what was seen' })
  @MaxLength(500, { message: 'At most 500 characters' })
  words!: string;
}

export class StepInput extends KeyedInput {
  @IsUUID('4', { message: 'This job is no longer on the round. Reload.' }) stepId!: string;
}

export class CountInput extends StepInput {
  @IsInt({ message: 'Give whole numbers' })
  @Min(1, { message: 'Give at least 1' })
  @Max(1_000_000, { message: 'That is more than any farm holds' })
  count!: number;
}

export class TransferInput extends CountInput {
  @IsNumber(NUMBER, { message: 'Give the weight as a number' })
  @IsPositive({ message: 'The weight must be more than 0' })
  @Max(50_000_000, { message: 'More than 50 tonnes: check the unit' })
  massG!: number;
  @IsInt(count) @Min(0, count) @Max(1_000_000, count) dead!: number;
}

export class ReceiveInput extends CountInput {
  @IsNumber(NUMBER, { message: 'Give the mean weight as a number' })
  @Min(0.01, { message: 'The mean weight must be more than 0' })
  @Max(20_000, { message: 'That is heavier than any fish to be stocked: check the unit' })
  meanG!: number;
  @IsInt(count) @Min(0, count) dead!: number;
  @IsOptional() @IsString() @MaxLength(120, { message: 'At most 120 characters' }) supplier?: string;
  @IsOptional() @IsString() @MaxLength(200, { message: 'At most 200 characters' }) permit?: string;
  @IsOptional()
  @IsNumber(NUMBER, { message: 'Give the price as a number' })
  @Min(0, { message: 'A price is 0 or more' })
  @Max(10_000_000)
  price?: number;
}

export class ExchangeInput extends StepInput {
  @IsNumber(NUMBER, { message: 'Give the litres as a number' })
  @IsPositive({ message: 'Give the litres exchanged' })
  @Max(1_000_000, { message: 'More than a thousand cubic metres: check the unit' })
  litres!: number;
  @IsNumber(NUMBER, { message: 'Give the salt as a number, 0 for none' })
  @Min(0, { message: 'Salt cannot be less than 0' })
  @Max(1_000_000, { message: 'More than a tonne of salt: check the unit' })
  saltG!: number;
}

export class TasteInput extends StepInput {
  @IsBoolean({ message: 'Say whether it tasted clean' }) passed!: boolean;
  @IsOptional() @IsString() @MaxLength(500, { message: 'At most 500 characters' }) note?: string;
}

export class HarvestInput extends TransferInput {
  @IsNumber(NUMBER, { message: 'Give the trimmings as a number, 0 for none' })
  @Min(0, { message: 'Trimmings cannot be less than 0' })
  trimG!: number;
  @IsOptional()
  @IsString()
  @MinLength(5, { message: 'Give a reason of at least 5 characters' })
  @MaxLength(500, { message: 'At most 500 characters' })
  overrideReason?: string;
}

export class PickInput extends StepInput {
  @IsNumber(NUMBER, { message: 'Give what was picked as a number' })
  @IsPositive({ message: 'Give what was picked' })
  @Max(5_000_000, { message: 'More than 5 tonnes: check the unit' })
  quantity!: number;
}

export class ChoreInput extends KeyedInput {
  @IsUUID('4', { message: 'This job is no longer on the round. Reload.' }) choreId!: string;
  @IsOptional() @IsString() @MaxLength(500, { message: 'At most 500 characters' }) note?: string;
}

export class HandoverInput extends KeyedInput {
  @IsString({ message: 'Write what the next shift should know' })
  @MinLength(2, { message: 'Write what the next shift should know' })
  @MaxLength(500, { message: 'At most 500 characters' })
  words!: string;
}
