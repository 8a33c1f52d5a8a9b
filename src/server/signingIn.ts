import 'server-only';
import { cookies } from 'next/headers';
import { say } from '../core/words/words';
import { FOUNDING_GUARD, isRightCode } from '../db/founding';
import { personOfSession, SESSION_DAYS, signIn, waitsToTry, type SignInResult } from '../db/people';
import { LOCALE_COOKIE } from '../words/locales';
import { now } from './clock';
import { database } from './database';
import { addressOf, isHttps } from './edge';
import { DEVICE_COOKIE, SESSION_COOKIE } from './session';

const DEVICE_DAYS = 400;

/** What a device calls itself, short enough to be read: browser and system. */
export function deviceWords(agent: string | null): string {
  if (!agent) return '';
  const browser = ['Firefox', 'Edg', 'OPR', 'Chrome', 'Safari'].find((b) => agent.includes(b)) ?? '';
  const system = ['Android', 'iPhone', 'iPad', 'Windows', 'Mac OS', 'Linux'].find((s) => agent.includes(s)) ?? '';
  return [browser.replace('Edg', 'Edge').replace('OPR', 'Opera'), system].filter(Boolean).join(' · ').slice(0, 200);
}

/** Signs in from this request's device and sets its cookies. */
export async function enterAs(
  headers: Headers,
  { name, password }: { name: string; password: string },
): Promise<SignInResult> {
  const jar = await cookies();
  const attempt = {
    name,
    password,
    address: addressOf(headers),
    device: jar.get(DEVICE_COOKIE)?.value ?? null,
    deviceWords: deviceWords(headers.get('user-agent')),
  };
  const result = await signIn(database(), attempt, now());
  if (!result.ok) return result;
  const rest = { httpOnly: true, sameSite: 'lax', secure: isHttps(headers), path: '/' } as const;
  // By its age, not by a moment: a phone whose clock is wrong stays signed in.
  jar.set(SESSION_COOKIE, result.token, { ...rest, maxAge: SESSION_DAYS * 86_400 });
  const person = await personOfSession(database(), result.token, now());
  // Read by the page too; it opens nothing.
  if (person?.settings.locale)
    jar.set(LOCALE_COOKIE, person.settings.locale, { ...rest, httpOnly: false, maxAge: DEVICE_DAYS * 86_400 });
  jar.set(DEVICE_COOKIE, result.device, { ...rest, maxAge: DEVICE_DAYS * 86_400 });
  return result;
}

/**
 * Wrong founding codes are counted like tries of a password; the right one never waits for them.
 * @returns seconds to wait; 0: go on
 */
export async function waitsForCode(headers: Headers, code: string): Promise<number> {
  if (await isRightCode(database(), code, now())) return 0;
  return waitsToTry(database(), { name: FOUNDING_GUARD, address: addressOf(headers), device: null }, now());
}

export function tooManyWords(seconds: number): string {
  const wait = seconds < 90 ? say`${seconds} seconds` : say`${Math.ceil(seconds / 60)} minutes`;
  return say`Too many tries. Wait ${wait}, then try again.`;
}
