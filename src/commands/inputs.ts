import 'reflect-metadata';
import { say, word } from '../core/words/words';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
  Validate,
  ValidatorConstraint,
  type ValidationArguments,
  type ValidatorConstraintInterface,
} from 'class-validator';
import { PRODUCT_FORM_CODES } from '../core/market/forms';
import { isFarmDay, RANGES, type Range } from '../core/quantity/ranges';

/** What may be typed, each with its range and reason; made of class-validator’s own checks. */

type Field = (target: object, key: string) => void;

const together =
  (...checks: Field[]): Field =>
  (target, key) =>
    checks.forEach((check) => check(target, key));

const NUMBER = { allowNaN: false, allowInfinity: false };

@ValidatorConstraint({ name: 'isFarmDay' })
class IsFarmDay implements ValidatorConstraintInterface {
  validate(value: unknown) {
    return isFarmDay(value);
  }
  defaultMessage(about: ValidationArguments) {
    return typeof about.value === 'string' && about.value
      ? say`“${about.value.slice(0, 20)}” is no day between 2000 and 2100; write it like 2026-05-14`
      : say`Give a day`;
  }
}

/** A day of the calendar between 2000 and 2100: a mistyped year is refused. */
export const DayField = (): Field => Validate(IsFarmDay) as Field;

/** A time of the farm's clock, “07:30”. */
export const TimeField = (): Field =>
  Matches(/^([01]\d|2[0-3]):[0-5]\d$/, { message: word`Times look like 07:30` }) as Field;

export const IdField = (words: string): Field => IsUUID('all', { message: words }) as Field;

/** A whole number of fish, plants or pieces. */
export const CountField = (words: string, from = 1): Field =>
  together(
    IsInt({ message: word`Give a whole number` }) as Field,
    Min(from, { message: words }) as Field,
    Max(RANGES.count.high, { message: word`That is ${RANGES.count.why}` }) as Field,
  );

interface NumberWords {
  words: string;
  /** Said when it is too small; 0 and less is too small unless `zero` is allowed. */
  low?: string;
  zero?: boolean;
}

/** A number within a range, more than nothing unless said otherwise. */
export const AmountField = (range: Range, { words, low, zero = false }: NumberWords): Field =>
  together(
    IsNumber(NUMBER, { message: words }) as Field,
    Min(zero ? range.low : Math.max(range.low, 1e-9), {
      message: low ?? (zero ? word`From ${range.low}` : word`It must be more than 0`),
    }) as Field,
    Max(range.high, { message: word`That is ${range.why}` }) as Field,
  );

export const MassField = (words: string, low = word`It must be more than 0`): Field =>
  AmountField(RANGES.massG, { words, low });

interface NumberFieldArgs {
  low: number;
  high: number;
  words: string;
  outside?: string;
}

export const NumberField = ({ low, high, words, outside }: NumberFieldArgs): Field =>
  together(
    IsNumber(NUMBER, { message: words }) as Field,
    Min(low, { message: outside ?? word`From ${low}` }) as Field,
    Max(high, { message: outside ?? word`At most ${high}` }) as Field,
  );

interface WholeFieldArgs {
  low: number;
  high: number;
  words?: string;
  outside?: string;
}

export const WholeField = ({ low, high, words = word`Give a whole number`, outside }: WholeFieldArgs): Field =>
  together(
    IsInt({ message: words }) as Field,
    Min(low, { message: outside ?? word`From ${low}` }) as Field,
    Max(high, { message: outside ?? word`At most ${high}` }) as Field,
  );

export const MinorField = (words = word`Give the price as a number`): Field =>
  together(
    IsInt({ message: words }) as Field,
    Min(0, { message: word`A price is 0 or more` }) as Field,
    Max(RANGES.minor.high, {
      message: word`That is ${RANGES.minor.why}`,
    }) as Field,
  );

export const TextField = (most: number, words = word`Say it in words`, least = 1): Field =>
  together(
    IsString({ message: words }) as Field,
    MinLength(least, { message: words }) as Field,
    MaxLength(most, { message: word`At most ${most} characters` }) as Field,
    // Nothing that cannot be seen: it could not be found again.
    Matches(/^[^\p{Cc}\p{Co}\p{Cn}]*$|[\n\t]/u, { message: word`It holds characters that cannot be shown` }) as Field,
  );

export const CodeField = (words: string, most = 60): Field =>
  together(
    IsString({ message: words }) as Field,
    MinLength(1, { message: words }) as Field,
    MaxLength(most, { message: words }) as Field,
  );

export const VersionField = (): Field =>
  WholeField({
    low: RANGES.version.low,
    high: RANGES.version.high,
    words: word`Reload and try again`,
    outside: word`Reload and try again`,
  });

/** Degrees north; south is below nothing. */
export const LatitudeField = (): Field =>
  NumberField({
    low: -90,
    high: 90,
    words: word`Give the latitude in degrees`,
    outside: word`From −90 (south) to 90 (north)`,
  });

export const HeightField = (): Field =>
  NumberField({ low: -450, high: 6000, words: word`Give the height in metres`, outside: word`From −450 to 6,000 m` });

interface ListFieldArgs {
  least: number;
  most: number;
  few: string;
  many: string;
}

export const ListField = ({ least, most, few, many }: ListFieldArgs): Field =>
  together(
    IsArray({ message: few }) as Field,
    ...(least > 0 ? [ArrayMinSize(least, { message: few }) as Field] : []),
    ArrayMaxSize(most, { message: many }) as Field,
  );

/** Each of a list is a thing with named parts: a list in its place would pass for one. */
export const EachThing = (): Field => IsObject({ each: true, message: word`Send each with its parts` }) as Field;

interface NumbersFieldArgs {
  most: number;
  range: Range;
  words: string;
  small?: string;
}

export const NumbersField = ({
  most,
  range,
  words,
  small = word`Each must be over 0: leave out empty ones`,
}: NumbersFieldArgs): Field =>
  together(
    ListField({ least: 0, most, few: words, many: word`At most ${most} at once` }),
    IsNumber(NUMBER, { each: true, message: words }) as Field,
    Min(Math.max(range.low, 1e-9), {
      each: true,
      message: small,
    }) as Field,
    Max(range.high, { each: true, message: word`One is ${range.why}` }) as Field,
  );

/** What looks wrong is asked about; the same entry is sent again with a yes. */
export class Confirmable {
  @IsOptional() @IsBoolean({ message: word`Say yes or no` }) confirmed?: boolean;
}

/** One lot in one tank. */
export class Handled extends Confirmable {
  @CodeField(word`That cohort is not known. Reload.`, 60) lotCode!: string;
  @IdField(word`Choose the tank they are in`) fromPlaceId!: string;
}

/** Plants of one lot in one place. */
export class PlantsInput extends Confirmable {
  @IdField(word`Choose a planting`) lotId!: string;
  @IdField(word`Choose a bed`) placeId!: string;
}

/** One step of the plan, done. */
export class StepInput {
  @IdField(word`This job is no longer on the round. Reload.`) stepId!: string;
}

/** Fish of a step, counted and weighed on their way to its next place. */
export class TransferInput extends StepInput {
  @CountField(word`Move at least 1 fish`) count!: number;
  @MassField(word`Give the weight as a number`, word`The weight must be more than 0`) massG!: number;
  @CountField(word`Give a whole number of 0 or more`, 0) dead!: number;
  @IsOptional() @IsBoolean({ message: word`Say yes or no` }) confirmed?: boolean;
}

/** A loop’s water held at a temperature. */
export class TemperatureInput {
  @IdField(word`Choose a loop`) loopId!: string;
  @DayField() from!: string;
  @IsOptional() @DayField() until?: string;
  @AmountField(RANGES.tempC, { words: word`Give the temperature as a number`, low: word`From 0 °C`, zero: true })
  tempC!: number;
}

/** Something that is kept in versions, as it was seen. */
export class ThingInput extends Confirmable {
  @IdField(word`That is not known`) id!: string;
  @VersionField() version!: number;
}

/** Feed of one tank and day. */
/** Feedings of a day, by number. */
export const FEEDING_RANGE: Range = { low: 1, high: 24, why: word`more feedings than a day has` };
export const FEED_RANGE: Range = {
  ...RANGES.massG,
  high: 500_000,
  why: word`more than 500 kg in one tank and day: check the unit`,
};

/** What is said of anything that is sold, whether it is new or changed. */
export class SoldInput {
  @TextField(80, word`Give it a name`) name!: string;
  @MinorField() priceMinor!: number;
  @WholeField({ low: 0, high: 365, words: word`Give whole days` }) shelfLifeDays!: number;
  @IsOptional() @WholeField({ low: 0, high: 365, words: word`Give whole days` }) leastLeftDays?: number;
  @IsOptional() @IsIn(PRODUCT_FORM_CODES, { message: word`Choose a form` }) form?: string;
  @IsOptional()
  @AmountField({ low: 0, high: 1_000_000, why: word`more than any pack` }, { words: word`Give the pack as a number` })
  packSize?: number;
}
