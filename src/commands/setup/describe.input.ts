import { Type } from '../../core/inputType';
import { IsBoolean, IsIn, IsNumber, IsOptional, IsString, Max, Min, ValidateNested } from 'class-validator';
import { COVERS, type Cover } from '../../core/facts/farm';
import { EQUIPMENT_KINDS, LOOP_KINDS, METHODS, PART_ROLES, STAGES, STANDS } from '../../core/setup/description';
import { word } from '../../core/words/words';
import { LANGUAGES } from '../../words/languages';
import { LOCALES } from '../../words/locales';
import {
  CodeField,
  EachThing,
  HeightField,
  LatitudeField,
  ListField,
  NumberField,
  TextField,
  VersionField,
  WholeField,
} from '../inputs';

const CHOOSE = { message: word`Choose one of the list` };
const A_CODE = word`Up to 20 letters and digits`;
const A_NUMBER = word`Give a number`;
const AIR = word`From −20 to 45 °C`;
const TWELVE = word`Give a temperature for each of the twelve months`;
const HOURS = word`A day has 24 hours`;
const LIGHT = word`From 0 to 2,500 µmol/m² in a second; full sun is 2,000`;

class UnitsPart {
  @IsIn(['metric', 'us'], CHOOSE) mass!: 'metric' | 'us';
  @IsIn(['C', 'F'], CHOOSE) temperature!: 'C' | 'F';
}

/** Where the farm is and what it is used to. */
export class HabitsPart {
  @TextField(80, word`Give the farm a name`) name!: string;
  @LatitudeField() latitude!: number;
  @HeightField() altitudeM!: number;
  @CodeField(word`Choose a time zone`, 60) timeZone!: string;
  @CodeField(word`Choose a currency`, 3) currency!: string;
  @IsIn([...LOCALES, ...LANGUAGES], CHOOSE) locale!: string;
  @ValidateNested() @Type(() => UnitsPart) units!: UnitsPart;
  @WholeField({ low: 1, high: 7 }) firstWeekday!: number;
}

class LoopDescribed {
  @CodeField(A_CODE, 20) code!: string;
  @TextField(60) name!: string;
  @IsIn([...LOOP_KINDS], CHOOSE) kind!: (typeof LOOP_KINDS)[number];
  @NumberField({ low: 0, high: 40, words: A_NUMBER }) lowC!: number;
  @NumberField({ low: 0, high: 40, words: A_NUMBER }) highC!: number;
  @IsOptional() @CodeField(A_CODE, 20) into!: string | null;
}

class PlaceDescribed {
  @CodeField(A_CODE, 20) code!: string;
  @IsIn([...PART_ROLES], CHOOSE) role!: (typeof PART_ROLES)[number];
  @IsOptional() @CodeField(A_CODE, 20) loop!: string | null;
  @TextField(60, word`Say the room in words`, 0) room!: string;
  @IsIn([...STANDS], CHOOSE) standsOn!: (typeof STANDS)[number];
  @IsOptional() @IsIn([...STAGES], CHOOSE) stage!: string | null;
  @IsOptional() @NumberField({ low: 0, high: 10_000_000, words: A_NUMBER }) volumeL!: number | null;
  @IsOptional() @NumberField({ low: 0, high: 500, words: A_NUMBER }) limitKgM3!: number | null;
  @NumberField({ low: 0, high: 35, words: A_NUMBER }) saltGL!: number;
  @IsOptional() @IsIn([...METHODS], CHOOSE) method!: (typeof METHODS)[number] | null;
  @IsOptional() @WholeField({ low: 0, high: 1_000_000 }) positions!: number | null;
  @IsOptional() @WholeField({ low: 1, high: 100_000 }) pieceSize!: number | null;
  @IsOptional() @NumberField({ low: 0, high: 1000, words: A_NUMBER }) lengthM!: number | null;
  @IsOptional() @NumberField({ low: 0, high: 1000, words: A_NUMBER }) widthM!: number | null;
  @IsOptional() @NumberField({ low: 0, high: 20, words: A_NUMBER }) depthM: number | null = null;
  @IsOptional() @NumberField({ low: 0, high: 1_000_000, words: A_NUMBER }) areaM2!: number | null;
  @IsOptional() @TextField(80, word`Say behind what`, 0) behind?: string | null;
}

class EquipmentDescribed {
  @TextField(80, word`Give it a name`) name!: string;
  @IsIn([...EQUIPMENT_KINDS], CHOOSE) kind!: (typeof EQUIPMENT_KINDS)[number];
  @IsOptional() @CodeField(A_CODE, 20) loop!: string | null;
  @IsOptional() @NumberField({ low: 0, high: 10_000_000, words: A_NUMBER }) flowLH!: number | null;
  @IsOptional() @NumberField({ low: 0, high: 200, words: A_NUMBER }) headM!: number | null;
  @IsOptional() @NumberField({ low: 0, high: 1_000_000, words: A_NUMBER }) watts!: number | null;
  @IsOptional() @NumberField({ low: 0, high: 1440, words: A_NUMBER }) onMin!: number | null;
  @IsOptional() @NumberField({ low: 0, high: 1440, words: A_NUMBER }) offMin!: number | null;
  @IsOptional() @NumberField({ low: 0, high: 1000, words: A_NUMBER }) kgO2PerDay!: number | null;
  @IsOptional() @NumberField({ low: 0, high: 1000, words: A_NUMBER }) volumeM3!: number | null;
  @IsOptional() @NumberField({ low: 0, high: 10_000, words: A_NUMBER }) surfaceM2PerM3!: number | null;
  @IsOptional() @NumberField({ low: 0, high: 10, words: A_NUMBER }) gTanPerM2Day!: number | null;
  @IsOptional() @IsBoolean({ message: word`Say yes or no` }) isSpare = false;
  @IsOptional() @NumberField({ low: 1, high: 2000, words: A_NUMBER }) leastSpare?: number | null;
  @IsOptional() @NumberField({ low: 0, high: 1_000_000, words: A_NUMBER }) umolS: number | null = null;
  @IsOptional() @TextField(60, word`Say it in words`, 0) over: string | null = null;
  @IsOptional() @TextField(80, word`Say behind what`, 0) behind?: string | null;
}

export class HouseFields {
  @IsIn([...COVERS], CHOOSE) cover!: Cover;
  @IsOptional() @NumberField({ low: -20, high: 45, words: A_NUMBER, outside: AIR }) dayC: number | null = null;
  @IsOptional() @NumberField({ low: -20, high: 45, words: A_NUMBER, outside: AIR }) nightC: number | null = null;
  @IsOptional()
  @ListField({ least: 12, most: 12, few: TWELVE, many: TWELVE })
  @IsNumber({ allowNaN: false, allowInfinity: false }, { each: true, message: TWELVE })
  @Min(-20, { each: true, message: AIR })
  @Max(45, { each: true, message: AIR })
  monthsC: number[] | null = null;
  @IsOptional() @NumberField({ low: 0, high: 24, words: A_NUMBER, outside: HOURS }) lampHours: number | null = null;
  @IsOptional() @NumberField({ low: 0, high: 2500, words: A_NUMBER, outside: LIGHT }) umolM2S: number | null = null;
}

class HouseDescribed extends HouseFields {
  @TextField(60) name!: string;
}

class PersonDescribed {
  @TextField(120, word`Give the name`) name!: string;
  @IsIn(['manager', 'office', 'hand'], CHOOSE) role!: 'manager' | 'office' | 'hand';
}

const list = (most: number) => ListField({ least: 0, most, few: word`Send a list`, many: word`At most ${most}` });

export class DescribeInput {
  @VersionField() version!: number;
  @ValidateNested() @Type(() => HabitsPart) habits!: HabitsPart;
  @list(60) @EachThing() @ValidateNested({ each: true }) @Type(() => LoopDescribed) loops!: LoopDescribed[];
  @list(2000) @EachThing() @ValidateNested({ each: true }) @Type(() => PlaceDescribed) places!: PlaceDescribed[];
  @list(2000)
  @EachThing()
  @ValidateNested({ each: true })
  @Type(() => EquipmentDescribed)
  equipment!: EquipmentDescribed[];
  @IsOptional()
  @list(200)
  @EachThing()
  @ValidateNested({ each: true })
  @Type(() => HouseDescribed)
  houses?: HouseDescribed[];
  @IsOptional() @IsIn(['none', 'some'], CHOOSE) raised?: 'none' | 'some' | null;
  @list(60) @IsString({ each: true, message: word`That is not in the library` }) species!: string[];
  @list(200) @IsString({ each: true, message: word`That is not in the library` }) crops!: string[];
  @list(100) @EachThing() @ValidateNested({ each: true }) @Type(() => PersonDescribed) people!: PersonDescribed[];
}
