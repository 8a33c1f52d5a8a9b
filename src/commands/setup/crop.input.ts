import { Type } from '../../core/inputType';
import { IsIn, IsOptional, ValidateNested } from 'class-validator';
import { RECIPE_CARE } from '../../core/crops/care';
import { type CareCode } from '../../core/library/types';
import { METHODS } from '../../core/setup/description';
import { word } from '../../core/words/words';
import { CodeField, EachThing, ListField, NumberField, WholeField } from '../inputs';
import { LibraryValuesInput } from './species.input';

const PerM2Field = () =>
  NumberField({
    low: 0.1,
    high: 100000,
    words: word`Give plants a square metre`,
    outside: word`Between 0.1 and 100,000`,
  });

const MonthField = () => WholeField({ low: 1, high: 12, words: word`Choose a month`, outside: word`Choose a month` });

/** A spacing before the last one. */
export class DenseStageInput {
  @WholeField({ low: 1, high: 400, words: word`Give whole days`, outside: word`A stage lasts 1 to 400 days` })
  days!: number;
  @PerM2Field() perM2!: number;
}

/** A part of the year. */
export class MonthSpanInput {
  @MonthField() fromMonth!: number;
  @MonthField() untilMonth!: number;
}

/** A way of growing. */
export class CropMethodInput {
  @IsIn(METHODS, { message: word`Choose a way of growing` }) method!: string;
}

/** The rest of a perennial. */
export class WinterRestInput extends MonthSpanInput {
  @PerM2Field() perM2!: number;
}

/** Work between planting and picking. */
export class CareJobInput {
  @IsIn(RECIPE_CARE, { message: word`Choose what is done` }) what!: CareCode;
  @WholeField({
    low: 0,
    high: 400,
    words: word`Give whole days`,
    outside: word`From 0 to 400 days after transplanting`,
  })
  fromDay!: number;
  @WholeField({ low: 0, high: 120, words: word`Give whole days`, outside: word`Every 1 to 120 days; 0: once` })
  everyDays!: number;
  @NumberField({ low: 0, high: 1000, words: word`Give minutes`, outside: word`From 0 to 1,000 minutes for 100 plants` })
  min100!: number;
}

export class CropInput extends LibraryValuesInput {
  @CodeField(word`That crop is not on this farm.`) code!: string;
  /** Spacings in the bed before the last, in order; none: planted once. Absent: as they are. */
  @IsOptional()
  @ListField({ least: 0, most: 4, few: word`Send the spacings`, many: word`At most 4 spacings before the last` })
  @EachThing()
  @ValidateNested({ each: true })
  @Type(() => DenseStageInput)
  dense?: DenseStageInput[];
  /** Absent: as it is. */
  @IsOptional()
  @ListField({ least: 0, most: 8, few: word`Send the jobs`, many: word`At most 8 jobs` })
  @EachThing()
  @ValidateNested({ each: true })
  @Type(() => CareJobInput)
  care?: CareJobInput[];
  /** When it rests; none: it grows all year. Absent: as it is. */
  @IsOptional()
  @ListField({ least: 0, most: 1, few: word`Send the rest`, many: word`It rests once a year` })
  @EachThing()
  @ValidateNested({ each: true })
  @Type(() => WinterRestInput)
  rest?: WinterRestInput[];
  /** When it is sown; none: all year. Absent: as it is. */
  @IsOptional()
  @ListField({ least: 0, most: 1, few: word`Send when it is sown`, many: word`Give one part of the year` })
  @EachThing()
  @ValidateNested({ each: true })
  @Type(() => MonthSpanInput)
  sownIn?: MonthSpanInput[];
  /** Ways of growing it is for. Absent: as they are. */
  @IsOptional()
  @ListField({
    least: 1,
    most: METHODS.length,
    few: word`Give at least one way of growing`,
    many: word`Give each once`,
  })
  @EachThing()
  @ValidateNested({ each: true })
  @Type(() => CropMethodInput)
  methods?: CropMethodInput[];
}
