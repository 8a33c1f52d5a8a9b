import { settled } from '../../core/acts/decision';
import { decideDropTemperature } from '../../core/water/decideTemperature';
import { apply } from '../../db/apply';
import { plannedSettings } from '../../db/temperature';
import { say, word } from '../../core/words/words';
import { shortDay } from '../../core/quantity/sayDay';
import { formatTemperature } from '../../core/quantity/units';
import { command } from '../../server/command';
import { askAboutChange, BOSS, said } from '../shared';
import { DropTemperatureInput } from './dropTemperature.input';

/** Takes a planned temperature back, whether it was planned by itself or kept with a draft. */
export const module = command({
  name: 'setup.dropTemperature',
  version: 1,
  title: word`Take a planned temperature back`,
  who: BOSS,
  input: DropTemperatureInput,
  run: async (doing, v) => {
    const before = await doing.facts();
    const dropped = settled(decideDropTemperature(await plannedSettings(doing.tx), v.settingId), true);
    await apply(doing.tx, doing.entry, dropped.effects);
    const notes = await askAboutChange(doing, before, v.confirmed);
    const { from, tempC } = dropped.setting;
    const what = tempC === null ? say`month by month` : formatTemperature(tempC, doing.units);
    return said(say`Taken back: ${what} from ${shortDay(from)}.`, notes);
  },
  takeBack: { stays: word`That is itself a taking back. Plan the temperature anew.` },
});
