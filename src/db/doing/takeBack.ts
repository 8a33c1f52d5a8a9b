import { randomUUID } from 'node:crypto';
import { RuleBroken } from '../../core/errors';
import type { Day } from '../../core/quantity/days';
import { formatNumber } from '../../core/quantity/units';
import type { Tx } from '../connection';
import { withdrawSample } from '../events';
import { reverseMovement, type Entry } from '../ledger';
import type { Role } from '../people';

/** Why other entries stay: taking them back alone would leave something standing that rests on them. */
const STAYS: Record<string, string> = {
  receive: 'Fish that were received stay counted; put a wrong count right as deaths, with a note.',
  purge: 'Fish in a purge tank are moved back, not taken back: the gate counts from their transfer.',
  harvest: 'What was harvested is packed already, and may be promised or sold.',
  grade: 'A grading made two lots. Put them together again instead.',
  merge: 'Two lots became one, and nobody can tell the fish apart again. Grade them instead.',
  reverse: 'That is itself a taking back. Record anew what is right.',
};

/** Entries that can be taken back on their own. */
export const CAN_BE_TAKEN_BACK: ReadonlySet<string> = new Set(['dead', 'move', 'feed']);

interface Who {
  role: Role;
  personId: string;
}

/** Managers take back anything; hands only what they recorded themselves, on the same day. */
export function mayTakeBack(who: Who, was: { personId: string | null; day: Day }, today: Day): boolean {
  if (who.role === 'manager') return true;
  return who.role === 'hand' && was.personId === who.personId && was.day === today;
}

function requireMay(who: Who, was: { person_id: string | null; farm_day: Day }, today: Day) {
  if (mayTakeBack(who, { personId: was.person_id, day: was.farm_day }, today)) return;
  throw new RuleBroken('form', 'Only a manager takes back what someone else recorded, or what is older than today.');
}

/**
 * Takes one entry about fish back: deaths and moves by their opposite, a feeding whole, with all lots it came from. The
 * job it ticked off is open again.
 */
export async function takeBackMovement(tx: Tx, entry: Entry, who: Who, movementId: string): Promise<string> {
  const was = await tx('movement').where({ id: movementId }).first();
  if (!was) throw new RuleBroken('form', 'That record is not on this farm.');
  if (!CAN_BE_TAKEN_BACK.has(was.reason))
    throw new RuleBroken('form', STAYS[was.reason] ?? 'That cannot be taken back.');
  requireMay(who, was, entry.farmDay);
  const [key] = String(was.entry_key).split(':');
  if (was.reason !== 'feed') {
    await reverseMovement(tx, entry, movementId);
    return was.reason === 'dead' ? `Taken back: ${formatNumber(was.count)} deaths.` : `Taken back: ${formatNumber(was.count)} fish are where they were.`; // prettier-ignore
  }
  const parts = await tx('movement').where({ reason: 'feed' }).andWhere('entry_key', 'like', `${key}:f%`).pluck('id');
  for (const id of parts.length > 0 ? parts : [movementId]) await reverseMovement(tx, entry, id);
  await openJobAgain(tx, key!);
  return 'Taken back: that feeding. Its job is open again.';
}

/** Takes a sample back; what it had recalibrated goes by the samples before it. */
export async function takeBackSample(tx: Tx, entry: Entry, who: Who, sampleId: string): Promise<string> {
  const was = await tx('sample').where({ id: sampleId, withdrawn: false }).first();
  if (!was) throw new RuleBroken('form', 'That sample is not on this farm.');
  requireMay(who, was, entry.farmDay);
  const again = await tx('sample').where({ entry_key: entry.entryKey }).first('id');
  const taken = again ? 1 : await withdrawSample(tx, entry, was.entry_key);
  if (taken === 0) throw new RuleBroken('form', 'That was taken back already.');
  await openJobAgain(tx, was.entry_key);
  return 'Taken back: that sample. The forecast goes by the samples before it.';
}

/** Takes an observation, treatment or rest back: it restrains nothing and clears nothing any more. */
export async function takeBackEvent(tx: Tx, entry: Entry, who: Who, eventId: string): Promise<string> {
  const was = await tx('husbandry_event').where({ id: eventId }).whereNull('corrects_id').first();
  if (!was) throw new RuleBroken('form', 'That record is not on this farm.');
  requireMay(who, was, entry.farmDay);
  const already = await tx('husbandry_event').where({ corrects_id: eventId }).first('entry_key');
  if (already && already.entry_key !== entry.entryKey) throw new RuleBroken('form', 'That was taken back already.');
  if (!already) {
    await tx('husbandry_event').insert({
      farm_id: entry.farmId, id: randomUUID(), entry_key: entry.entryKey, kind: was.kind, lot_id: was.lot_id, place_id: was.place_id, words: was.words,
      state: was.state, until_day: was.until_day, farm_day: entry.farmDay, recorded_at: entry.at, person_id: entry.personId, corrects_id: was.id,
    }); // prettier-ignore
  }
  await openJobAgain(tx, was.entry_key);
  return was.kind === 'treat' ? 'Taken back: that treatment. Its withdrawal period holds no more.' : 'Taken back.';
}

/** The daily job that an entry ticked off is to be done again. */
export async function openJobAgain(tx: Tx, entryKey: string) {
  await tx('task_done').where({ entry_key: entryKey }).whereRaw(`task_key ~ '^(feed|sample|observe):'`).delete();
}
