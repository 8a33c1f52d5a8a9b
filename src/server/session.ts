import 'server-only';
import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import { cache } from 'react';
import type { UnitChoice } from '../core/quantity/units';
import { personOfSession, type SignedIn } from '../db/people';
import { now } from './clock';
import { database } from './database';
import { answerIn } from './log';
import { watching } from './watch';

export const SESSION_COOKIE = 'crop_cycle_session';
/** Tells a device that someone has signed in from before; it opens nothing by itself. */
export const DEVICE_COOKIE = 'crop_cycle_device';

/** Who asks, or null. Looked up once a request. */
export const currentPerson = cache(async (): Promise<SignedIn | null> => {
  const token = (await cookies()).get(SESSION_COOKIE)?.value;
  const person = token ? await personOfSession(database(), token, now()) : null;
  if (person) answerIn(unitsOf(person));
  return person;
});

export async function requirePerson(): Promise<SignedIn> {
  const person = watching()?.person ?? (await currentPerson());
  if (!person) redirect('/sign-in');
  return person;
}

export function unitsOf(person: SignedIn): UnitChoice {
  return { mass: person.settings.mass ?? 'metric', temperature: person.settings.temperature ?? 'C' };
}
