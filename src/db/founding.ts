import { createHash, randomInt, randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { RuleBroken } from '../core/errors';
import type { Habits } from '../core/setup/description';
import { checkZoneAndCurrency } from '../core/setup/habits';
import { inFarm } from './connection';
import { blankDescription } from '../core/setup/decideDescribed';
import { hashPassword } from './people';

/** Farms of one's own: who runs the installation makes their codes; nobody else on the network has them. */

/** Letters that are not mistaken for each other. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
const CODE_LENGTH = 8;

export const hashCode = (code: string): Buffer =>
  createHash('sha256')
    .update(code.toUpperCase().replace(/[^A-Z0-9]/g, ''))
    .digest();

/** Tries of the code are counted like tries of a password, under this name. */
export const FOUNDING_GUARD = 'a farm of one’s own';

/** Days in which a code may be used. */
const OPEN_DAYS = 30;

async function makeCode(tx: Knex, now: Date, byStart: boolean): Promise<string> {
  const code = Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('');
  const row = { code_hash: hashCode(code), made_at: now, begins: code.slice(0, 2), by_start: byStart };
  await tx('first_farm_code').insert(row);
  return `${code.slice(0, 4)}-${code.slice(4)}`;
}

/** What is printed at start while there is no farm of one's own, in place of the one printed before. @returns it, or null */
export async function newFoundingCode(owner: Knex, now: Date): Promise<string | null> {
  if (await owner('farm').where({ is_demo: false }).first('farm_id')) return null;
  return owner.transaction(async (tx) => {
    await tx('first_farm_code').where({ used_at: null, by_start: true }).delete();
    return makeCode(tx, now, true);
  });
}

/** A code for another farm on this installation, made by whoever runs it. */
export const anotherCode = (owner: Knex, now: Date): Promise<string> => makeCode(owner, now, false);

export interface OpenCode {
  /** Its first letters; the rest nobody keeps. */
  begins: string;
  madeAt: Date;
  openUntil: Date;
}

/** Codes that open a farm now, the newest first. */
export async function openCodes(owner: Knex, now: Date): Promise<OpenCode[]> {
  const since = new Date(now.getTime() - OPEN_DAYS * DAY_MS);
  const rows = await owner('first_farm_code')
    .where({ used_at: null })
    .where('made_at', '>', since)
    .orderBy('made_at', 'desc');
  return rows.map((r) => ({
    begins: r.begins ?? '??',
    madeAt: r.made_at,
    openUntil: new Date(new Date(r.made_at).getTime() + OPEN_DAYS * DAY_MS),
  }));
}
const DAY_MS = 86_400_000;

/** Codes that begin so open nothing any more; `all`: none does. @returns how many */
export async function voidCodes(owner: Knex, begins: string): Promise<number> {
  const open = owner('first_farm_code').where({ used_at: null });
  return begins === 'all' ? open.delete() : open.where({ begins: begins.slice(0, 2).toUpperCase() }).delete();
}

export async function mayFound(db: Knex, now: Date): Promise<boolean> {
  const { rows } = await db.raw('select may_found_farm(?) as may', [now]);
  return rows[0].may;
}

/** Whether a code opens a farm now. */
export async function isRightCode(db: Knex, code: string, now: Date): Promise<boolean> {
  const { rows } = await db.raw('select code_is_open(?, ?) as open', [hashCode(code), now]);
  return rows[0].open;
}

export interface Founder {
  code: string;
  habits: Habits;
  name: string;
  signInName: string;
  password: string;
}

/** Makes an empty farm in set-up with its first manager. @throws the database's own word where the code is not open */
export async function foundFarm(db: Knex, founder: Founder, now: Date): Promise<void> {
  const farmId = randomUUID();
  const { habits } = founder;
  const wrong = checkZoneAndCurrency(habits);
  if (wrong) throw new RuleBroken(`habits.${wrong.field}`, wrong.words);
  const passwordHash = await hashPassword(founder.password);
  await inFarm(db, farmId, async (tx) => {
    await tx.raw('select found_farm(?, ?, ?, ?, ?, ?, ?, ?, ?, ?)', [
      hashCode(founder.code),
      now,
      farmId,
      habits.name,
      habits.timeZone,
      habits.currency,
      randomUUID(),
      founder.name,
      founder.signInName,
      passwordHash,
    ]);
    await tx('farm').update({
      latitude: habits.latitude,
      altitude_m: habits.altitudeM,
      habits: JSON.stringify({ ...habits.units, locale: habits.locale, firstWeekday: habits.firstWeekday }),
      described: JSON.stringify(blankDescription(habits)),
    });
  });
}
