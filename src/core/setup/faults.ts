import { formatNumber } from '../quantity/units';
import { say } from '../words/words';
import type { FarmDescription, PlacePart } from './description';
import { houseFaults } from './decideSite';

/** Places on a square metre that no way of growing reaches. Planning limits: far above what is built. */
const MOST_PER_M2: Record<string, number> = { tower: 900, tray: 4000, nursery: 4000 };
const MOST_OTHERWISE = 300;

/** What cannot be in a description, by the part it is about: `places.3.volumeL`. An empty record: it can be laid. */
export function descriptionFaults(d: FarmDescription): Record<string, string> {
  const faults: Record<string, string> = {};
  if (!d.habits.name.trim()) faults['habits.name'] = say`Give the farm a name.`;
  if (d.loops.length === 0) faults.loops = say`Describe at least one loop: a water that goes round.`;
  d.loops.forEach((loop, i) => {
    const at = `loops.${i}`;
    if (!/^[\p{L}\d_-]{1,20}$/u.test(loop.code)) faults[`${at}.code`] = say`A short code without spaces, like “heron”.`;
    if (isTwice(d.loops, i)) faults[`${at}.code`] = say`There is another loop called ${loop.code}.`;
    if (loop.highC < loop.lowC) faults[`${at}.highC`] = say`It is cooled to less than it is warmed to.`;
    if (loop.into && !d.loops.some((l) => l.code === loop.into))
      faults[`${at}.into`] = say`There is no loop ${loop.into}.`;
    if (bitesItsTail(d, i)) faults[`${at}.into`] = say`${loop.name} would spill into itself on the way round.`;
  });
  const codes = new Set(d.loops.map((l) => l.code));
  d.places.forEach((place, i) => {
    const [field, words] = placeFault(place, codes) ?? [];
    if (field) faults[`places.${i}.${field}`] = words!;
    if (isTwice(d.places, i))
      faults[`places.${i}.code`] = say`There is another place called ${place.code}. Each has a code of its own.`;
  });
  d.equipment.forEach((e, i) => {
    if (e.loop && !codes.has(e.loop)) faults[`equipment.${i}.loop`] = say`There is no loop ${e.loop}.`;
  });
  d.houses?.forEach((house, i) => {
    for (const [field, words] of Object.entries(houseFaults(house))) faults[`houses.${i}.${field}`] = words;
  });
  if (!d.places.some((p) => p.role === 'tank' || p.role === 'bed'))
    faults.places = say`Describe a tank or a bed: there is nothing to look after yet.`;
  return faults;
}

function isTwice(rows: readonly { code: string }[], i: number): boolean {
  return rows.slice(0, i).some((r) => r.code.toUpperCase() === rows[i]!.code.toUpperCase());
}

/** Whether a loop's water comes back to it by spilling from one into another. */
function bitesItsTail(d: FarmDescription, start: number): boolean {
  const first = d.loops[start]!.code;
  let next = d.loops[start]!.into;
  for (let hops = 0; next && hops <= d.loops.length; hops++) {
    if (next === first) return true;
    next = d.loops.find((l) => l.code === next)?.into ?? null;
  }
  return false;
}

/** What cannot be of a place, by its field; null: it can be laid. */
export function placeFault(p: PlacePart, loops: ReadonlySet<string>): [field: keyof PlacePart, words: string] | null {
  if (!p.code.trim()) return ['code', say`Give it a code.`];
  if (!/^[\p{L}\d_.-]{1,20}$/u.test(p.code)) return ['code', say`“${p.code}” is no code: up to 20 letters and digits.`];
  if (p.loop && !loops.has(p.loop)) return ['loop', say`There is no loop ${p.loop}.`];
  const isTank = ['tank', 'sump', 'purge', 'quarantine', 'live'].includes(p.role);
  if (isTank && !((p.volumeL ?? 0) > 0)) return ['volumeL', say`${p.code} holds no water: give its volume.`];
  if ((p.role === 'tank' || p.role === 'bed') && !p.loop) return ['loop', say`${p.code} stands in no loop.`];
  if (p.role === 'tank' && !((p.limitKgM3 ?? 0) > 0))
    return ['limitKgM3', say`Say how many kilograms a cubic metre of ${p.code} carries.`];
  if (p.role === 'bed' && !((p.positions ?? 0) > 0))
    return [
      'positions',
      p.method === 'tower' ? say`${p.code} has towers without sites.` : say`${p.code} has no places for plants.`,
    ];
  if (p.role !== 'bed' && p.role !== 'nursery') return null;
  if (p.role === 'bed' && !((p.areaM2 ?? 0) > 0)) return ['areaM2', say`Say how large ${p.code} is.`];
  const perM2 = (p.positions ?? 0) / (p.areaM2 ?? Infinity);
  const most = MOST_PER_M2[p.role === 'nursery' ? 'nursery' : (p.method ?? '')] ?? MOST_OTHERWISE;
  if (perM2 > most)
    return [
      'positions',
      say`${formatNumber(p.positions ?? 0)} places do not fit on ${formatNumber(p.areaM2 ?? 0, 1)} m²: that is ${formatNumber(perM2)} on each.`,
    ];
  if ((p.pieceSize ?? 0) > (p.positions ?? 0))
    return ['pieceSize', say`One piece of ${p.code} has more places than the whole.`];
  return null;
}
