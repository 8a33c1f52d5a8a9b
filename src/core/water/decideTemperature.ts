import { decide, refuse, type Decision } from '../acts/decision';
import type { Effect } from '../acts/effects';
import type { WaterChange } from '../plan/changes';
import type { Day } from '../quantity/days';
import { say } from '../words/words';
import type { TempSetting } from './plannedTemperature';

type Wish = Omit<WaterChange, 'change'>;

function settings(loopIds: ReadonlySet<string>, wishes: readonly Wish[]): Effect[] {
  if (!wishes.every((w) => loopIds.has(w.loopId))) refuse('loopId', say`Choose a loop.`);
  return wishes.map(({ loopId, from, until, tempC }) => ({
    ...{ does: 'temperaturePlanned', setting: { loopId, from, until, tempC } },
  }));
}

/** Loops are held at other temperatures from some day on. */
export const decideTemperatures = (loopIds: ReadonlySet<string>, wishes: readonly Wish[]): Decision<Effect[]> =>
  decide(() => settings(loopIds, wishes));

/** A loop is held at another temperature, from today at the earliest. */
export const decideTemperature = (loopIds: ReadonlySet<string>, wish: Wish, today: Day): Decision<Effect[]> =>
  decide(() => {
    if (wish.from < today) refuse('from', say`That day has passed.`);
    if (wish.until && wish.until <= wish.from) refuse('until', say`The end comes after the beginning.`);
    return settings(loopIds, [wish]);
  });

/** One planned temperature is taken back; what is planned besides holds again. */
export const decideDropTemperature = (
  planned: readonly (TempSetting & { id: string })[],
  settingId: string,
): Decision<{ setting: TempSetting; effects: Effect[] }> =>
  decide(() => {
    const setting = planned.find((p) => p.id === settingId);
    if (!setting) return refuse('form', say`That temperature was taken back meanwhile.`);
    return { setting, effects: [{ does: 'temperatureDropped', settingId }] };
  });
