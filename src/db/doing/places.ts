import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../../core/errors';
import type { FarmFacts } from '../../core/facts/farm';
import { stepWords } from '../../core/plan/steps/steps';
import type { Day } from '../../core/quantity/days';
import { shortDay } from '../../core/quantity/sayDay';
import { formatMass, formatNumber, type UnitChoice } from '../../core/quantity/units';
import type { PlacePart } from '../../core/setup/description';
import { layPlan, walkOrder } from '../../core/setup/planLayout';
import { STORE_ROLES } from '../../core/setup/roles';
import { all, plural, say } from '../../core/words/words';
import type { Tx } from '../connection';
import { placeShapes } from '../farmSetup';
import { STALE } from './rules';

export interface PlaceChange {
  id: string;
  version: number;
  code: string;
  name: string;
  room: string;
  loopId?: string | undefined;
  stage?: string | undefined;
  volumeL?: number | undefined;
  limitKgM3?: number | undefined;
  saltGL?: number | undefined;
  method?: string | undefined;
  positions?: number | undefined;
  pieceSize?: number | undefined;
  areaM2?: number | undefined;
}

interface PlaceRow {
  id: string;
  code: string;
  kind: string;
  role: string | null;
  version: number;
}

async function lockPlace(tx: Tx, id: string, version: number): Promise<PlaceRow> {
  const row = await tx('place')
    .where({ id, retired_on: null })
    .forUpdate()
    .first('id', 'code', 'kind', 'role', 'version');
  if (!row || row.kind === 'outside') throw new RuleBroken('form', say`That place is not on this farm (any more).`);
  if (row.version !== version) throw new RuleBroken('form', STALE);
  return row;
}

/** The room of this name, made when it is new. */
export async function zoneOf(tx: Tx, farmId: string, room: string): Promise<string | null> {
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

async function standsIn(
  tx: Tx,
  placeId: string,
): Promise<{ code: string; kind: string; count: number; mass_g: number }[]> {
  return tx('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .where('b.place_id', placeId)
    .whereRaw('(b.count > 0 or b.mass_g > 0)')
    .orderBy('l.code')
    .select('l.code', 'l.kind', 'b.count', 'b.mass_g');
}

async function freeCode(tx: Tx, code: string, id: string | null) {
  const taken = await tx('place')
    .whereRaw('upper(code) = upper(?)', [code])
    .whereNot({ id: id ?? randomUUID() })
    .first('code', 'retired_on');
  if (taken)
    throw new RuleBroken(
      'code',
      taken.retired_on
        ? say`A place that was retired was called ${taken.code}; choose another code.`
        : say`There is another place called ${taken.code}. Each has a code of its own.`,
    );
}

/** Gives a place other values; whoever stands in it must fit. Its history stays under it. */
export async function changePlace(tx: Tx, farmId: string, wish: PlaceChange): Promise<void> {
  const place = await lockPlace(tx, wish.id, wish.version);
  await freeCode(tx, wish.code, wish.id);
  if (['tank', 'sump', 'purge', 'quarantine'].includes(place.kind) && !((wish.volumeL ?? 0) > 0))
    throw new RuleBroken('volumeL', say`${wish.code} holds no water: give its volume.`);
  if (place.kind === 'bed' || place.kind === 'nursery') {
    const held = (await standsIn(tx, wish.id)).reduce((sum, h) => sum + h.count, 0);
    if ((wish.positions ?? 0) < held)
      throw new RuleBroken(
        'positions',
        say`${place.code} holds ${formatNumber(held)} plants; that is more than ${formatNumber(wish.positions ?? 0)} places.`,
      );
  }
  const zone = await zoneOf(tx, farmId, wish.room);
  await tx('place')
    .where({ id: wish.id })
    .update({
      code: wish.code.toUpperCase(),
      name: wish.name.trim() || wish.code,
      zone_id: zone,
      ...(wish.room.trim() ? { walk: wish.room.trim() } : {}),
      ...(wish.loopId === undefined ? {} : { loop_id: wish.loopId }),
      stage: wish.stage ?? null,
      volume_l: wish.volumeL ?? null,
      density_limit_kg_m3: wish.limitKgM3 ?? null,
      salt_g_l: wish.saltGL ?? 0,
      method: wish.method ?? null,
      positions: wish.positions ?? null,
      piece_size: wish.pieceSize ?? null,
      area_m2: wish.areaM2 ?? null,
      version: place.version + 1,
    });
}

interface RetireArgs {
  id: string;
  version: number;
  day: Day;
  facts: FarmFacts;
  units: UnitChoice;
}

/** A place is used no more from a day on. What stands in it or is planned for it goes first, and how is said. */
export async function retirePlace(tx: Tx, { id, version, day, facts, units }: RetireArgs): Promise<string> {
  const place = await lockPlace(tx, id, version);
  if (place.role === 'aside') throw new RuleBroken('form', say`What is set aside for orders needs its place.`);
  const there = await standsIn(tx, id);
  if (there.length > 0) throw new RuleBroken('form', occupiedWords({ place, there, facts, units }));
  const steps = await tx('plan_step')
    .where({ state: 'planned' })
    .andWhere((q) => q.where({ from_place_id: id }).orWhere({ to_place_id: id }))
    .orderBy('day')
    .select('kind', 'lot_code', 'day');
  if (steps.length > 0) {
    const some = steps.slice(0, 4).map((s) => say`${stepWords(s.kind)} of ${s.lot_code} on ${shortDay(s.day)}`);
    throw new RuleBroken(
      'form',
      say`${plural(steps.length, '# step is', '# steps are')} planned for ${place.code}: ${all(some)}. Slide them elsewhere or drop them on Season, or lay the rotation anew in the stocking planner; then it can be retired.`,
    );
  }
  await tx('place')
    .where({ id })
    .update({ retired_on: day, version: place.version + 1 });
  await tx('equipment').where({ place_id: id, retired_on: null }).update({ retired_on: day });
  return place.code;
}

interface OccupiedArgs {
  place: PlaceRow;
  there: { code: string; kind: string; count: number; mass_g: number }[];
  facts: FarmFacts;
  units: UnitChoice;
}

/** What stands in it, and the ways out. */
function occupiedWords({ place, there, facts, units }: OccupiedArgs): string {
  const first = there[0]!;
  if (first.kind === 'planting') {
    const free = facts.places.filter((p) => p.kind === 'bed' && p.id !== place.id).length;
    return say`${place.code} holds ${formatNumber(there.reduce((n, t) => n + t.count, 0))} plants of ${all(there.map((t) => t.code))}. Pick them or clear the bed first; ${plural(free, '# other bed stays', '# other beds stay')}.`;
  }
  if (first.kind !== 'cohort')
    return say`${place.code} still holds ${all(there.slice(0, 4).map((t) => t.code))}. Use it up, set it aside or write it off first.`;
  const own = facts.fish.filter((f) => f.placeId === place.id);
  const needG = own.reduce((sum, f) => sum + f.count * f.referenceG, 0);
  const ways = facts.places
    .filter((p) => p.kind === 'tank' && p.id !== place.id && p.volumeL && p.densityLimitKgM3)
    .map((p) => {
      const heldG = facts.fish.filter((f) => f.placeId === p.id).reduce((sum, f) => sum + f.count * f.referenceG, 0);
      return { code: p.code, roomG: (p.volumeL! / 1000) * p.densityLimitKgM3! * 1000 - heldG };
    })
    .filter((w) => w.roomG > 0)
    .sort((a, b) => b.roomG - a.roomG);
  const fits = ways.filter((w) => w.roomG >= needG);
  const named = (fits.length > 0 ? fits : ways)
    .slice(0, 3)
    .map((w) => say`${w.code} has room for ${formatMass(w.roomG, units)}`);
  const fish = say`${place.code} holds ${formatNumber(own.reduce((n, f) => n + f.count, 0))} fish of ${all(own.map((f) => f.lotCode))}, ${formatMass(needG, units)} in all.`;
  if (named.length === 0) return say`${fish} No other tank has room: harvest them first.`;
  return fits.length > 0
    ? say`${fish} Move them first: ${all(named)}. Or harvest them.`
    : say`${fish} No tank takes them all; part them: ${all(named)}. Or harvest them.`;
}

/** A new place, as it was said. */
export async function addPlace(tx: Tx, farmId: string, part: PlacePart): Promise<void> {
  await freeCode(tx, part.code, null);
  const loop = part.loop ? await tx('loop').whereRaw('lower(code) = lower(?)', [part.loop]).first('id') : null;
  if (part.loop && !loop) throw new RuleBroken('line', say`There is no loop called ${part.loop}.`);
  const isStore = (STORE_ROLES as readonly string[]).includes(part.role);
  const last = await tx('place').whereNot({ kind: 'outside' }).max('walk_order as n').first();
  await tx('place').insert({
    farm_id: farmId,
    id: randomUUID(),
    code: part.code,
    name: part.code,
    kind: isStore ? 'store' : part.role,
    role: isStore ? part.role : null,
    loop_id: loop?.id ?? null,
    zone_id: await zoneOf(tx, farmId, part.room),
    stage: part.stage,
    volume_l: part.volumeL,
    density_limit_kg_m3: part.limitKgM3,
    positions: part.positions,
    area_m2: part.areaM2,
    method: part.method,
    piece_size: part.pieceSize,
    salt_g_l: part.saltGL,
    walk: part.room || part.code,
    walk_order: Number(last?.n ?? 0) + 1,
    length_m: part.lengthM,
    width_m: part.widthM,
    stands_on: part.standsOn,
  });
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
