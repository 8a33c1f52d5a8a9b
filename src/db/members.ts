import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { RuleBroken } from '../core/errors';
import type { Day } from '../core/quantity/days';
import { say } from '../core/words/words';
import { inFarm, type Tx } from './connection';
import { askerOf, hashPassword, tokenHash, type Role, type SignedIn } from './people';

export interface Member {
  id: string;
  name: string;
  signInName: string;
  role: Role;
  endedOn: Day | null;
  visitsUntil: Day | null;
  contact: string | null;
  skills: string | null;
  seenAt: Date | null;
}

export interface OpenInvite {
  id: string;
  name: string;
  role: Role;
  endsAt: Date;
}

export async function listMembers(tx: Tx): Promise<Member[]> {
  const rows = await tx('person as p')
    .orderByRaw('p.ended_on is not null, p.name, p.id')
    .select('p.*')
    .select(
      tx.raw('(select max(s.seen_at) from session s where s.farm_id = p.farm_id and s.person_id = p.id) as seen_at'),
    );
  return rows.map((r) => ({
    id: r.id,
    name: r.name,
    signInName: r.sign_in_name,
    role: r.role,
    endedOn: r.ended_on,
    visitsUntil: r.visits_until,
    contact: r.contact,
    skills: r.skills,
    seenAt: r.seen_at,
  }));
}

export async function openInvites(tx: Tx, now: Date): Promise<OpenInvite[]> {
  const rows = await tx('invite')
    .whereNull('used_at')
    .whereNull('withdrawn_at')
    .andWhere('ends_at', '>', now)
    .orderBy(['name', 'id'])
    .select('id', 'name', 'role', 'ends_at');
  return rows.map((r) => ({ id: r.id, name: r.name, role: r.role, endsAt: r.ends_at }));
}

const INVITE_DAYS = 14;
const DAY_MS = 86_400_000;

export interface Invitation {
  name: string;
  role: Role;
  visitsUntil?: Day | undefined;
  /** Made by whoever asks in; only its hash is kept. */
  token: string;
}

interface InviteArgs {
  farmId: string;
  by: string;
  at: Date;
}

/** Asks someone in: the link is open for a fortnight. */
export async function invite(tx: Tx, wish: Invitation, { farmId, by, at }: InviteArgs): Promise<void> {
  if ((wish.role === 'visitor') !== (wish.visitsUntil !== undefined))
    throw new RuleBroken('visitsUntil', say`Say until when a visitor may read; others need no end.`);
  await tx('invite').insert({
    farm_id: farmId,
    id: randomUUID(),
    token_hash: tokenHash(wish.token),
    name: wish.name.trim(),
    role: wish.role,
    visits_until: wish.visitsUntil ?? null,
    ends_at: new Date(at.getTime() + INVITE_DAYS * DAY_MS),
    made_by: by,
    made_at: at,
  });
}

/** A new link for someone who was asked in; the old one is void. */
export async function renewInvite(tx: Tx, wish: { id: string; token: string }, at: Date): Promise<string> {
  const [row] = await tx('invite')
    .where({ id: wish.id })
    .whereNull('used_at')
    .whereNull('withdrawn_at')
    .update({ token_hash: tokenHash(wish.token), ends_at: new Date(at.getTime() + INVITE_DAYS * DAY_MS) })
    .returning('name');
  if (!row) throw new RuleBroken('id', say`That link was used or withdrawn meanwhile.`);
  return row.name;
}

export async function withdrawInvite(tx: Tx, id: string, at: Date): Promise<void> {
  const changed = await tx('invite').where({ id }).whereNull('used_at').update({ withdrawn_at: at });
  if (changed === 0) throw new RuleBroken('id', say`That link was used meanwhile.`);
}

export interface Asked {
  farmName: string;
  name: string;
  role: Role;
  visitsUntil: Day | null;
}

/** What a link asks someone in to; null: it is not open. */
export async function invitationOf(db: Knex, token: string, now: Date): Promise<Asked | null> {
  const { rows } = await db.raw('select * from invite_of(?, ?)', [tokenHash(token), now]);
  const r = rows[0];
  return r ? { farmName: r.farm_name, name: r.name, role: r.role, visitsUntil: r.visits_until } : null;
}

export interface Joining {
  token: string;
  /** As who is signed in already. */
  asker: Buffer | null;
  name: string;
  signInName: string;
  password: string;
}

/** Becomes a member by a link. */
export async function join(db: Knex, wish: Joining, now: Date): Promise<void> {
  const hash = wish.asker ? '' : await hashPassword(wish.password);
  await db.raw('select join_farm(?, ?, ?, ?, ?, ?)', [
    tokenHash(wish.token),
    now,
    wish.asker,
    wish.name.trim(),
    wish.signInName.trim(),
    hash,
  ]);
}

export async function myFarms(
  db: Knex,
  asker: Buffer,
  now: Date,
): Promise<{ farmId: string; name: string; role: Role }[]> {
  const { rows } = await db.raw('select * from my_farms(?, ?)', [asker, now]);
  return rows.map((r: { farm_id: string; name: string; role: Role }) => ({
    farmId: r.farm_id,
    name: r.name,
    role: r.role,
  }));
}

export async function goToFarm(db: Knex, asker: Buffer, wish: { farmId: string; now: Date }): Promise<void> {
  await db.raw('select go_to_farm(?, ?, ?)', [asker, wish.now, wish.farmId]);
}

export interface SignInRow {
  id: string;
  device: string;
  madeAt: Date;
  seenAt: Date;
  isThis: boolean;
}

/** Where a person is signed in. */
export function signInsOf(db: Knex, person: SignedIn): Promise<SignInRow[]> {
  const asker = askerOf(person);
  return inFarm(db, person.farmId, async (tx) => {
    const rows = await tx('session')
      .where({ person_id: person.personId })
      .orderBy('seen_at', 'desc')
      .select('id', 'device', 'made_at', 'seen_at', 'token_hash');
    return rows.map((r) => ({
      id: r.id,
      device: r.device,
      madeAt: r.made_at,
      seenAt: r.seen_at,
      isThis: asker.equals(r.token_hash),
    }));
  });
}

/** Ends one sign-in of the person who asks. */
export async function endSignIn(db: Knex, asker: Buffer, wish: { id: string; now: Date }): Promise<void> {
  await db.raw('select end_session(?, ?, ?)', [asker, wish.now, wish.id]);
}

/** Ends every sign-in of the one who asks but this one. */
export async function endOtherSignIns(db: Knex, asker: Buffer, now: Date): Promise<void> {
  await db.raw('select end_other_sessions(?, ?)', [asker, now]);
}
