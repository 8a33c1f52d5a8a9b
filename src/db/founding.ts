import { createHash, randomInt, randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { RuleBroken } from '../core/errors';
import type { Habits } from '../core/setup/description';
import { checkZoneAndCurrency } from '../core/setup/habits';
import { inFarm } from './connection';
import { blankDescription } from '../core/setup/decideDescribed';
import { hashPassword } from './people';

/** The first farm of one's own: who started the app has read its code; nobody else on the network has. */

/** Letters that are not mistaken for each other. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
const CODE_LENGTH = 8;

export const hashCode = (code: string): Buffer =>
  createHash('sha256')
    .update(code.toUpperCase().replace(/[^A-Z0-9]/g, ''))
    .digest();

/** Tries of the code are counted like tries of a password, under this name. */
export const FOUNDING_GUARD = 'a farm of one’s own';

/** Makes a new code while there is no farm of one's own, in place of one that was not used. @returns it, or null */
export async function newFoundingCode(owner: Knex, now: Date): Promise<string | null> {
  if (await owner('farm').where({ is_demo: false }).first('farm_id')) return null;
  const code = Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('');
  await owner.transaction(async (tx) => {
    await tx('first_farm_code').whereNull('used_at').delete();
    await tx('first_farm_code').insert({ code_hash: hashCode(code), made_at: now });
  });
  return `${code.slice(0, 4)}-${code.slice(4)}`;
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
