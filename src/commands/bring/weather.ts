import { word } from '../../core/words/words';
import { decideWeather } from '../../core/weather/decideWeather';
import { weatherDays } from '../../db/weather';
import { settle } from '../../server/settle';
import { command } from '../../server/command';
import { BOSS } from '../shared';
import { BringWeatherInput } from './weather.input';

export const module = command({
  name: 'bring.weather',
  version: 1,
  title: word`Bring in weather`,
  who: BOSS,
  input: BringWeatherInput,
  run: async (doing, { rows }) => {
    const stored = await weatherDays(
      doing.tx,
      rows.map((r) => r.day),
    );
    return settle(doing, decideWeather(stored, rows), true);
  },
  takeBack: { stays: word`Weather is brought in again to put it right: each day has one row.` },
});
