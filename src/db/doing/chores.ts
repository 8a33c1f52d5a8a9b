import { STALE } from '../../core/setup/kept';
import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../../core/errors';
import type { Day } from '../../core/quantity/days';
import { say } from '../../core/words/words';
import type { Tx } from '../connection';

/** Routine of every so many days, as the farm wants it. */
export interface ChoreWish {
  id?: string | undefined;
  version?: number | undefined;
  placeId?: string | undefined;
  title: string;
  detail?: string | undefined;
  everyDays: number;
  startsOn: Day;
  minutes: number;
  caution?: string | undefined;
}

/** A chore of the whole farm is walked to first. */
const WHOLE_FARM = { code: '', walk: '', walk_order: 0 };

export async function saveChore(tx: Tx, farmId: string, wish: ChoreWish): Promise<void> {
  const place = wish.placeId
    ? await tx('place').where({ id: wish.placeId, retired_on: null }).first('code', 'walk', 'walk_order')
    : WHOLE_FARM;
  if (!place) throw new RuleBroken('placeId', say`That place is not on this farm (any more).`);
  const values = {
    place_id: wish.placeId ?? null,
    place_code: place.code,
    walk: place.walk,
    walk_order: place.walk_order,
    title: wish.title.trim(),
    detail: wish.detail?.trim() ?? '',
    every_days: wish.everyDays,
    starts_on: wish.startsOn,
    minutes: wish.minutes,
    caution: wish.caution?.trim() || null,
  };
  if (!wish.id) return void (await tx('chore').insert({ farm_id: farmId, id: randomUUID(), ...values }));
  const changed = await tx('chore')
    .where({ id: wish.id, version: wish.version ?? 0, retired_on: null })
    .update({ ...values, version: (wish.version ?? 0) + 1 });
  if (changed === 0) throw new RuleBroken('form', STALE());
}

/** A chore comes up no more from a day on; what was done stays. @returns its title */
export async function retireChore(tx: Tx, wish: { id: string; version: number }, today: Day): Promise<string> {
  const [row] = await tx('chore')
    .where({ id: wish.id, version: wish.version, retired_on: null })
    .update({ retired_on: today, version: wish.version + 1 })
    .returning('title');
  if (!row) throw new RuleBroken('form', STALE());
  return row.title;
}
