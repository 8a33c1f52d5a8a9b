import { Type } from '../../core/inputType';
import { IsOptional, ValidateNested } from 'class-validator';
import { word } from '../../core/words/words';
import { DayField, NumberField } from '../inputs';
import { RowsField } from '../tableRows';

class WeatherDayRow {
  @DayField() day!: string;
  @NumberField({ low: -60, high: 60, words: word`Give the air as a number`, outside: word`Between −60 and 60 °C` })
  airC!: number;
  @IsOptional()
  @NumberField({ low: 0, high: 80, words: word`Give the light as a number`, outside: word`Between 0 and 80 mol/m²` })
  lightMol?: number;
}

export class BringWeatherInput {
  @RowsField() @ValidateNested({ each: true }) @Type(() => WeatherDayRow) rows!: WeatherDayRow[];
}
