import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import type { Knex } from 'knex';
import { inFarm } from './connection';

export type Role = 'manager' | 'office' | 'hand';

export interface PersonSettings {
  mass?: 'metric' | 'us';
  temperature?: 'C' | 'F';
}

export interface SignedIn {
  farmId: string;
  personId: string;
  name: string;
  role: Role;
  settings: PersonSettings;
  farmName: string;
  timeZone: string;
  currency: string;
  isDemo: boolean;
}

const SESSION_DAYS = 30;
const MOST_FAILURES = 8;
const FAILURE_WINDOW_MIN = 15;
/** Argon2id with the parameters OWASP names as a minimum (19 MiB, 2 passes). */
const ARGON = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export function hashPassword(password: string): Promise<string> {
  return hash(password, ARGON);
}

function tokenHash(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}

export type SignInResult = { ok: true; token: string; expires: Date } | { ok: false; reason: 'wrong' | 'too_many' };

/** Checks name and password and opens a session. The same time is spent whether or not the name exists. */
export async function signIn(db: Knex, name: string, password: string, now: Date): Promise<SignInResult> {
  const wanted = name.trim().toLowerCase().slice(0, 120);
  const since = new Date(now.getTime() - FAILURE_WINDOW_MIN * 60_000);
  const { rows: failures } = await db.raw('select recent_sign_in_failures(?, ?) as n', [wanted, since]);
  if (failures[0].n >= MOST_FAILURES) return { ok: false, reason: 'too_many' };
  const { rows } = await db.raw('select * from person_to_sign_in(?)', [wanted]);
  const person = rows[0];
  const good = await verify(person?.password_hash ?? (await DUMMY_HASH), password).catch(() => false);
  if (!person || !good) {
    await db.raw('select note_sign_in_failure(?, ?)', [wanted, now]);
    return { ok: false, reason: 'wrong' };
  }
  const token = randomBytes(32).toString('base64url');
  const expires = new Date(now.getTime() + SESSION_DAYS * 86_400_000);
  await inFarm(db, person.farm_id, (tx) =>
    tx('session').insert({
      farm_id: person.farm_id,
      token_hash: tokenHash(token),
      person_id: person.person_id,
      expires_at: expires,
    }),
  );
  return { ok: true, token, expires };
}

const DUMMY_HASH = hashPassword('nobody has this one');

export async function personOfSession(db: Knex, token: string, now: Date): Promise<SignedIn | null> {
  const { rows } = await db.raw('select * from person_of_session(?, ?)', [tokenHash(token), now]);
  const r = rows[0];
  if (!r) return null;
  return {
    farmId: r.farm_id, personId: r.person_id, name: r.name, role: r.role, settings: r.settings, farmName: r.farm_name,
    timeZone: r.time_zone, currency: r.currency, isDemo: r.is_demo,
  }; // prettier-ignore
}

export async function signOut(db: Knex, person: SignedIn, token: string): Promise<void> {
  await inFarm(db, person.farmId, (tx) =>
    tx('session')
      .where({ token_hash: tokenHash(token) })
      .delete(),
  );
}

export async function demoSignIns(
  db: Knex,
): Promise<{ name: string; role: Role; signInName: string; password: string }[]> {
  const { rows } = await db.raw('select * from demo_sign_ins()');
  return rows.map((r: { name: string; role: Role; sign_in_name: string; demo_password: string }) => ({
    name: r.name,
    role: r.role,
    signInName: r.sign_in_name,
    password: r.demo_password,
  }));
}
