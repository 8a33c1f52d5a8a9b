import { randomUUID } from 'node:crypto';
import type { PlaceBecomes, PlaceWritten } from '../core/acts/effects';
import { RuleBroken } from '../core/errors';
import type { StepKind } from '../core/facts/step';
import type { Day } from '../core/quantity/days';
import type { PlaceKnown } from '../core/setup/decidePlaces';
import { layPlan, walkOrder } from '../core/setup/planLayout';
import { say } from '../core/words/words';
import type { Tx } from './connection';
import { placeShapes } from './farmSetup';
import type { Entry } from './ledger';

/** Places in the books: read as they are, written as was decided. */
export async function placesKnown(tx: Tx): Promise<PlaceKnown[]> {
  const { rows } = await tx.raw(
    `select p.id, p.code, p.kind, p.role, p.version, p.retired_on is not null as retired,
       coalesce((select json_agg(json_build_object('code', l.code, 'kind', l.kind, 'count', b.count) order by l.code)
         from balance b join lot l on l.farm_id = b.farm_id and l.id = b.lot_id
         where b.farm_id = p.farm_id and b.place_id = p.id and (b.count > 0 or b.mass_g > 0)), '[]') as holds
     from place p where p.kind <> 'outside' or p.retired_on is null order by p.code`,
  );
  return rows;
}

export const openLoops = (tx: Tx): Promise<{ id: string; code: string; name: string }[]> =>
  tx('loop').where({ retired_on: null }).orderBy('code').select('id', 'code', 'name');

/** Steps of the plan from a place or to it. */
export async function stepsAt(tx: Tx, placeId: string): Promise<{ kind: StepKind; lotCode: string; day: Day }[]> {
  return tx('plan_step')
    .where({ state: 'planned' })
    .andWhere((q) => q.where({ from_place_id: placeId }).orWhere({ to_place_id: placeId }))
    .orderBy('day')
    .select('kind', 'lot_code as lotCode', 'day');
}

/** The room of this name, made when it is new. */
async function zoneOf(tx: Tx, farmId: string, room: string): Promise<string | null> {
  const name = room.trim();
  if (!name) return null;
  const known = await tx('zone').whereRaw('lower(name) = lower(?)', [name]).first('id');
  if (known) return known.id;
  const taken = await tx('zone').pluck('code');
  let n = taken.length + 1;
  while (taken.includes(`Z${n}`)) n++;
  const id = randomUUID();
  await tx('zone').insert({
    farm_id: farmId,
    id,
    code: `Z${n}`,
    name: name.charAt(0).toUpperCase() + name.slice(1),
    kind: 'room',
  });
  return id;
}

const measuresOf = (p: Omit<PlaceBecomes, 'name' | 'code' | 'room' | 'loopId'>) => ({
  stage: p.stage ?? null,
  volume_l: p.volumeL ?? null,
  density_limit_kg_m3: p.limitKgM3 ?? null,
  salt_g_l: p.saltGL ?? 0,
  method: p.method ?? null,
  positions: p.positions ?? null,
  piece_size: p.pieceSize ?? null,
  area_m2: p.areaM2 ?? null,
});

export async function addPlace(tx: Tx, { farmId }: Entry, place: PlaceWritten): Promise<void> {
  const last = await tx('place').whereNot({ kind: 'outside' }).max('walk_order as n').first();
  await tx('place').insert({
    ...{ farm_id: farmId, id: randomUUID(), code: place.code, name: place.code, kind: place.kind, role: place.role },
    ...measuresOf(place),
    loop_id: place.loopId ?? null,
    zone_id: await zoneOf(tx, farmId, place.room),
    walk: place.room || place.code,
    walk_order: Number(last?.n ?? 0) + 1,
    length_m: place.lengthM,
    width_m: place.widthM,
    depth_m: place.depthM,
    stands_on: place.standsOn,
    behind: place.behind || null,
  });
}

export async function changePlace(
  tx: Tx,
  { farmId }: Entry,
  { placeId, version, became }: { placeId: string; version: number; became: PlaceBecomes },
): Promise<void> {
  const room = became.room.trim();
  await tx('place')
    .where({ id: placeId })
    .update({
      ...{ code: became.code, name: became.name, zone_id: await zoneOf(tx, farmId, room), version: version + 1 },
      ...measuresOf(became),
      ...(room ? { walk: room } : {}),
      ...(became.loopId === undefined ? {} : { loop_id: became.loopId }),
    });
}

export async function retirePlace(
  tx: Tx,
  { farmDay }: Entry,
  { placeId, version }: { placeId: string; version: number },
): Promise<void> {
  await tx('place')
    .where({ id: placeId })
    .update({ retired_on: farmDay, version: version + 1 });
  await tx('equipment').where({ place_id: placeId, retired_on: null }).update({ retired_on: farmDay });
}

/** Puts places where they stand on the plan; with `walk`, the round goes in that order from now on. */
export async function arrangePlaces(
  tx: Tx,
  { stands, walk }: { stands: readonly { id: string; xM: number; yM: number }[]; walk: boolean },
): Promise<void> {
  for (const { id, xM, yM } of stands) {
    const changed = await tx('place').where({ id, retired_on: null }).update({ x_m: xM, y_m: yM });
    if (changed === 0) throw new RuleBroken('form', say`That place is not on this farm (any more).`);
  }
  if (!walk) return;
  const things = await placeShapes(tx);
  const rooms = new Map(things.map((t) => [t.id, t.room]));
  const order = walkOrder(layPlan(things), (id) => rooms.get(id) ?? '');
  for (const [i, id] of order.entries())
    await tx('place')
      .where({ id })
      .update({ walk_order: i + 1 });
}
