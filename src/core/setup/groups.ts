import type { EquipmentPart, FarmDescription, PartRole, PlacePart } from './description';

/** Which roles are described on which step. */
export const ROLES_OF_STEP: Record<'water' | 'beds' | 'purge', readonly PartRole[]> = {
  water: ['tank', 'sump'],
  beds: ['bed', 'nursery'],
  purge: ['purge', 'quarantine', 'live', 'cold', 'feed', 'seed', 'dry', 'chemicals'],
};

export interface PlaceGroup {
  /** Their places in the description. */
  at: number[];
  codes: string[];
  part: PlacePart;
}

/** Places that differ in nothing but their code stand in one row. */
export function placeGroups(d: FarmDescription, step: 'water' | 'beds' | 'purge'): PlaceGroup[] {
  const groups = new Map<string, PlaceGroup>();
  d.places.forEach((part, i) => {
    if (!ROLES_OF_STEP[step].includes(part.role)) return;
    const key = JSON.stringify({ ...part, code: '' });
    const group = groups.get(key) ?? { at: [], codes: [], part };
    group.at.push(i);
    group.codes.push(part.code);
    groups.set(key, group);
  });
  return [...groups.values()];
}

/** `H1–H8` where codes run on, else each of them. */
export function codesWords(codes: readonly string[]): string {
  const numbered = codes.map((c) => /^(.*?)(\d+)$/.exec(c));
  const runs =
    codes.length > 2 &&
    numbered.every((n, i) => n && n[1] === numbered[0]![1] && Number(n[2]) === Number(numbered[0]![2]) + i);
  return runs ? `${codes[0]}–${codes.at(-1)}` : codes.join(', ');
}

interface GroupChange {
  at: readonly number[];
  codes: readonly string[];
  part: PlacePart;
}

/** Puts other values in place of those of a group, code by code. */
export function changeGroup(d: FarmDescription, { at, codes, part }: GroupChange): FarmDescription {
  const places = d.places.map((p, i) => {
    const k = at.indexOf(i);
    return k < 0 ? p : { ...part, code: (codes[k] ?? p.code).toUpperCase() };
  });
  return { ...d, places };
}

export function leaveOutPlaces(d: FarmDescription, at: readonly number[]): FarmDescription {
  return { ...d, places: d.places.filter((_, i) => !at.includes(i)) };
}

export function changeEquipment(d: FarmDescription, i: number, part: EquipmentPart | null): FarmDescription {
  return { ...d, equipment: d.equipment.flatMap((e, k) => (k !== i ? [e] : part ? [part] : [])) };
}
