import 'server-only';
import { addDays, type Day } from '../../../core/quantity/days';
import { plannedWaterC } from '../../../core/water/plannedTemperature';
import { plannedSettings, type PlannedSetting } from '../../../db/temperature';
import { dayOnly, farmView, type DayView, type Search } from '../../../server/farmView';

export interface TemperaturePage extends DayView {
  loops: {
    id: string;
    name: string;
    todayC: number;
    plan: Pick<PlannedSetting, 'id' | 'from' | 'until' | 'tempC' | 'by'>[];
    hasEnergy: boolean;
    weeks: { day: Day; tempC: number }[];
  }[];
  currency: string;
}

export async function temperaturePage(search: Search): Promise<TemperaturePage> {
  const view = await farmView(search, async (tx) => ({
    settings: await plannedSettings(tx),
  }));
  const { facts, day, more } = view;
  return {
    ...dayOnly(view),
    currency: view.asks.currency,
    loops: facts.loops.map((l) => ({
      id: l.id,
      name: l.name,
      todayC: plannedWaterC(l, day),
      plan: more.settings
        .filter((s) => s.loopId === l.id && (s.until === null || s.until > view.today))
        .map(({ id, from, until, tempC, by }) => ({ id, from, until, tempC, by })),
      hasEnergy: l.lifeSupport.energy !== null,
      weeks: Array.from({ length: 27 }, (_, w) => ({
        day: addDays(day, w * 7),
        tempC: plannedWaterC(l, addDays(day, w * 7)),
      })),
    })),
  };
}
