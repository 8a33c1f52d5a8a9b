import { randomUUID } from 'node:crypto';
import type { CultureCode } from '../../core/cultures/kinds';
import { RuleBroken } from '../../core/errors';
import { say } from '../../core/words/words';
import type { Tx } from '../connection';
import type { Entry } from '../ledger';

interface NewCulture {
  what: CultureCode;
  name: string;
  areaM2?: number | undefined;
}

/** @returns its code */
export async function beginCulture(tx: Tx, entry: Entry, { what, name, areaM2 }: NewCulture): Promise<string> {
  const code = `C-${Number((await tx('culture').count('* as n').first())!.n) + 1}`;
  await tx('culture').insert({
    ...{ farm_id: entry.farmId, id: randomUUID(), entry_key: entry.entryKey, code, kind: what, name: name.trim() },
    ...{ area_m2: areaM2 ?? null, began_on: entry.farmDay, person_id: entry.personId },
  });
  return code;
}

/** @throws {RuleBroken} when it is not there, or ended */
async function running(tx: Tx, id: string): Promise<{ id: string; code: string }> {
  const row = await tx('culture').where({ id }).first('id', 'code', 'ended_on');
  if (!row) throw new RuleBroken('form', say`That culture is not on this farm.`);
  if (row.ended_on) throw new RuleBroken('form', say`${row.code} is ended: nothing more is weighed of it.`);
  return row;
}

interface Weighing {
  cultureId: string;
  way: 'given' | 'taken';
  massG: number;
  words?: string | undefined;
}

/** @returns the code of the culture */
export async function recordCulture(tx: Tx, entry: Entry, { cultureId, way, massG, words }: Weighing): Promise<string> {
  const { id, code } = await running(tx, cultureId);
  await tx('culture_entry')
    .insert({
      ...{ farm_id: entry.farmId, id: randomUUID(), entry_key: entry.entryKey, culture_id: id },
      ...{ farm_day: entry.farmDay, what: way, mass_g: massG, words: words ?? null, person_id: entry.personId },
    })
    .onConflict(['farm_id', 'entry_key'])
    .ignore();
  return code;
}

/** @returns its code */
export async function endCulture(tx: Tx, entry: Entry, cultureId: string): Promise<string> {
  const { id, code } = await running(tx, cultureId);
  await tx('culture').where({ id }).update({ ended_on: entry.farmDay });
  return code;
}
