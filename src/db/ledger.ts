import { say, told } from '../core/words/words';
import { standardPlace } from '../core/setup/newFarm';
import { OUTSIDE_ROLES, ROLE_NAMES, type OutsideRole, type StoreRole } from '../core/setup/roles';
import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../core/errors';
import { freeCode } from '../core/plan/freeCode';
import type { NewLot, Reason } from '../core/acts/effects';
import type { Day } from '../core/quantity/days';

import type { Tx } from './connection';

export type { NewLot, Reason } from '../core/acts/effects';

/** Who does something, when, and under which key it is known. */
export interface Entry {
  farmId: string;
  personId: string | null;
  /** Made where it was typed; sending it again adds nothing. */
  entryKey: string;
  farmDay: Day;
  at: Date;
}

export interface Movement {
  lotId: string;
  fromPlaceId: string;
  toPlaceId: string;
  count?: number;
  massG?: number;
  reason: Reason;
  orderLineId?: string;
  stepId?: string;
  note?: string | null;
}

interface RecordMovementArgs {
  tx: Tx;
  entry: Entry;
  movement: Movement;
  part?: string;
}

/**
 * Adds a movement, once per entry key. `part` tells apart the movements of one entry.
 * @returns its id, and whether it had been there already
 */
export async function recordMovement({
  tx,
  entry,
  movement,
  part = '',
}: RecordMovementArgs): Promise<{ id: string; repeated: boolean }> {
  const entryKey = entry.entryKey + part;
  const id = randomUUID();
  const added = await tx('movement')
    .insert({
      farm_id: entry.farmId,
      id,
      entry_key: entryKey,
      lot_id: movement.lotId,
      from_place_id: movement.fromPlaceId,
      to_place_id: movement.toPlaceId,
      count: movement.count ?? 0,
      mass_g: Math.round((movement.massG ?? 0) * 10) / 10,
      farm_day: entry.farmDay,
      occurred_at: entry.at,
      person_id: entry.personId,
      reason: movement.reason,
      order_line_id: movement.orderLineId ?? null,
      step_id: movement.stepId ?? null,
      note: movement.note ?? null,
    })
    .onConflict(['farm_id', 'entry_key'])
    .ignore()
    .returning('id');
  if (added.length > 0) return { id, repeated: false };
  const there = await tx('movement').where({ entry_key: entryKey }).first('id');
  return { id: there.id, repeated: true };
}

/** Takes a movement back by its opposite. @throws {RuleBroken} when it was taken back already or is not this farm's */
export async function reverseMovement(tx: Tx, entry: Entry, movementId: string): Promise<void> {
  const was = await tx('movement').where({ id: movementId }).first();
  if (!was) throw new RuleBroken('movementId', say`That record is not on this farm.`);
  const already = await tx('movement').where({ reverses_id: movementId }).first('entry_key');
  if (already) {
    if (already.entry_key === entry.entryKey + movementId) return;
    throw new RuleBroken('movementId', say`That was taken back already.`);
  }
  await tx('movement').insert({
    farm_id: entry.farmId,
    id: randomUUID(),
    entry_key: entry.entryKey + movementId,
    lot_id: was.lot_id,
    from_place_id: was.to_place_id,
    to_place_id: was.from_place_id,
    count: was.count,
    mass_g: was.mass_g,
    farm_day: entry.farmDay,
    occurred_at: entry.at,
    person_id: entry.personId,
    reason: 'reverse',
    reverses_id: movementId,
    order_line_id: was.order_line_id,
  });
}

/** Makes a lot and links it to the lots it came from. */
export async function createLot(tx: Tx, farmId: string, lot: NewLot): Promise<string> {
  const id = randomUUID();
  await tx('lot').insert({
    farm_id: farmId,
    id,
    code: lot.code,
    kind: lot.kind,
    keeps: lot.keeps,
    began_on: lot.beganOn,
    species_code: lot.speciesCode ?? null,
    crop_code: lot.cropCode ?? null,
    product_code: lot.productCode ?? null,
    pellet_mm: lot.pelletMm ?? null,
    start_mean_g: lot.startMeanG ?? null,
    start_cv: lot.startCv ?? null,
    start_sizes: lot.startSizes ?? null,
    start_pace: lot.startPace ?? null,
    cost_minor: lot.costMinor ?? null,
    permit: lot.permit ?? null,
    supplier: lot.supplier ?? null,
    note: lot.note ?? null,
    transplanted_on: lot.transplantedOn ?? null,
  });
  const origins = (lot.fromLotIds ?? []).map((from, i) => ({
    farm_id: farmId,
    lot_id: id,
    from_lot_id: from,
    share: lot.fromShares?.[i] ?? null,
  }));
  if (origins.length > 0) await tx('lot_origin').insert(origins);
  return id;
}

/** `BASE`, or `BASE-2`, `BASE-3` … when that is taken. Two makers at once are told apart by the unique code. */
export async function freeLotCode(tx: Tx, base: string): Promise<string> {
  const taken = new Set(
    (await tx('lot').where('code', 'like', `${base}%`).select('code')).map((r: { code: string }) => r.code),
  );
  return freeCode(base, taken);
}

export async function balanceAt(tx: Tx, lotId: string, placeId: string): Promise<{ count: number; massG: number }> {
  const row = await tx('balance').where({ lot_id: lotId, place_id: placeId }).first('count', 'mass_g');
  return { count: row?.count ?? 0, massG: row?.mass_g ?? 0 };
}

/** The place outside, or the first store in walking order, that is for this. Every farm has the places outside. */
export async function placeOfRole(tx: Tx, role: StoreRole | OutsideRole): Promise<string> {
  const row = await tx('place').where({ role, retired_on: null }).orderBy(['walk_order', 'code']).first('id');
  if (row) return row.id;
  if (!isOutside(role))
    throw new RuleBroken('placeId', say`This farm has no ${told(ROLE_NAMES[role])} yet. Add one on Farm.`);
  return addOutside(tx, role);
}

const isOutside = (role: string): role is OutsideRole => (OUTSIDE_ROLES as readonly string[]).includes(role);

/** A place outside that farms of an older file have not. */
async function addOutside(tx: Tx, role: OutsideRole): Promise<string> {
  const { id, code, name, kind, isSource, walk, walkOrder } = standardPlace(randomUUID(), role);
  const farm_id = tx.raw(`nullif(current_setting('app.farm_id', true), '')::uuid`);
  await tx('place').insert({ farm_id, id, code, name, kind, role, is_source: isSource, walk, walk_order: walkOrder });
  return id;
}

/** The store of a role where a lot lies, the fullest first; where it lies in none, the one it would be put in. */
export async function storeHolding(tx: Tx, lotId: string, role: StoreRole): Promise<string> {
  const row = await tx('balance as b')
    .join('place as p', 'p.id', 'b.place_id')
    .where({ 'b.lot_id': lotId, 'p.role': role })
    .orderByRaw('greatest(b.count, b.mass_g) desc, p.walk_order, p.code')
    .first('p.id');
  return row?.id ?? placeOfRole(tx, role);
}
