import { parse } from 'devalue';

/** What came back: the page, nothing because nothing is as it was, or why there is none. */
export type Read =
  | { kind: 'here'; page: unknown; etag: string; changed: boolean }
  /** No line: the page as it was last known, where it is. */
  | { kind: 'lost'; page?: unknown; etag?: string; at?: number }
  | { kind: 'failed'; page?: undefined; etag?: undefined }
  | { kind: 'signedOut'; page?: undefined; etag?: undefined }
  /** The server must say it itself: nothing of that name, or another version of the app. */
  | { kind: 'elsewhere'; page?: undefined; etag?: undefined };

interface Known {
  etag: string;
  page: unknown;
  /** When the server last said so, ms. */
  at: number;
}

/** The last answers, while the page stays. */
const known = new Map<string, Known>();
const MOST_KNOWN = 40;

export const BUILD_HEADER = 'x-crop-cycle-build';
/** How an answer is kept, and sent to who can open it. */
export const ZIPPED = 'application/gzip';

const opensZipped = () => typeof DecompressionStream !== 'undefined';

/** The text of an answer; null: the line broke in the middle of it. */
async function textOf(response: Response): Promise<string | null> {
  try {
    if (response.headers.get('content-type') !== ZIPPED) return await response.text();
    return await new Response(response.body!.pipeThrough(new DecompressionStream('gzip'))).text();
  } catch {
    return null;
  }
}

export function remember(path: string, etag: string, page: unknown): void {
  known.delete(path);
  known.set(path, { etag, page, at: Date.now() });
  if (known.size > MOST_KNOWN) known.delete(known.keys().next().value!);
}

/** Asks for data; what is known already is not sent again. @param build the version of the app that asks */
export async function readAnswer(path: string, build: string): Promise<Read> {
  const before = known.get(path);
  const response = await fetch(path, {
    cache: 'no-store',
    headers: { accept: opensZipped() ? ZIPPED : 'text/plain', ...(before ? { 'if-none-match': before.etag } : {}) },
  }).catch(() => null);
  if (!response) return { kind: 'lost', ...before };
  if (response.status === 401) return { kind: 'signedOut' };
  const theirs = response.headers.get(BUILD_HEADER);
  if (theirs !== null && theirs !== build) return { kind: 'elsewhere' };
  if (response.status === 304 && before) {
    remember(path, before.etag, before.page);
    return { kind: 'here', ...before, changed: false };
  }
  if (response.status === 404 || response.status === 409) return { kind: 'elsewhere' };
  const text = response.ok ? await textOf(response) : null;
  if (text === null) return response.ok ? { kind: 'lost', ...before } : { kind: 'failed' };
  const etag = response.headers.get('etag') ?? '';
  const page: unknown = parse(text);
  remember(path, etag, page);
  return { kind: 'here', page, etag, changed: etag !== before?.etag };
}
