import 'reflect-metadata';
import { Type } from 'class-transformer';
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
  ValidateNested,
} from 'class-validator';
import { KeyedInput } from '../../server/input';

const NUMBER = { allowNaN: false, allowInfinity: false };
const WHOLE = { message: 'Give a whole number' };
const DAY = /^\d{4}-\d{2}-\d{2}$/;
const CODE = { message: 'That cohort is not known. Reload.' };

class Confirmable extends KeyedInput {
  @IsOptional() @IsBoolean() confirmed?: boolean;
}

function Count(words: string) {
  return (target: object, key: string) => {
    IsInt(WHOLE)(target, key);
    Min(1, { message: words })(target, key);
    Max(10_000_000, { message: 'That is more than any farm holds' })(target, key);
  };
}

function Grams(words: string) {
  return (target: object, key: string) => {
    IsNumber(NUMBER, { message: words })(target, key);
    IsPositive({ message: 'It must be more than 0' })(target, key);
    Max(100_000_000, { message: 'More than 100 tonnes: check the unit' })(target, key);
  };
}

function Day() {
  return Matches(DAY, { message: 'Give a day' });
}

function Words(most: number) {
  return (target: object, key: string) => {
    IsString({ message: 'Say it in words' })(target, key);
    MinLength(1, { message: 'Say it in words' })(target, key);
    MaxLength(most, { message: `At most ${most} characters` })(target, key);
  };
}

class HandlingInput extends Confirmable {
  @IsString(CODE) @MaxLength(40, CODE) lotCode!: string;
  @IsUUID('4', { message: 'Choose the tank they are in' }) fromPlaceId!: string;
}

export class MoveInput extends HandlingInput {
  @IsUUID('4', { message: 'Choose a tank' }) toPlaceId!: string;
  @Count('Move at least 1 fish') count!: number;
  @Grams('Give their weight together') massG!: number;
  @IsInt(WHOLE) @Min(0, { message: 'Dead fish are 0 or more' }) @Max(10_000_000) dead!: number;
}

export class GradeInput extends HandlingInput {
  @Grams('Give the size that parts them') thresholdG!: number;
  @IsUUID('4', { message: 'Choose a tank for the large ones' }) largePlaceId!: string;
  @IsUUID('4', { message: 'Choose a tank for the small ones' }) smallPlaceId!: string;
  @Count('At least 1 fish') largeCount!: number;
  @Grams('Give the weight of the large ones') largeG!: number;
  @Count('At least 1 fish') smallCount!: number;
  @Grams('Give the weight of the small ones') smallG!: number;
}

export class PreviewInput extends HandlingInput {
  @IsOptional() @IsUUID('4', { message: 'Choose a tank' }) toPlaceId?: string;
  @IsOptional() @IsUUID('4', { message: 'Choose a tank' }) smallPlaceId?: string;
  @IsOptional() @IsInt(WHOLE) @Min(0) @Max(10_000_000) count?: number;
  @IsOptional()
  @IsNumber(NUMBER, { message: 'Give the size as a number' })
  @IsPositive({ message: 'A size is over 0' })
  thresholdG?: number;
}

export class LiveSaleInput extends HandlingInput {
  @IsString({ message: 'Choose a grade' })
  @MinLength(1, { message: 'Choose a grade' })
  @MaxLength(60)
  productCode!: string;
  @Count('Net at least 1 fish') count!: number;
  @Grams('Give their weight together') massG!: number;
}

export class MergeInput extends Confirmable {
  @IsUUID('4', { message: 'Choose a tank' }) placeId!: string;
  @IsArray()
  @ArrayMinSize(2, { message: 'Choose at least two' })
  @ArrayMaxSize(20)
  @IsString({ each: true })
  lotCodes!: string[];
}

export class CohortSampleInput extends HandlingInput {
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(500, { message: 'At most 500 at once' })
  @IsNumber(NUMBER, { each: true, message: 'Every weight must be a number' })
  weightsG?: number[];
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(500, { message: 'At most 500 at once' })
  @IsNumber(NUMBER, { each: true, message: 'Every length must be a number' })
  lengthsCm?: number[];
  @IsOptional() @IsInt(WHOLE) @Max(100_000, { message: 'At most 100,000 fish in one weighing' }) bulkCount?: number;
  @IsOptional() @IsNumber(NUMBER, { message: 'Give the weight as a number' }) bulkG?: number;
}

export class HusbandryInput extends KeyedInput {
  @IsIn(['observe', 'treat', 'quarantine_extend', 'quarantine_clear', 'fallow', 'clean'], {
    message: 'That is not known',
  })
  kind!: 'observe' | 'treat' | 'quarantine_extend' | 'quarantine_clear' | 'fallow' | 'clean';
  @IsOptional() @IsString(CODE) @MaxLength(40, CODE) lotCode?: string;
  @IsOptional() @IsUUID('4', { message: 'Choose a tank' }) placeId?: string;
  @Words(500) words!: string;
  @IsOptional() @IsIn(['well', 'off', 'ill'], { message: 'Say how they are' }) state?: 'well' | 'off' | 'ill';
  @IsOptional() @Day() untilDay?: string;
}

export class OrderFishInput extends KeyedInput {
  @IsString({ message: 'Choose a species' }) @MaxLength(60) speciesCode!: string;
  @Count('Order at least 1 fish') count!: number;
  @IsNumber(NUMBER, { message: 'Give the mean weight' })
  @Min(0.01, { message: 'A fish weighs more than 0' })
  @Max(20_000, { message: 'Heavier than any fish to be stocked: check the unit' })
  meanG!: number;
  @Day() day!: string;
  @IsUUID('4', { message: 'Choose where they arrive' }) toPlaceId!: string;
  @IsOptional() @IsUUID('4', { message: 'Choose a tank' }) thenPlaceId?: string;
  @IsOptional() @IsString() @MaxLength(300, { message: 'At most 300 characters' }) note?: string;
}

export class StepDayInput extends KeyedInput {
  @IsUUID('4', { message: 'That step is not known' }) stepId!: string;
  @IsInt() version!: number;
  @IsOptional() @Day() day?: string;
  @IsOptional() @Count('At least 1 fish') count?: number;
  @IsOptional() @IsUUID('4', { message: 'Choose a tank' }) toPlaceId?: string;
  @IsOptional() @IsBoolean() drop?: boolean;
}

export class PlanMoveInput extends KeyedInput {
  @IsString(CODE) @MaxLength(40, CODE) lotCode!: string;
  @IsIn(['move', 'harvest'], { message: 'Move or harvest' }) kind!: 'move' | 'harvest';
  @IsUUID('4', { message: 'Choose the tank they are in' }) fromPlaceId!: string;
  @IsOptional() @IsUUID('4', { message: 'Choose a tank' }) toPlaceId?: string;
  @IsOptional() @IsString() @MaxLength(60) productCode?: string;
  @IsOptional() @IsBoolean() confirmed?: boolean;
  @Day() day!: string;
  @Count('At least 1 fish') count!: number;
}

export class TakeBackInput extends KeyedInput {
  @IsIn(['movement', 'sample', 'event'], { message: 'That entry is not known' }) kind!: 'movement' | 'sample' | 'event';
  @IsUUID('4', { message: 'That entry is not known' }) id!: string;
}

class RationRowInput {
  @IsNumber(NUMBER, { message: 'Give the size as a number' })
  @IsPositive({ message: 'A size is over 0' })
  @Max(50_000)
  uptoG!: number;
  @IsNumber(NUMBER, { message: 'Give the percent as a number' })
  @Min(0, { message: 'A ration is 0 or more' })
  @Max(50, { message: 'More than 50 % of body weight a day: check it' })
  percentPerDay!: number;
}

export class FeedRuleInput extends KeyedInput {
  @IsString() @MaxLength(60) speciesCode!: string;
  @IsInt() version!: number;
  @IsIn(['growth', 'table'], { message: 'Choose how the ration is found' }) ration!: 'growth' | 'table';
  @IsArray()
  @ArrayMaxSize(40, { message: 'At most 40 rows' })
  @ValidateNested({ each: true })
  @Type(() => RationRowInput)
  table!: RationRowInput[];
  @IsArray()
  @ArrayMaxSize(24, { message: 'At most 24 feedings a day' })
  @Matches(/^([01]\d|2[0-3]):[0-5]\d$/, { each: true, message: 'Times look like 07:30' })
  feederTimes!: string[];
  @IsNumber(NUMBER, { message: 'Give a number' })
  @Min(0, { message: 'From 0' })
  @Max(0.5, { message: 'At most half' })
  farmGrownShare!: number;
  @IsInt(WHOLE) @Min(0) @Max(100_000) feedMinorPerKg!: number;
  @IsInt(WHOLE) @Min(0) @Max(100_000) fingerlingMinor!: number;
  @IsInt(WHOLE) @Min(0) @Max(120, { message: 'At most 120 days' }) leadDays!: number;
  @IsInt(WHOLE) @Min(0) @Max(90, { message: 'At most 90 days' }) quarantineDays!: number;
}

export class ReceiveFeedInput extends KeyedInput {
  @IsString()
  @MinLength(2, { message: 'Give the lot number on the bag' })
  @MaxLength(30, { message: 'At most 30 characters' })
  code!: string;
  @IsString() @MaxLength(60) speciesCode!: string;
  @Grams('Give the weight received') massG!: number;
  @IsOptional() @IsString() @MaxLength(120, { message: 'At most 120 characters' }) supplier?: string;
  @IsOptional() @IsNumber(NUMBER, { message: 'Give the price as a number' }) @Min(0) @Max(10_000_000) price?: number;
}

export class TemperatureInput extends KeyedInput {
  @IsUUID('4', { message: 'Choose a loop' }) loopId!: string;
  @Day() from!: string;
  @IsOptional() @Day() until?: string;
  @IsNumber(NUMBER, { message: 'Give the temperature as a number' })
  @Min(0, { message: 'From 0 °C' })
  @Max(40, { message: 'At most 40 °C' })
  tempC!: number;
}

export class CompareInput extends KeyedInput {
  @IsUUID('4', { message: 'Choose a loop' }) loopId!: string;
  @Day() from!: string;
  @IsOptional() @Day() until?: string;
  @IsArray()
  @ArrayMinSize(1, { message: 'Give at least one temperature' })
  @ArrayMaxSize(3, { message: 'At most three' })
  @IsNumber(NUMBER, { each: true, message: 'Temperatures are numbers' })
  @Min(0, { each: true, message: 'From 0 °C' })
  @Max(40, { each: true, message: 'At most 40 °C' })
  tempsC!: number[];
}

class AeratorInput {
  @IsString()
  @MinLength(1, { message: 'Every aerator needs a name' })
  @MaxLength(60, { message: 'Names have at most 60 characters' })
  name!: string;
  @IsNumber(NUMBER, { message: 'Give kg of oxygen a day as a number' })
  @Min(0, { message: 'Oxygen is 0 or more' })
  @Max(5000, { message: 'Over 5,000 kg of oxygen a day: check the unit' })
  kgO2PerDay!: number;
}

class MediaInput {
  @IsString()
  @MinLength(1, { message: 'Every filter needs a name' })
  @MaxLength(60, { message: 'Names have at most 60 characters' })
  name!: string;
  @IsNumber(NUMBER, { message: 'Give the volume as a number' })
  @IsPositive({ message: 'A filter has a volume over 0' })
  @Max(2000, { message: 'Over 2,000 m³: check the unit' })
  volumeM3!: number;
  @IsNumber(NUMBER, { message: 'Give the surface as a number' })
  @IsPositive({ message: 'Media has a surface over 0' })
  @Max(5000, { message: 'Over 5,000 m²/m³: check the unit' })
  surfaceM2PerM3!: number;
  @IsNumber(NUMBER, { message: 'Give the rate as a number' })
  @IsPositive({ message: 'A rate is over 0' })
  @Max(5, { message: 'Over 5 g a m² and day: check the unit' })
  gTanPerM2Day!: number;
}

export class LifeSupportInput extends KeyedInput {
  @IsUUID('4', { message: 'Choose a loop' }) loopId!: string;
  @IsInt() version!: number;
  @IsArray()
  @ArrayMaxSize(20, { message: 'At most 20 aerators' })
  @ValidateNested({ each: true })
  @Type(() => AeratorInput)
  aerators!: AeratorInput[];
  @IsArray()
  @ArrayMaxSize(20, { message: 'At most 20 filters' })
  @ValidateNested({ each: true })
  @Type(() => MediaInput)
  media!: MediaInput[];
}

class FoodSaleInput {
  @Words(60) name!: string;
  @IsInt({ message: 'Give the price as a number' })
  @Min(0, { message: 'A price is 0 or more' })
  @Max(10_000_000, { message: 'Too large: check the price' })
  priceMinor!: number;
  @IsInt({ message: 'Give whole days' })
  @Min(0, { message: 'From 0 days' })
  @Max(365, { message: 'At most 365 days' })
  shelfLifeDays!: number;
}

class GradeRowInput {
  @Words(60) name!: string;
  @IsNumber(NUMBER, { message: 'Lengths are numbers' })
  @Min(0, { message: 'Lengths are 0 cm or more' })
  @Max(200, { message: 'Over 200 cm: check the unit' })
  fromCm!: number;
  @IsNumber(NUMBER, { message: 'Lengths are numbers' })
  @IsPositive({ message: 'Lengths are over 0 cm' })
  @Max(200, { message: 'Over 200 cm: check the unit' })
  toCm!: number;
  @IsInt({ message: 'Prices are numbers' })
  @Min(0, { message: 'A price is 0 or more' })
  @Max(10_000_000, { message: 'Too large: check the price' })
  priceMinor!: number;
}

/** How a species is sold: killed and weighed, alive by grade, or not at all. */
export class FishSaleInput extends KeyedInput {
  @IsString() @MaxLength(60) code!: string;
  @IsInt() version!: number;
  @IsOptional() @ValidateNested() @Type(() => FoodSaleInput) food?: FoodSaleInput;
  @IsArray()
  @ArrayMaxSize(12, { message: 'At most 12 grades' })
  @ValidateNested({ each: true })
  @Type(() => GradeRowInput)
  grades!: GradeRowInput[];
}

export class SpeciesInput extends KeyedInput {
  @IsString() @MaxLength(60) code!: string;
  @IsInt() version!: number;
  /** The numbers that are changed, by the name they have in the library. */
  @IsArray()
  @ArrayMinSize(1, { message: 'Nothing was changed' })
  @ArrayMaxSize(30)
  @ValidateNested({ each: true })
  @Type(() => SpeciesValue)
  values!: SpeciesValue[];
}

export class SpeciesValue {
  @IsString() @MaxLength(40) name!: string;
  @IsNumber(NUMBER, { message: 'Give a number' })
  @Min(0, { message: 'From 0' })
  @Max(100_000, { message: 'Too large: check the unit' })
  value!: number;
}

class DraftStepInput {
  @IsUUID('4') id!: string;
  @IsUUID('4') groupId!: string;
  @IsIn(['stock', 'move', 'feed_stop', 'purge', 'exchange', 'taste', 'harvest']) kind!:
    'stock' | 'move' | 'feed_stop' | 'purge' | 'exchange' | 'taste' | 'harvest';
  @Day() day!: string;
  @IsString() @MaxLength(40) lotCode!: string;
  @IsString() @MaxLength(60) speciesCode!: string;
  @IsOptional() @IsUUID('4') fromPlaceId!: string | null;
  @IsOptional() @IsUUID('4') toPlaceId!: string | null;
  @IsInt() @Min(0) @Max(10_000_000) count!: number;
  @IsOptional() @IsNumber(NUMBER) amount!: number | null;
}

export class SaveDraftInput extends KeyedInput {
  @Words(80) name!: string;
  @IsArray()
  @ArrayMaxSize(2000, { message: 'At most 2,000 steps in one draft' })
  @ValidateNested({ each: true })
  @Type(() => DraftStepInput)
  steps!: DraftStepInput[];
  @IsArray() @ArrayMaxSize(200) @IsUUID('4', { each: true }) drops!: string[];
}
