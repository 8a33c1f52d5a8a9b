import { settled } from '../../core/acts/decision';
import { decideTemperature } from '../../core/water/decideTemperature';
import { apply } from '../../db/apply';
import { say, word } from '../../core/words/words';
import { sayTemperature } from '../../core/water/plannedTemperature';
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
    const before = await doing.facts();
    const loopIds = new Set(before.loops.map((l) => l.id));
    const wish = { ...v, until: v.until ?? null };
    await apply(doing.tx, doing.entry, settled(decideTemperature(loopIds, wish, doing.today), true));
    const notes = await askAboutChange(doing, before, v.confirmed);
    return said(say`Planned: ${sayTemperature(v, doing.units)}.`, notes);
  },
  takeBack: { words: () => say`Taken back: what was planned before holds again.` },
});
