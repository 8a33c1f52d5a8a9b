import { word } from '../../core/words/words';
import { bringWeather } from '../../db/weather';
import { command } from '../../server/command';
import { BOSS, saidBrought } from '../shared';
import { BringWeatherInput } from './weather.input';

export const module = command({
  name: 'bring.weather',
  version: 1,
  title: word`Bring in weather`,
  who: BOSS,
  input: BringWeatherInput,
  run: async ({ tx, entry }, v) => saidBrought(await bringWeather(tx, entry.farmId, v.rows)),
  takeBack: { stays: word`Weather is brought in again to put it right: each day has one row.` },
});
