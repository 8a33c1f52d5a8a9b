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
  const runs: string[][] = [];
  for (const code of codes) {
    const run = runs.at(-1);
    if (run && follows(run.at(-1)!, code)) run.push(code);
    else runs.push([code]);
  }
  return runs.map((run) => (run.length > 2 ? `${run[0]}–${run.at(-1)}` : run.join(', '))).join(', ');
}

function follows(before: string, code: string): boolean {
  const [a, b] = [before, code].map((c) => /^(.*?)(\d+)$/.exec(c));
  return !!a && !!b && a[1] === b[1] && Number(b[2]) === Number(a[2]) + 1;
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

export interface MachineGroup {
  /** Their places in the description. */
  at: number[];
  names: string[];
  part: EquipmentPart;
}

/** Machines that differ in nothing but their name stand in one row, in the order of the first. */
export function machineGroups(d: FarmDescription): MachineGroup[] {
  const groups = new Map<string, MachineGroup>();
  d.equipment.forEach((part, i) => {
    const key = JSON.stringify({ ...part, name: '' });
    const group = groups.get(key) ?? { at: [], names: [], part };
    group.at.push(i);
    group.names.push(part.name);
    groups.set(key, group);
  });
  return [...groups.values()];
}

/** Puts other values in place of those of a group, or takes it out. Several keep their names. */
export function changeMachines(d: FarmDescription, { at }: MachineGroup, part: EquipmentPart | null): FarmDescription {
  const own = new Set(at);
  const became = (was: EquipmentPart) => (part ? [{ ...part, name: at.length > 1 ? was.name : part.name }] : []);
  return { ...d, equipment: d.equipment.flatMap((e, i) => (own.has(i) ? became(e) : [e])) };
}
