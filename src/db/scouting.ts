import { randomUUID } from 'node:crypto';
import type { Finding } from '../core/acts/effects';
import type { FirstLook, HelpersLot } from '../core/crops/acts/decideScouting';
import { SCOUT_EVERY_DAYS, type HelperCode, type SignCode } from '../core/crops/signs';
import type { Day } from '../core/quantity/days';
import type { OpenFinding, ScoutingView } from '../core/tasks/source';
import { RuleBroken } from '../core/errors';
import { say } from '../core/words/words';
import type { Tx } from './connection';
import type { Found } from './entries';
import { balanceAt, storeHolding, type Entry } from './ledger';
import { STANDING_EVENT } from './keeping';

export interface LookRow {
  id: string;
  /** The first look at the same thing; its own id where it is the first. */
  firstId: string;
  day: Day;
  placeId: string;
  place: string;
  lotCode: string | null;
  what: SignCode;
  howBad: number;
  words: string | null;
  hasPhoto: boolean;
  lookAgainOn: Day | null;
  by: string | null;
  personId: string;
}

/** Looks from a day on, up to another, the newest first. */
export async function loadLooks(tx: Tx, { since, until }: { since: Day; until: Day }): Promise<LookRow[]> {
  const rows = await tx('finding as f')
    .join('place as p', 'p.id', 'f.place_id')
    .leftJoin('lot as l', 'l.id', 'f.lot_id')
    .leftJoin('person as w', 'w.id', 'f.person_id')
    .where({ 'f.withdrawn': false })
    .andWhere('f.farm_day', '<=', until)
    .andWhere((q) => void q.where('f.farm_day', '>=', since).orWhereNotNull('f.look_again_on'))
    .orderByRaw('f.seen_at desc, f.recorded_at desc, f.follows_id is null, f.ctid desc')
    .limit(400)
    .select('f.id', 'f.follows_id', 'f.farm_day', 'f.place_id', 'f.what', 'f.how_bad', 'f.words', 'f.look_again_on')
    .select('f.person_id', 'p.code as place', 'l.code as lot_code', 'w.name as by')
    .select(tx.raw('f.photo is not null as has_photo'));
  return rows.map((r) => ({
    ...{ id: r.id, firstId: r.follows_id ?? r.id, day: r.farm_day, placeId: r.place_id, place: r.place },
    ...{ lotCode: r.lot_code, what: r.what, howBad: r.how_bad, words: r.words, hasPhoto: r.has_photo },
    ...{ lookAgainOn: r.look_again_on, by: r.by, personId: r.person_id },
  }));
}

/** Things that were not gone when they were last looked at, up to a day. */
export async function openFindings(tx: Tx, day: Day): Promise<OpenFinding[]> {
  const { rows } = await tx.raw(
    `select distinct on (coalesce(f.follows_id, f.id)) coalesce(f.follows_id, f.id) as id, f.place_id, p.code as place, l.code as lot_code,
       f.what, f.how_bad, f.words, f.farm_day, f.look_again_on
     from finding f join place p on p.farm_id = f.farm_id and p.id = f.place_id left join lot l on l.farm_id = f.farm_id and l.id = f.lot_id
     where not f.withdrawn and f.farm_day <= ?
     order by coalesce(f.follows_id, f.id), f.seen_at desc, f.recorded_at desc, f.follows_id is null, f.ctid desc`,
    [day],
  );
  return rows
    .filter((r: { how_bad: number }) => r.how_bad > 0)
    .map(
      (r: {
        id: string;
        place_id: string;
        place: string;
        lot_code: string | null;
        what: SignCode;
        how_bad: number;
        words: string | null;
        farm_day: Day;
        look_again_on: Day | null;
      }): OpenFinding => ({
        ...{ id: r.id, placeId: r.place_id, place: r.place, lotCode: r.lot_code, what: r.what, howBad: r.how_bad },
        ...{ words: r.words, seenOn: r.farm_day, lookAgainOn: r.look_again_on },
      }),
    );
}

/** Days between walks over the beds; 0: none are asked for. */
export async function scoutEveryDays(tx: Tx): Promise<number> {
  return (await tx('farm').first('habits')).habits.scoutEveryDays ?? SCOUT_EVERY_DAYS;
}

/** What the round asks of scouting on a day. */
export async function scoutingOn(tx: Tx, day: Day): Promise<ScoutingView> {
  const walks: { subject: string; last: Day }[] = await tx('task_done')
    .where({ job_kind: 'scout', slot: '' })
    .andWhere('farm_day', '<=', day)
    .groupBy('subject')
    .select('subject', tx.raw('max(farm_day) as last'));
  return {
    everyDays: await scoutEveryDays(tx),
    open: await openFindings(tx, day),
    walked: new Map(walks.map((w) => [w.subject, w.last])),
  };
}

export interface HelperStock {
  lotId: string;
  code: string;
  what: HelperCode;
  count: number;
  cameOn: Day;
  supplier: string | null;
}

/** Beneficials that are not released yet. */
export async function helperStock(tx: Tx): Promise<HelperStock[]> {
  const rows = await tx('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .join('place as p', 'p.id', 'b.place_id')
    .where({ 'l.kind': 'beneficial', 'p.kind': 'store' })
    .andWhere('b.count', '>', 0)
    .orderBy(['l.began_on', 'l.code'])
    .select('l.id', 'l.code', 'l.note', 'l.began_on', 'l.supplier', 'b.count');
  return rows.map((r) => ({
    ...{ lotId: r.id, code: r.code, what: r.note, count: r.count, cameOn: r.began_on, supplier: r.supplier },
  }));
}

export interface ReleaseRow {
  id: string;
  day: Day;
  what: HelperCode;
  count: number;
  place: string;
  by: string | null;
}

/** Releases up to a day, the newest first. */
export async function loadReleases(tx: Tx, day: Day): Promise<ReleaseRow[]> {
  const rows = await tx('husbandry_event as e')
    .join('place as p', 'p.id', 'e.place_id')
    .join('lot as l', 'l.id', 'e.lot_id')
    .leftJoin('person as w', 'w.id', 'e.person_id')
    .where({ 'e.kind': 'release' })
    .andWhere('e.farm_day', '<=', day)
    .whereRaw(STANDING_EVENT)
    .orderByRaw('e.farm_day desc, e.ctid desc')
    .limit(60)
    .select('e.id', 'e.farm_day', 'e.count', 'l.note', 'p.code as place', 'w.name as by');
  return rows.map((r) => ({
    ...{ id: r.id, day: r.farm_day, what: r.note, count: Number(r.count), place: r.place, by: r.by },
  }));
}

/** A photo as it was taken; null: there is none. */
export async function findingPhoto(tx: Tx, id: string): Promise<Buffer | null> {
  return (await tx('finding').where({ id, withdrawn: false }).first('photo'))?.photo ?? null;
}

/** What was seen, once for an entry. */
export async function addFinding(tx: Tx, entry: Entry, f: Finding): Promise<void> {
  await tx('finding')
    .insert({
      ...{ farm_id: entry.farmId, id: randomUUID(), entry_key: entry.entryKey, farm_day: entry.farmDay },
      ...{ place_id: f.placeId, lot_id: f.lotId, what: f.what, how_bad: f.howBad, follows_id: f.followsId },
      ...{ words: f.words, photo: f.photo && Buffer.from(f.photo, 'base64'), look_again_on: f.lookAgainOn },
      ...{ person_id: entry.personId, seen_at: entry.at },
    })
    .onConflict(['farm_id', 'entry_key'])
    .ignore();
}

/** The first look at something; null: there is none. */
export async function firstLook(tx: Tx, id: string): Promise<FirstLook | null> {
  const row = await tx('finding')
    .where({ id, withdrawn: false, follows_id: null })
    .first('id', 'place_id', 'lot_id', 'what');
  return row ? { id: row.id, placeId: row.place_id, lotId: row.lot_id, what: row.what } : null;
}

/** Before a first look is taken back: nobody has looked again since. @throws {RuleBroken} */
export async function freeFinding(tx: Tx, was: Found): Promise<void> {
  const looks = tx('finding')
    .where({ entry_key: was.entryKey })
    .orWhere('entry_key', 'like', `${was.entryKey}:%`)
    .select('id');
  if (await tx('finding').whereIn('follows_id', looks).andWhere({ withdrawn: false }).first('id'))
    throw new RuleBroken('form', say`It was looked at again since. Take that back first.`);
}

/** Beneficials in their store; null: there is no such lot. */
export async function helpersLot(tx: Tx, lotId: string): Promise<HelpersLot | null> {
  const lot = await tx('lot').where({ id: lotId, kind: 'beneficial' }).first('id', 'code', 'note');
  if (!lot) return null;
  const storeId = await storeHolding(tx, lotId, 'seed');
  const { count } = await balanceAt(tx, lotId, storeId);
  return { id: lot.id, code: lot.code, what: lot.note, storeId, count };
}
