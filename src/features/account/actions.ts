import { LOCALE_COOKIE, TEXT_COOKIE } from '../../words/locales';
import { forgetAll } from '../../ui/form/keptTyping';
import { send } from '../../commands/client';
import { enter, session } from '../../ui/enter';
import type { Outcome } from '../../ui/outcome';

export { enter };

export async function leave(): Promise<void> {
  await session('DELETE', {});
  forgetAll();
  // A whole new page, so that nothing of the farm stays in the browser's memory.
  window.location.assign('/sign-in');
}

export const chooseUnits = (values: Record<string, unknown>) => send<null>('person.chooseUnits@1', values);

const YEAR_S = 31_536_000;

/** From now on numbers, days and money are written so, here; the whole page is made anew. */
export function writeAs(locale: string): void {
  document.cookie = `${LOCALE_COOKIE}=${locale}; path=/; max-age=${YEAR_S}; samesite=lax`;
  window.location.reload();
}

export const textSize = (): string => document.documentElement.dataset.text ?? 'usual';

/** Letters of a size on this device, from now on. */
export function writeLarge(size: string): void {
  document.cookie = `${TEXT_COOKIE}=${size}; path=/; max-age=${YEAR_S}; samesite=lax`;
  document.documentElement.dataset.text = size;
}

export async function changePassword(values: { old: string; new: string }): Promise<Outcome<null>> {
  const response = await fetch('/api/session', {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(values),
  });
  return (await response.json()) as Outcome<null>;
}

/** Becomes a member by a link. */
export async function joinFarm(values: Record<string, unknown>): Promise<Outcome<null>> {
  const response = await fetch('/api/join', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(values),
  });
  return (await response.json()) as Outcome<null>;
}

export interface MySessions {
  farmId: string;
  farms: { farmId: string; name: string; role: string }[];
  signIns: { id: string; device: string; madeAt: string; seenAt: string; isThis: boolean }[];
}

export async function mySessions(): Promise<Outcome<MySessions>> {
  return (await (await fetch('/api/session')).json()) as Outcome<MySessions>;
}

/** Goes to another farm, or ends a sign-in. */
export async function changeSession(body: { farmId: string } | { end: string }): Promise<Outcome<null>> {
  const response = await fetch('/api/session', {
    method: 'PATCH',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  return (await response.json()) as Outcome<null>;
}
