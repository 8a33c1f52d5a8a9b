import type { EquipmentPart, FarmDescription, PlacePart } from './description';
import { coverOf, NO_HOUSE, ON_LEAVES, UMOL_PER_J, wattsOfHouse, type HousePart } from './houses';

/** Rooms of a description: one for each name, whatever its capitals. */

const sameRoom = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();
const holdsPlants = (p: PlacePart) => p.role === 'bed' || p.role === 'nursery';

/** Every room in which plants stand: as it was said, else guessed from its name, with what its lamps come to. */
export const housesOf = (d: FarmDescription): HousePart[] =>
  roomsOf(d).map((house) => (house.umolM2S === null ? { ...house, ...lampsIn(d, house.name) } : house));

/** The same without what their lamps come to. */
function roomsOf(d: FarmDescription): HousePart[] {
  const names = d.places.filter(holdsPlants).map((p) => p.room.trim());
  const rooms = [...new Map(names.filter(Boolean).map((name) => [name.toLowerCase(), name])).values()];
  return rooms.map(
    (name) => d.houses?.find((h) => sameRoom(h.name, name)) ?? { name, cover: coverOf(name), ...NO_HOUSE },
  );
}

/** Every room that is known by name, with plants or not, as it was said or is guessed. */
export const knownHouses = (d: FarmDescription): HousePart[] => [...roomsOf(d), ...emptyHouses(d)];

/** Rooms of which somebody said what they are, though no plants stand there yet. */
export function emptyHouses(d: FarmDescription): HousePart[] {
  const filled = new Set(d.places.filter(holdsPlants).map((p) => p.room.trim().toLowerCase()));
  return (d.houses ?? []).filter((h) => !filled.has(h.name.trim().toLowerCase()));
}

/** A description with a house as it was said last. */
export const withHouse = (d: FarmDescription, house: HousePart): FarmDescription => ({
  ...d,
  houses: [...(d.houses ?? []).filter((h) => !sameRoom(h.name, house.name)), house],
});

/** What a room with plants draws on the mean of a day, W: lamps that were said of it and are no machines of their own, and holding its air. */
export function roomWatts(d: FarmDescription): { name: string; lampsW: number; airW: number }[] {
  return housesOf(d).map((house) => {
    const beds = d.places.filter((p) => holdsPlants(p) && sameRoom(p.room, house.name));
    const areaM2 = beds.reduce((sum, b) => sum + (b.areaM2 ?? 0), 0);
    const { lampsW, airW } = wattsOfHouse(house, d.habits);
    const areMachines = lampsIn(d, house.name).umolM2S !== null;
    return { name: house.name, lampsW: areMachines ? 0 : lampsW * areaM2, airW: airW * areaM2 };
  });
}

/** What the lamps over a room's beds give at the leaves; nothing where none was described. */
function lampsIn(d: FarmDescription, room: string): Pick<HousePart, 'lampHours' | 'umolM2S'> {
  const beds = d.places.filter((p) => holdsPlants(p) && sameRoom(p.room, room));
  const areaM2 = beds.reduce((sum, b) => sum + (b.areaM2 ?? 0), 0);
  const lamps = d.equipment.filter((e) => e.kind === 'light' && !e.isSpare && hangsIn(d, e, { room, beds }));
  const umolS = lamps.reduce((sum, e) => sum + (e.umolS ?? (e.watts ?? 0) * UMOL_PER_J), 0);
  if (umolS === 0 || areaM2 === 0) return { lampHours: null, umolM2S: null };
  const lit = lamps.find((e) => e.onMin);
  return {
    lampHours: lit ? Math.round((lit.onMin! / (lit.onMin! + (lit.offMin ?? 0))) * 240) / 10 : USUAL_LAMP_H,
    umolM2S: Math.round((umolS * ON_LEAVES) / areaM2),
  };
}

/** Hours a day that lamps burn of which nobody said. Planning default. */
const USUAL_LAMP_H = 16;

interface Room {
  room: string;
  beds: readonly PlacePart[];
}

/** Whether a lamp shines on a room: as was said, or because all beds of its loop stand there. */
function hangsIn(d: FarmDescription, lamp: EquipmentPart, { room, beds }: Room): boolean {
  const over = (lamp.over ?? '').toLowerCase();
  if (over.includes(room.toLowerCase())) return true;
  const codes = over.split(/[^\p{L}\d]+/u);
  if (beds.some((b) => codes.includes(b.code.toLowerCase()))) return true;
  const named = d.places.some((p) => p.room && over.includes(p.room.toLowerCase()));
  const ofLoop = d.places.filter((p) => holdsPlants(p) && (lamp.loop === null || p.loop === lamp.loop));
  return !named && ofLoop.length > 0 && ofLoop.every((p) => sameRoom(p.room, room));
}
