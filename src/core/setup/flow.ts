import { plural, told } from '../words/words';
import {
  EQUIPMENT_WORDS,
  type EquipmentKind,
  type EquipmentPart,
  type FarmDescription,
  type PlacePart,
} from './description';
import { codesWords } from './groups';
import { placeWhat } from './sentence/sayBack';

/** A part, or several alike, on the water's way round a loop. */
export interface FlowNode {
  key: string;
  kind: 'tank' | 'bed' | 'sump' | 'machine';
  what: string;
  codes: string;
}

/** Where parts usually stand on the way, where nobody said behind what: fish, solids, filter, warmth, beds, sump, pump. */
const USUAL_MACHINES: Partial<Record<EquipmentKind, number>> = {
  solids: 1,
  filter: 2,
  mineraliser: 3,
  heater: 4,
  chiller: 4,
  pump: 7,
};
const USUAL_PLACES: Partial<Record<PlacePart['role'], number>> = { tank: 0, bed: 5, sump: 6 };

interface Standing extends FlowNode {
  usual: number;
  names: readonly string[];
  behind: string | null;
}

/** The water's way round a loop: as it was said with *then*, *behind it*, *feeding*; the others where they usually stand. */
export function flowOf(d: FarmDescription, loop: string): FlowNode[] {
  const all = [...placesOf(d, loop), ...machinesOf(d, loop)].sort((a, b) => a.usual - b.usual);
  const way: Standing[] = all.filter((s) => !leads(all, s));
  let rest = all.filter((s) => !way.includes(s));
  for (let round = 0; rest.length > 0 && round <= all.length; round++) {
    const next = rest.filter((s) => way.some((w) => w.names.includes(s.behind!)));
    for (const s of next) {
      // What was said last to stand behind the same part stands last.
      const at = way.findLastIndex((w) => w.names.includes(s.behind!) || (w.behind === s.behind && w.behind !== null));
      way.splice(at + 1, 0, s);
    }
    rest = rest.filter((s) => !next.includes(s));
    if (next.length === 0) break;
  }
  return [...way, ...rest].map(({ key, kind, what, codes }) => ({ key, kind, what, codes }));
}

/** Whether a part follows another that is on the way. */
const leads = (all: readonly Standing[], s: Standing) =>
  s.behind !== null && all.some((other) => other !== s && other.names.includes(s.behind!));

function alike<T>(parts: readonly T[], as: (part: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const part of parts) groups.set(as(part), [...(groups.get(as(part)) ?? []), part]);
  return [...groups.values()];
}

function placesOf(d: FarmDescription, loop: string): Standing[] {
  const own = d.places.filter((p) => p.loop === loop && USUAL_PLACES[p.role] !== undefined);
  return alike(own, (p) => [p.role, p.method, p.stage, p.volumeL, p.behind].join('|')).map((group) => {
    const [p] = group as [PlacePart];
    const codes = group.map((g) => g.code);
    return {
      ...{ key: codes[0]!, kind: p.role as 'tank' | 'bed' | 'sump', what: counted(group.length, placeWhat(p)) },
      ...{ codes: codesWords(codes), usual: USUAL_PLACES[p.role]!, names: codes, behind: p.behind ?? null },
    };
  });
}

function machinesOf(d: FarmDescription, loop: string): Standing[] {
  const own = d.equipment.filter((e) => e.loop === loop && !e.isSpare && USUAL_MACHINES[e.kind] !== undefined);
  return alike(own, (e) => [e.kind, e.watts, e.flowLH, e.volumeM3, e.behind].join('|')).map((group) => {
    const [e] = group as [EquipmentPart];
    const names = group.map((g) => g.name);
    return {
      ...{ key: names[0]!, kind: 'machine' as const, what: counted(group.length, told(EQUIPMENT_WORDS[e.kind])) },
      ...{ codes: names.length > 1 ? `${names[0]} – ${names.at(-1)}` : names[0]! },
      ...{ usual: USUAL_MACHINES[e.kind]!, names, behind: e.behind ?? null },
    };
  });
}

const counted = (n: number, what: string) => (n > 1 ? `${plural(n, '# ×', '# ×')} ${what}` : what);
