import { word } from '../../core/words/words';
import { IsIn } from 'class-validator';
import { keepSettings } from '../../db/people';
import { command } from '../../server/command';
import { EVERYONE, SET_UP_STAYS } from '../shared';

class UnitsInput {
  @IsIn(['metric', 'us'], { message: word`Metric or US units` }) mass!: 'metric' | 'us';
  @IsIn(['C', 'F'], { message: word`°C or °F` }) temperature!: 'C' | 'F';
}

export const module = command({
  name: 'person.chooseUnits',
  version: 1,
  title: word`Choose units`,
  who: EVERYONE,
  input: UnitsInput,
  run: async ({ tx, person }, { mass, temperature }) => {
    await keepSettings(tx, person, { mass, temperature });
    return null;
  },
  takeBack: SET_UP_STAYS,
});
