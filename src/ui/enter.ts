import type { Outcome } from './outcome';

/** Asks the door of sessions: to sign in, or out. */
export async function session(method: 'POST' | 'DELETE', body: unknown): Promise<Outcome<null>> {
  const response = await fetch('/api/session', {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  return (await response.json()) as Outcome<null>;
}

export const enter = (values: { name: string; password: string }) => session('POST', values);
