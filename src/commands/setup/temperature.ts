import { say, word } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { sayTemperature } from '../../core/water/plannedTemperature';
import { setTemperature } from '../../db/doing/temperature';
import { command } from '../../server/command';
import { askAboutChange, BOSS, said } from '../shared';
import { PlanTemperatureInput } from './temperature.input';

export const module = command({
  name: 'setup.temperature',
  version: 1,
  title: word`Plan a temperature`,
  who: BOSS,
  input: PlanTemperatureInput,
  run: async (doing, v) => {
    if (v.from < doing.today) throw new RuleBroken('from', say`That day has passed.`);
    if (v.until && v.until <= v.from) throw new RuleBroken('until', say`The end comes after the beginning.`);
    const before = await doing.facts();
    await setTemperature({ tx: doing.tx, entry: doing.entry, wish: { ...v, until: v.until ?? null } });
    const notes = await askAboutChange(doing, before, v.confirmed);
    return said(say`Planned: ${sayTemperature(v, doing.units)}.`, notes);
  },
  takeBack: { words: () => say`Taken back: what was planned before holds again.` },
});
