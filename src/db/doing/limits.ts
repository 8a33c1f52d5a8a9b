import { RuleBroken } from '../../core/errors';
import { say } from '../../core/words/words';
import type { Tx } from '../connection';
import { STALE } from './rules';

/** Habits of the farm that is open, and the limits its loops warn by. */
export interface HabitsWish {
  version: number;
  name: string;
  latitude?: number | undefined;
  altitudeM?: number | undefined;
  locale: string;
  mass: 'metric' | 'us';
  temperature: 'C' | 'F';
  entryBackDays: number;
}

export async function saveHabits(tx: Tx, v: HabitsWish): Promise<void> {
  const habits = { locale: v.locale, mass: v.mass, temperature: v.temperature };
  const changed = await tx('farm')
    .where({ version: v.version })
    .update({
      name: v.name.trim(),
      latitude: v.latitude ?? null,
      altitude_m: v.altitudeM ?? null,
      habits: tx.raw('habits || ?::jsonb', [JSON.stringify(habits)]),
      entry_back_days: v.entryBackDays,
      version: v.version + 1,
    });
  if (changed === 0) throw new RuleBroken('form', STALE);
}

export interface LoopWish {
  id: string;
  version: number;
  name: string;
  lowGM2: number;
  highGM2: number;
}

export async function saveLoop(tx: Tx, v: LoopWish): Promise<void> {
  if (v.lowGM2 >= v.highGM2) throw new RuleBroken('highGM2', say`The upper limit lies above the lower.`);
  const changed = await tx('loop')
    .where({ id: v.id, version: v.version, retired_on: null })
    .update({ name: v.name.trim(), band_low_g_m2: v.lowGM2, band_high_g_m2: v.highGM2, version: v.version + 1 });
  if (changed === 0) throw new RuleBroken('form', STALE);
}
