import { randomUUID } from 'node:crypto';
import type { CultureBegun } from '../core/acts/effects';
import type { CultureKnown } from '../core/cultures/decideCulture';
import type { CultureCode } from '../core/cultures/kinds';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';
import type { Entry } from './ledger';

export interface CultureRow {
  id: string;
  code: string;
  kind: CultureCode;
  name: string;
  areaM2: number | null;
  beganOn: Day;
  endedOn: Day | null;
}

export interface CultureEntryRow {
  id: string;
  cultureId: string;
  day: Day;
  way: 'given' | 'taken';
  massG: number;
  words: string | null;
  by: string | null;
}

interface Loaded {
  cultures: CultureRow[];
  /** Up to the day, the newest first. */
  entries: CultureEntryRow[];
}

/** Side cultures begun up to a day, and what was weighed of them since another. */
export async function loadCultures(tx: Tx, { since, until }: { since: Day; until: Day }): Promise<Loaded> {
  const cultures = await tx('culture').where('began_on', '<=', until).orderBy('code');
  const entries = await tx('culture_entry as e')
    .leftJoin('person as p', 'p.id', 'e.person_id')
    .where({ 'e.withdrawn': false })
    .whereBetween('e.farm_day', [since, until])
    .orderByRaw('e.farm_day desc, e.ctid desc')
    .limit(1000)
    .select('e.id', 'e.culture_id', 'e.farm_day', 'e.what', 'e.mass_g', 'e.words', 'p.name as by');
  return {
    cultures: cultures.map((c) => ({
      ...{ id: c.id, code: c.code, kind: c.kind, name: c.name, beganOn: c.began_on, endedOn: c.ended_on },
      areaM2: c.area_m2 === null ? null : Number(c.area_m2),
    })),
    entries: entries.map((e) => ({
      ...{ id: e.id, cultureId: e.culture_id, day: e.farm_day, way: e.what, massG: Number(e.mass_g) },
      ...{ words: e.words, by: e.by },
    })),
  };
}

interface FeedEatenArgs {
  since: Day;
  until: Day;
  /** Only in the tanks of one loop. */
  loopId?: string;
}

/** Feed eaten between two days, both counted, and how much of it was farm-grown, g. */
export async function feedEaten(tx: Tx, { since, until, loopId }: FeedEatenArgs) {
  const row = await tx('feeding as f')
    .join('movement as m', 'm.id', 'f.movement_id')
    .join('place as p', 'p.id', 'f.place_id')
    .whereBetween('m.farm_day', [since, until])
    .where(loopId ? { 'p.loop_id': loopId } : {})
    .whereNotExists(tx('movement as r').whereRaw('r.farm_id = m.farm_id and r.reverses_id = m.id'))
    .first(tx.raw('coalesce(sum(f.mass_g), 0)::float8 as eaten, coalesce(sum(f.farm_grown_g), 0)::float8 as grown'));
  return { eatenG: Number(row?.eaten ?? 0), farmGrownG: Number(row?.grown ?? 0) };
}

/** @returns its code */
export async function addCulture(tx: Tx, entry: Entry, { what, name, areaM2 }: CultureBegun): Promise<string> {
  const code = `C-${Number((await tx('culture').count('* as n').first())!.n) + 1}`;
  await tx('culture').insert({
    ...{ farm_id: entry.farmId, id: randomUUID(), entry_key: entry.entryKey, code, kind: what, name },
    ...{ area_m2: areaM2 ?? null, began_on: entry.farmDay, person_id: entry.personId },
  });
  return code;
}

interface Weighed {
  cultureId: string;
  way: 'given' | 'taken';
  massG: number;
  words: string | null;
}

export async function addCultureEntry(tx: Tx, entry: Entry, { cultureId, way, massG, words }: Weighed): Promise<void> {
  await tx('culture_entry')
    .insert({
      ...{ farm_id: entry.farmId, id: randomUUID(), entry_key: entry.entryKey, culture_id: cultureId },
      ...{ farm_day: entry.farmDay, what: way, mass_g: massG, words, person_id: entry.personId },
    })
    .onConflict(['farm_id', 'entry_key'])
    .ignore();
}

export async function cultureNamed(tx: Tx, id: string): Promise<CultureKnown | null> {
  const row = await tx('culture').where({ id }).first('id', 'code', 'ended_on');
  return row ? { id: row.id, code: row.code, ended: row.ended_on !== null } : null;
}
