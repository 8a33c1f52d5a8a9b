import { say, word } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { withWater } from '../../core/plan/changes';
import { saveDraft } from '../../db/drafts';
import { command } from '../../server/command';
import { sayTemperature } from '../../core/water/plannedTemperature';
import { TemperatureInput } from '../inputs';
import { BOSS } from '../shared';

/** Lays a temperature of a loop aside as a draft; Season opens it and shows what it means before it is kept. */
export const module = command({
  name: 'draft.layWater',
  version: 1,
  title: word`Draft a temperature`,
  who: BOSS,
  input: TemperatureInput,
  run: async ({ tx, person, entry, units, facts }, v) => {
    const change = { change: 'water' as const, loopId: v.loopId, from: v.from, until: v.until ?? null, tempC: v.tempC };
    const farm = withWater(await facts(), [change]);
    const loop = farm.loops.find((l) => l.id === v.loopId);
    if (!loop) throw new RuleBroken('loopId', say`Choose a loop.`);
    const name = say`${loop.name} loop ${sayTemperature(v, units)}`;
    await saveDraft(tx, person, { id: entry.entryKey, name, changes: [change] });
    return entry.entryKey;
  },
  takeBack: { stays: word`A draft is discarded on Season.` },
});
