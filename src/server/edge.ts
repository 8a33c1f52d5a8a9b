import 'server-only';
import { say, inReadersUnits } from '../core/words/words';
import { randomUUID } from 'node:crypto';
import type { SignedIn } from '../db/people';
import type { Outcome } from '../ui/outcome';
import { BadBody, BODY_LIMITS, readJson } from './body';
import { inRequest } from './log';
import { ourFault, refuse } from './outcome';
import { currentPerson } from './session';

/** Whether the person's browser speaks HTTPS, also when a proxy in front of us ends it. */
export function isHttps(headers: Headers): boolean {
  return (
    process.env.APP_ORIGIN?.startsWith('https:') === true ||
    // Our own server takes the word of a proxy away unless TRUST_PROXY says to believe it.
    headers.get('x-forwarded-proto')?.split(',')[0]?.trim() === 'https'
  );
}

/** The address a request comes from, as our own server saw it; a proxy's word counts only where TRUST_PROXY says so. */
export function addressOf(headers: Headers): string {
  return headers.get('x-crop-cycle-address') ?? 'unknown';
}

/** Whether a proxy handed the request on, trusted or not. */
export function cameThroughProxy(headers: Headers): boolean {
  return headers.get('x-crop-cycle-proxied') !== null;
}

/** Browsers say where a request comes from; one that comes from another site's page is refused. */
export function isForeign(headers: Headers): boolean {
  const origin = headers.get('origin');
  if (origin === null) return headers.get('sec-fetch-site') === 'cross-site';
  const host = headers.get('x-forwarded-host') ?? headers.get('host');
  const own = process.env.APP_ORIGIN ? [new URL(process.env.APP_ORIGIN).host, host] : [host];
  try {
    return !own.includes(new URL(origin).host);
  } catch {
    return true;
  }
}

/** How a refusal is said to machines; people read its words. */
const STATUS: Record<string, number> = {
  signedOut: 401,
  role: 403,
  command: 404,
  version: 409,
  entryKey: 409,
  tooOften: 429,
};

function statusOf(outcome: Outcome<unknown>): number {
  if (outcome.ok) return 200;
  if (outcome.again) return 503;
  const special = Object.keys(outcome.fields).find((f) => STATUS[f]);
  return special ? STATUS[special]! : 422;
}

/** What is refused or asked says its amounts as the person reads them. */
function inTheirUnits(outcome: Outcome<unknown>): Outcome<unknown> {
  if (outcome.ok) return outcome;
  const fields = Object.entries(outcome.fields).map(([name, words]) => [name, words.map(inReadersUnits)]);
  return { ...outcome, fields: Object.fromEntries(fields) as Record<string, string[]> };
}

export function answerJson(outcome: Outcome<unknown>, status = statusOf(outcome)): Response {
  return Response.json(inTheirUnits(outcome), { status, headers: { 'cache-control': 'private, no-store' } });
}

/** Who may send what: nothing of a stranger is read before it is known how much it is and whether they may. */
export interface Door<W> {
  /** Who asks, looked up before the body is read; null: nobody who may. Absent: open to strangers. */
  knows?: (headers: Headers) => Promise<W | null>;
  /** What is said to who may not. */
  turnedAway?: () => string;
  /** Most that is read. */
  bytes: number;
}

/** Only who is signed in. */
export const MEMBERS: Door<SignedIn> = {
  knows: () => currentPerson(),
  turnedAway: () => say`You are signed out. Sign in again; what you typed is still here.`,
  bytes: BODY_LIMITS.bytes,
};
/** What a stranger fills in by hand. */
export const SMALL: Door<never> = { bytes: 20_000 };
/** A piece of a farm file: its code is inside. */
export const FULL: Door<never> = { bytes: BODY_LIMITS.bytes };

/** Reads a bounded body from our own pages or from a program, and answers in words whatever comes. Who asks is looked up once, for members' doors. */
export async function edge<W>(
  request: Request,
  door: Door<W>,
  work: (body: Record<string, unknown>, who: W | null) => Promise<Response>,
): Promise<Response> {
  return inRequest(request.headers.get('x-request-id') ?? randomUUID(), async () => {
    const refusing = (words: string, status: number) => answerJson({ ok: false, fields: { form: [words] } }, status);
    if (isForeign(request.headers)) return refusing(say`That came from a page of another site.`, 403);
    try {
      const who = door.knows ? await door.knows(request.headers) : null;
      if (door.knows && !who)
        return answerJson(refuse(door.turnedAway?.() ?? say`Your role cannot do this.`, 'signedOut'));
      const body = await readJson(request, door.bytes);
      if (typeof body !== 'object' || body === null || Array.isArray(body)) return refusing(say`Send one object.`, 400);
      return await work(body as Record<string, unknown>, who);
    } catch (error) {
      if (error instanceof BadBody) return refusing(error.message, error.status);
      return answerJson(ourFault(error, say`unforeseen at the edge`));
    }
  });
}
