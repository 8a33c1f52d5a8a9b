import { STALE } from '../../core/setup/kept';
import { randomUUID } from 'node:crypto';
import type { GrowingCosts } from '../../core/crops/worth';
import type { School } from '../../core/facts/farm';
import { RuleBroken } from '../../core/errors';
import type { LoopPart } from '../../core/setup/description';
import { SOMEWHERE_TEMPERATE } from '../../core/setup/habits';
import { loopOf } from '../../core/setup/layOut';
import { say } from '../../core/words/words';
import type { Tx } from '../connection';
import { loopRow } from '../createFarm';

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
  mostOfOnePercent?: number | undefined;
  scoutEveryDays?: number | undefined;
}

export async function saveHabits(tx: Tx, v: HabitsWish): Promise<void> {
  const { locale, mass, temperature, mostOfOnePercent, scoutEveryDays } = v;
  // What is not said is left out of the JSON, and stays as it is.
  const habits = { locale, mass, temperature, mostOfOnePercent, scoutEveryDays };
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
  if (changed === 0) throw new RuleBroken('form', STALE());
}

/** What growing costs here; a way of growing once. */
export async function saveGrowingCosts(
  tx: Tx,
  { version, ...growing }: GrowingCosts & { version: number },
): Promise<void> {
  const { methods } = growing;
  const twice = methods.findIndex((m, i) => methods.findIndex((n) => n.method === m.method) !== i);
  if (twice >= 0)
    throw new RuleBroken(`methods.${twice}.method`, say`That stands there already. Change the one above.`);
  const changed = await tx('farm')
    .where({ version })
    .update({ habits: tx.raw('habits || ?::jsonb', [JSON.stringify({ growing })]), version: version + 1 });
  if (changed === 0) throw new RuleBroken('form', STALE());
}

export interface LoopWish {
  id: string;
  version: number;
  name: string;
  lowGM2: number;
  highGM2: number;
  warnsBy?: School | undefined;
  lowNPercent?: number | undefined;
  highNPercent?: number | undefined;
}

export async function saveLoop(tx: Tx, v: LoopWish): Promise<void> {
  if (v.lowNPercent && v.highNPercent && v.lowNPercent >= v.highNPercent)
    throw new RuleBroken('highNPercent', say`The upper limit lies above the lower.`);
  if (v.lowGM2 >= v.highGM2) throw new RuleBroken('highGM2', say`The upper limit lies above the lower.`);
  const changed = await tx('loop')
    .where({ id: v.id, version: v.version, retired_on: null })
    .update({
      name: v.name.trim(),
      band_low_g_m2: v.lowGM2,
      band_high_g_m2: v.highGM2,
      ...(v.warnsBy ? { warns_by: v.warnsBy } : {}),
      ...(v.lowNPercent && v.highNPercent ? { n_low_percent: v.lowNPercent, n_high_percent: v.highNPercent } : {}),
      version: v.version + 1,
    });
  if (changed === 0) throw new RuleBroken('form', STALE());
}

/** A loop that came to the farm; what swims and grows in it is added as places. */
export async function addLoop(tx: Tx, farmId: string, v: Omit<LoopPart, 'into'>): Promise<void> {
  const code = v.code.trim().toLowerCase();
  if (v.lowC > v.highC) throw new RuleBroken('highC', say`It cannot be cooled to less than it is warmed to.`);
  if (await tx('loop').whereRaw('lower(code) = ?', [code]).first('id'))
    throw new RuleBroken('code', say`There is a loop ${code} already.`);
  const farm = await tx('farm').first('latitude', 'altitude_m');
  const habits = { latitude: farm.latitude ?? SOMEWHERE_TEMPERATE, altitudeM: farm.altitude_m ?? 0 };
  const loop = loopOf({ ...v, code, into: null }, { habits }, randomUUID());
  await tx('loop').insert({ farm_id: farmId, ...loopRow(loop) });
}
