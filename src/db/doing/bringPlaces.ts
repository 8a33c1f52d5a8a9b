import { RuleBroken } from '../../core/errors';
import type { Method, PartRole, PlacePart } from '../../core/setup/description';
import { placeFault } from '../../core/setup/faults';
import { say } from '../../core/words/words';
import type { Tx } from '../connection';
import type { Brought } from './bring';
import { addPlace } from './places';

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
  code: row.code.trim(),
  role: row.role,
  loop: row.loop ?? (['tank', 'bed', 'sump', 'nursery'].includes(row.role) ? onlyLoop : null),
  room: row.room?.trim() ?? '',
  standsOn: 'floor',
  stage: null,
  volumeL: row.volumeL ?? null,
  limitKgM3: row.limitKgM3 ?? (row.role === 'tank' ? USUAL_LIMIT_KG_M3 : null),
  saltGL: 0,
  method: row.method ?? null,
  positions: row.positions ?? null,
  pieceSize: row.pieceSize ?? null,
  lengthM: null,
  widthM: null,
  areaM2: row.areaM2 ?? null,
});

/** Places from a table. What is there already under the same code and as the same thing is left as it is. */
export async function bringPlaces(tx: Tx, farmId: string, rows: readonly BroughtPlace[]): Promise<Brought> {
  const loops: string[] = await tx('loop').where({ retired_on: null }).pluck('code');
  const there: { code: string; kind: string; role: string | null }[] = await tx('place')
    .where({ retired_on: null })
    .select('code', 'kind', 'role');
  const known = new Map(there.map((p) => [p.code.toLowerCase(), p.kind === 'store' ? p.role : p.kind]));
  let added = 0;
  for (const [i, row] of rows.entries()) {
    const part = partOf(row, loops.length === 1 ? loops[0]! : null);
    const [field, words] = placeFault(part, new Set(loops)) ?? [];
    if (field) throw new RuleBroken(`rows.${i}.${field}`, words!);
    const same = known.get(part.code.toLowerCase());
    if (same === part.role) continue;
    if (same !== undefined)
      throw new RuleBroken(
        `rows.${i}.code`,
        say`There is another place called ${part.code}. Each has a code of its own.`,
      );
    await addPlace(tx, farmId, part);
    known.set(part.code.toLowerCase(), part.role);
    added += 1;
  }
  return { added, known: rows.length - added };
}
