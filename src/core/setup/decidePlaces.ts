import { meanWeightG } from '../fish/grading';
import { decide, refuse, type Decision } from '../acts/decision';
import { said, type Effect, type PlaceBecomes, type Said, type Taken } from '../acts/effects';
import type { FarmFacts } from '../facts/farm';
import { stepWords } from '../plan/steps/steps';
import type { StepKind } from '../facts/step';
import type { Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { formatMass, formatNumber, type UnitChoice } from '../quantity/units';
import { all, plural, say } from '../words/words';
import { brought, type Brought } from './brought';
import type { EquipmentPart, Method, PartRole, PlacePart } from './description';
import { placeFault } from './faults';
import { STALE } from './kept';
import { STORE_ROLES } from './roles';

/** A place as it stands in the books, with what is in it. */
export interface PlaceKnown {
  id: string;
  code: string;
  kind: string;
  role: string | null;
  version: number;
  retired: boolean;
  holds: readonly { code: string; kind: string; count: number }[];
}

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

const HOLDS_WATER = ['tank', 'sump', 'purge', 'quarantine'];

function here(places: readonly PlaceKnown[], { id, version }: { id: string; version: number }): PlaceKnown {
  const place = places.find((p) => p.id === id && !p.retired && p.kind !== 'outside');
  if (!place) return refuse('form', say`That place is not on this farm (any more).`);
  if (place.version !== version) refuse('form', STALE());
  return place;
}

function requireFree(places: readonly PlaceKnown[], code: string, id: string | null) {
  const taken = places.find((p) => p.id !== id && p.code.toUpperCase() === code.toUpperCase());
  if (taken?.retired) refuse('code', say`A place that was retired was called ${taken.code}; choose another code.`);
  if (taken) refuse('code', say`There is another place called ${taken.code}. Each has a code of its own.`);
}

/** A place has other values from now on; whoever stands in it must fit. Its history stays under it. */
export function decideChangePlace(places: readonly PlaceKnown[], wish: PlaceChange): Decision<Taken<null>> {
  return decide(() => {
    const place = here(places, wish);
    requireFree(places, wish.code, wish.id);
    if (HOLDS_WATER.includes(place.kind) && !((wish.volumeL ?? 0) > 0))
      refuse('volumeL', say`${wish.code} holds no water: give its volume.`);
    const held = place.holds.reduce((sum, h) => sum + h.count, 0);
    if ((place.kind === 'bed' || place.kind === 'nursery') && (wish.positions ?? 0) < held)
      refuse(
        'positions',
        say`${place.code} holds ${formatNumber(held)} plants; that is more than ${formatNumber(wish.positions ?? 0)} places.`,
      );
    const { id: _id, version: _version, code, name, ...rest } = wish;
    const became: PlaceBecomes = { ...rest, code: code.toUpperCase(), name: name.trim() || code };
    return { effects: [{ does: 'placeChanged', placeId: place.id, version: place.version, became }], said: () => null };
  });
}

interface Leaving {
  places: readonly PlaceKnown[];
  /** Steps of the plan from it or to it. */
  steps: readonly { kind: StepKind; lotCode: string; day: Day }[];
  facts: Pick<FarmFacts, 'fish' | 'places'>;
  units: UnitChoice;
}

/** A place is used no more. What stands in it or is planned for it goes first, and how is said. */
export function decideRetirePlace(
  { places, steps, facts, units }: Leaving,
  wish: { id: string; version: number },
): Decision<Taken<Said>> {
  return decide(() => {
    const place = here(places, wish);
    if (place.role === 'aside') refuse('form', say`What is reserved for orders needs its place.`);
    if (place.holds.length > 0) refuse('form', occupiedWords(place, facts, units));
    if (steps.length > 0) {
      const some = steps.slice(0, 4).map((s) => say`${stepWords(s.kind)} of ${s.lotCode} on ${shortDay(s.day)}`);
      refuse(
        'form',
        say`${plural(steps.length, '# step is', '# steps are')} planned for ${place.code}: ${all(some)}. Slide them elsewhere or drop them on Season, or lay the rotation anew in the stocking planner; then it can be retired.`,
      );
    }
    return {
      effects: [{ does: 'placeRetired', placeId: place.id, version: place.version }],
      said: () => said(say`${place.code} is retired from today on; its records stay.`),
    };
  });
}

/** What stands in it, and the ways out. */
function occupiedWords(
  { id, code, holds }: PlaceKnown,
  facts: Pick<FarmFacts, 'fish' | 'places'>,
  units: UnitChoice,
): string {
  const first = holds[0]!;
  if (first.kind === 'planting') {
    const free = facts.places.filter((p) => p.kind === 'bed' && p.id !== id).length;
    return say`${code} holds ${formatNumber(holds.reduce((n, t) => n + t.count, 0))} plants of ${all(holds.map((t) => t.code))}. Pick them or clear the bed first; ${plural(free, '# other bed stays', '# other beds stay')}.`;
  }
  if (first.kind !== 'cohort')
    return say`${code} still holds ${all(holds.slice(0, 4).map((t) => t.code))}. Use it up, reserve it or write it off first.`;
  const own = facts.fish.filter((f) => f.placeId === id);
  const needG = massOf(own);
  const ways = roomElsewhere(id, facts);
  const fits = ways.filter((w) => w.roomG >= needG);
  const named = (fits.length > 0 ? fits : ways)
    .slice(0, 3)
    .map((w) => say`${w.code} has room for ${formatMass(w.roomG, units)}`);
  const fish = say`${code} holds ${formatNumber(own.reduce((n, f) => n + f.count, 0))} fish of ${all(own.map((f) => f.lotCode))}, ${formatMass(needG, units)} in all.`;
  if (named.length === 0) return say`${fish} No other tank has room: harvest them first.`;
  return fits.length > 0
    ? say`${fish} Move them first: ${all(named)}. Or harvest them.`
    : say`${fish} No tank takes them all; split them: ${all(named)}. Or harvest them.`;
}

const massOf = (fish: FarmFacts['fish']) => fish.reduce((sum, f) => sum + f.count * meanWeightG(f), 0);

/** Tanks with room under their limits, the roomiest first. */
function roomElsewhere(id: string, { fish, places }: Pick<FarmFacts, 'fish' | 'places'>) {
  return places
    .filter((p) => p.kind === 'tank' && p.id !== id && p.volumeL && p.densityLimitKgM3)
    .map((p) => {
      const heldG = massOf(fish.filter((f) => f.placeId === p.id));
      return { code: p.code, roomG: (p.volumeL! / 1000) * p.densityLimitKgM3! * 1000 - heldG };
    })
    .filter((w) => w.roomG > 0)
    .sort((a, b) => b.roomG - a.roomG);
}

interface Ground {
  places: readonly PlaceKnown[];
  loops: readonly { id: string; code: string }[];
}

/** The loop a part was said to be in; null: none was said. */
function loopOf({ loops }: Ground, part: { loop: string | null }): string | null {
  if (!part.loop) return null;
  const loop = loops.find((l) => l.code.toLowerCase() === part.loop!.toLowerCase());
  return loop ? loop.id : refuse('line', say`There is no loop called ${part.loop}.`);
}

function placeAdded(ground: Ground, part: PlacePart): Effect {
  const isStore = (STORE_ROLES as readonly string[]).includes(part.role);
  const { loop: _loop, role, ...rest } = part;
  return {
    does: 'placeAdded',
    place: {
      ...rest,
      kind: isStore ? 'store' : role,
      role: isStore ? role : null,
      loopId: loopOf(ground, part),
    },
  };
}

/** New places and equipment, as they were said. */
export function decideAddParts(
  ground: Ground,
  parts: { places: readonly PlacePart[]; equipment: readonly EquipmentPart[] },
): Decision<Taken<Said>> {
  return decide(() => {
    const effects = parts.places.map((part, i) => {
      requireFree(ground.places, part.code, null);
      if (parts.places.slice(0, i).some((p) => p.code.toUpperCase() === part.code.toUpperCase()))
        refuse('code', say`There is another place called ${part.code}. Each has a code of its own.`);
      return placeAdded(ground, part);
    });
    for (const part of parts.equipment) {
      const { loop: _loop, ...plate } = part;
      effects.push({ does: 'equipmentAdded', equipment: { ...plate, loopId: loopOf(ground, part) } });
    }
    const n = effects.length;
    return { effects, said: () => said(plural(n, '# part is on the farm.', '# parts are on the farm.')) };
  });
}

export interface BroughtPlace {
  code: string;
  role: PartRole;
  loop?: string;
  room?: string;
  volumeL?: number;
  limitKgM3?: number;
  method?: Method;
  positions?: number;
  pieceSize?: number;
  areaM2?: number;
}

/** A tank of a table carries this where nothing is said. Planning default. */
const USUAL_LIMIT_KG_M3 = 40;

const partOf = (row: BroughtPlace, onlyLoop: string | null): PlacePart => ({
  depthM: null,
  code: row.code.trim(),
  role: row.role,
  loop: row.loop ?? (['tank', 'bed', 'sump', 'nursery'].includes(row.role) ? onlyLoop : null),
  room: row.room?.trim() ?? '',
  ...{ standsOn: 'floor', stage: null, saltGL: 0, lengthM: null, widthM: null },
  volumeL: row.volumeL ?? null,
  limitKgM3: row.limitKgM3 ?? (row.role === 'tank' ? USUAL_LIMIT_KG_M3 : null),
  method: row.method ?? null,
  positions: row.positions ?? null,
  pieceSize: row.pieceSize ?? null,
  areaM2: row.areaM2 ?? null,
});

/** Places from a table. What is there already under the same code and as the same thing is left as it is. */
export function decideBringPlaces(ground: Ground, rows: readonly BroughtPlace[]): Decision<Taken<Said & Brought>> {
  return decide(() => {
    const loops = ground.loops.map((l) => l.code);
    const roles = new Map(
      ground.places.filter((p) => !p.retired).map((p) => [p.code.toLowerCase(), p.kind === 'store' ? p.role : p.kind]),
    );
    const effects = rows.flatMap((row, i): Effect[] => {
      const part = partOf(row, loops.length === 1 ? loops[0]! : null);
      const [field, words] = placeFault(part, new Set(loops)) ?? [];
      if (field) refuse(`rows.${i}.${field}`, words!);
      const same = roles.get(part.code.toLowerCase());
      if (same === part.role) return [];
      if (same !== undefined)
        refuse(`rows.${i}.code`, say`There is another place called ${part.code}. Each has a code of its own.`);
      requireFree(ground.places, part.code, null);
      roles.set(part.code.toLowerCase(), part.role);
      return [placeAdded(ground, part)];
    });
    return brought(effects, { added: effects.length, known: rows.length - effects.length });
  });
}
