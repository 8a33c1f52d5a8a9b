import { word } from '../../core/words/words';
import { IsIn, IsOptional } from 'class-validator';
import { keepSettings } from '../../db/people';
import { LANGUAGES } from '../../words/languages';
import { LOCALES } from '../../words/locales';
import { command } from '../../server/command';
import { EVERYONE, SET_UP_STAYS } from '../shared';

class UnitsInput {
  @IsIn(['metric', 'us'], { message: word`Metric or US units` }) mass!: 'metric' | 'us';
  @IsIn(['C', 'F'], { message: word`°C or °F` }) temperature!: 'C' | 'F';
  @IsOptional() @IsIn([...LOCALES, ...LANGUAGES], { message: word`Choose one of the list` }) locale?: string;
}

export const module = command({
  name: 'person.chooseUnits',
  version: 1,
  title: word`Choose units`,
  who: EVERYONE,
  input: UnitsInput,
  run: async ({ tx, person }, { mass, temperature, locale }) => {
    await keepSettings(tx, person, { mass, temperature, ...(locale ? { locale } : {}) });
    return null;
  },
  takeBack: SET_UP_STAYS,
});
