'use server';
import { revalidatePath } from 'next/cache';
import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import { IsIn } from 'class-validator';
import { signIn, signOut } from '../../db/people';
import { act } from '../../server/act';
import { now } from '../../server/clock';
import { database } from '../../server/database';
import { KeyedInput } from '../../server/input';
import { currentPerson, SESSION_COOKIE } from '../../server/session';
import type { Outcome } from '../../ui/outcome';

const LONGEST = 200;

export async function enter(raw: unknown): Promise<Outcome<null>> {
  const { name, password } = (raw ?? {}) as { name?: unknown; password?: unknown };
  if (typeof name !== 'string' || !name.trim()) return { ok: false, fields: { name: ['Give your sign-in name'] } };
  if (typeof password !== 'string' || !password) return { ok: false, fields: { password: ['Give your password'] } };
  if (name.length > LONGEST || password.length > LONGEST)
    return { ok: false, fields: { name: [`At most ${LONGEST} characters`] } };
  const result = await signIn(database(), name, password, now());
  if (!result.ok) {
    const words =
      result.reason === 'too_many'
        ? 'Too many tries. Wait a quarter of an hour, then try again.'
        : 'Name and password do not go together.';
    return { ok: false, fields: { password: [words] } };
  }
  (await cookies()).set(SESSION_COOKIE, result.token, {
    httpOnly: true,
    sameSite: 'lax',
    secure: process.env.APP_ORIGIN?.startsWith('https:') ?? false,
    path: '/',
    expires: result.expires,
  });
  return { ok: true, value: null };
}

export async function leave(): Promise<void> {
  const jar = await cookies();
  const token = jar.get(SESSION_COOKIE)?.value;
  const person = await currentPerson();
  if (token && person) await signOut(database(), person, token);
  jar.delete(SESSION_COOKIE);
  redirect('/sign-in');
}

class UnitsInput extends KeyedInput {
  @IsIn(['metric', 'us'], { message: 'Metric or US units' }) mass!: 'metric' | 'us';
  @IsIn(['C', 'F'], { message: '°C or °F' }) temperature!: 'C' | 'F';
}

export async function chooseUnits(raw: unknown): Promise<Outcome<null>> {
  const outcome = await act(
    ['manager', 'office', 'hand'],
    UnitsInput,
    raw,
    async ({ tx, person }, { mass, temperature }) => {
      await tx('person')
        .where({ id: person.personId })
        .update({ settings: JSON.stringify({ ...person.settings, mass, temperature }) });
      return null;
    },
  );
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}
