import { randomUUID } from 'node:crypto';
import { gunzipSync } from 'node:zlib';
import { isHTTPAccessFallbackError } from 'next/dist/client/components/http-access-fallback/http-access-fallback';
import { isRedirectError } from 'next/dist/client/components/redirect-error';
import { say } from '../../../../core/words/words';
import type { Answer } from '../../../../server/answers';
import { build } from '../../../../server/build';
import { answerJson } from '../../../../server/edge';
import { inRequest } from '../../../../server/log';
import { ourFault, refuse } from '../../../../server/outcome';
import { currentPerson } from '../../../../server/session';
import { frameAnswer, stationAnswer } from '../../../../stations/answers';
import { stationAt } from '../../../../stations/list';
import { BUILD_HEADER, ZIPPED } from '../../../../stations/readAnswer';

export const dynamic = 'force-dynamic';

/** What a station shows, as data: made once for each state, sent as it is kept. Who knows it already gets 304. */
export async function GET(request: Request) {
  return inRequest(request.headers.get('x-request-id') ?? randomUUID(), async () => {
    const { pathname, searchParams } = new URL(request.url);
    try {
      const person = await currentPerson();
      if (!person) return answerJson(refuse(say`You are signed out. Sign in again.`, 'signedOut'));
      if (person.inSetUp) return notHere(409);
      const path = pathname.slice('/api/stations'.length);
      if (path === '/frame') return sent(request.headers, await frameAnswer(person));
      const asked = stationAt(path, searchParams);
      return asked ? sent(request.headers, await stationAnswer(person, asked)) : notHere(404);
    } catch (error) {
      if (isHTTPAccessFallbackError(error)) return notHere(404);
      if (isRedirectError(error)) return notHere(409);
      return answerJson(ourFault(error, say`unforeseen while a station was read`));
    }
  });
}

const notHere = (status: 404 | 409) =>
  answerJson({ ok: false, fields: { form: [say`There is nothing here by that name.`] } }, status);

/** As it is kept, where the browser can open it itself: a content encoding of ours does not outlive the framework. */
function sent(asks: Headers, { etag, bytes }: Answer): Response {
  const headers = { etag, 'cache-control': 'private, no-store, no-transform', vary: 'accept', [BUILD_HEADER]: build() };
  if (asks.get('if-none-match') === etag) return new Response(null, { status: 304, headers });
  const opens = asks.get('accept')?.includes(ZIPPED) === true;
  return new Response(new Uint8Array(opens ? bytes : gunzipSync(bytes)), {
    headers: { ...headers, 'content-type': opens ? ZIPPED : 'text/plain; charset=utf-8' },
  });
}
