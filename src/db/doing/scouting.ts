import { randomUUID } from 'node:crypto';
import { HELPERS, type HelperCode, type SignCode } from '../../core/crops/signs';
import { RuleBroken } from '../../core/errors';
import { addDays, type Day } from '../../core/quantity/days';
import { formatNumber } from '../../core/quantity/units';
import { say, told } from '../../core/words/words';
import type { Tx } from '../connection';
import { balanceAt, createLot, freeLotCode, placeOfRole, recordMovement, storeHolding, type Entry } from '../ledger';
import { recordHusbandry } from '../events';
import type { Found } from '../entries';

interface NewFinding {
  placeId: string;
  lotId: string | null;
  what: SignCode;
  howBad: number;
  followsId: string | null;
  words?: string | undefined;
  lookAgainDays?: number | undefined;
  photo?: string[] | undefined;
  /** Where it was typed, before the name of the field. */
  at?: string;
}

/** Photos are made small before they are sent; larger is no photo of this app. */
const MOST_PHOTO_BYTES = 240_000;
const JPEG_BEGINS = [0xff, 0xd8, 0xff];

function photoOf({ photo: pieces, at = '' }: Pick<NewFinding, 'photo' | 'at'>): Buffer | null {
  if (!pieces || pieces.length === 0) return null;
  const bytes = Buffer.from(pieces.join(''), 'base64');
  if (bytes.length > MOST_PHOTO_BYTES)
    throw new RuleBroken(`${at}photo`, say`That photo is too large. Take it smaller.`);
  if (JPEG_BEGINS.some((b, i) => bytes[i] !== b))
    throw new RuleBroken(`${at}photo`, say`That is no photo. Take it again.`);
  return bytes;
}

/** What was seen, once for an entry. @returns when it is looked at again */
export async function recordFinding(tx: Tx, entry: Entry, f: NewFinding): Promise<{ lookAgainOn: Day | null }> {
  const lookAgainOn = f.lookAgainDays ? addDays(entry.farmDay, f.lookAgainDays) : null;
  await tx('finding')
    .insert({
      ...{ farm_id: entry.farmId, id: randomUUID(), entry_key: entry.entryKey, farm_day: entry.farmDay },
      ...{ place_id: f.placeId, lot_id: f.lotId, what: f.what, how_bad: f.howBad, follows_id: f.followsId },
      ...{ words: f.words ?? null, photo: photoOf(f), look_again_on: lookAgainOn, person_id: entry.personId },
      seen_at: entry.at,
    })
    .onConflict(['farm_id', 'entry_key'])
    .ignore();
  return { lookAgainOn };
}

/** The first look at something. @throws {RuleBroken} when it is not there */
export async function openFinding(tx: Tx, id: string) {
  const row = await tx('finding')
    .where({ id, withdrawn: false, follows_id: null })
    .first('id', 'place_id', 'lot_id', 'what');
  if (!row) throw new RuleBroken('form', say`That finding is not on this farm.`);
  return {
    id: row.id as string,
    placeId: row.place_id as string,
    lotId: row.lot_id as string | null,
    what: row.what as SignCode,
  };
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

/** Beneficials that came, as a lot in the seed store. @returns its code */
export async function receiveHelpers(
  tx: Tx,
  entry: Entry,
  got: { what: HelperCode; count: number; supplier?: string | undefined },
): Promise<string> {
  const day = entry.farmDay.slice(2).replaceAll('-', '');
  const code = await freeLotCode(tx, `BEN-${got.what.slice(0, 3).toUpperCase()}-${day}`);
  const lotId = await createLot(tx, entry.farmId, {
    ...{ code, kind: 'beneficial', keeps: 'count', beganOn: entry.farmDay, note: got.what },
    supplier: got.supplier ?? null,
  });
  const fromPlaceId = await placeOfRole(tx, 'supplier');
  const toPlaceId = await placeOfRole(tx, 'seed');
  await recordMovement({ tx, entry, movement: { lotId, fromPlaceId, toPlaceId, count: got.count, reason: 'receive' } });
  return code;
}

interface Release {
  lotId: string;
  placeId: string;
  place: string;
  count: number;
}

/** Beneficials go from the store into a bed. @returns what is said */
export async function releaseHelpers(tx: Tx, entry: Entry, { lotId, placeId, place, count }: Release): Promise<string> {
  const lot = await tx('lot').where({ id: lotId, kind: 'beneficial' }).first('code', 'note');
  if (!lot) throw new RuleBroken('lotId', say`Choose what is released.`);
  const from = await storeHolding(tx, lotId, 'seed');
  const there = await balanceAt(tx, lotId, from);
  if (count > there.count)
    throw new RuleBroken(
      'count',
      say`${formatNumber(there.count)} of ${lot.code} are left; ${formatNumber(count)} is more than that.`,
    );
  const toPlaceId = await placeOfRole(tx, 'released');
  await recordMovement({ tx, entry, movement: { lotId, fromPlaceId: from, toPlaceId, count, reason: 'release' } });
  const what = told(HELPERS[lot.note as HelperCode] ?? lot.note);
  const words = say`${formatNumber(count)} ${what} released in ${place}`;
  await recordHusbandry({ tx, entry, event: { kind: 'release', lotId, placeId, words, count }, part: ':release' });
  return `${words}.`;
}
