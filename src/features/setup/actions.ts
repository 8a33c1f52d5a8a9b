import { send } from '../../commands/client';
import type { FarmDescription, Habits } from '../../core/setup/description';
import type { Outcome } from '../../ui/outcome';
import { formatNumber } from '../../core/quantity/units';
import { say } from '../../core/words/words';
import { newEntryKey } from '../../ui/outcome';

export interface FoundingWish {
  code: string;
  name: string;
  signInName: string;
  password: string;
  habits: Habits;
}

/** Makes the farm and signs in. */
export async function found(wish: FoundingWish): Promise<Outcome<null>> {
  const response = await fetch('/api/farm', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(wish),
  });
  return (await response.json()) as Outcome<null>;
}

export const describe = (version: number, description: FarmDescription) =>
  send<{ version: number }>('setup.describe@1', { version, ...description, entryKey: newEntryKey() });

export const openFarm = (version: number) =>
  send<{ words: string }>('setup.open@1', { version, entryKey: newEntryKey() });

/** Who takes a farm in from its file. */
export interface TakingIn {
  code: string;
  signInName: string;
  password: string;
}

/** As long as the server lets a text be, and so many of them that letters of several bytes have room in a body. */
const PIECE_CHARS = 16_000;
const PART_CHARS = 15 * PIECE_CHARS;

/** Where a text may be cut without parting a letter. */
const cutAt = (text: string, length: number) => (/[\uD800-\uDBFF]/.test(text[length - 1] ?? '') ? length - 1 : length);

function piecesOf(text: string): string[] {
  const pieces: string[] = [];
  for (let from = 0; from < text.length; from += pieces.at(-1)!.length) {
    const rest = text.slice(from, from + PIECE_CHARS);
    pieces.push(rest.slice(0, cutAt(rest, rest.length)) || rest);
  }
  return pieces;
}

async function postFile(body: object): Promise<Response> {
  const headers = { 'content-type': 'application/json' };
  return fetch('/api/farm-file', { method: 'POST', headers, body: JSON.stringify(body) });
}

/**
 * Sends a farm file part by part and has it taken in; nothing stays of one that breaks off.
 * @param seen is told in words how far it has come, and as a share where that is known
 */
export async function takeFarmIn(
  file: File,
  { code, ...who }: TakingIn,
  seen: (words: string, share: number | null) => void,
): Promise<Outcome<{ name: string; rows: number }>> {
  const upload = newEntryKey();
  let n = 0;
  let sentBytes = 0;
  let waiting = '';
  const sendPart = async (lines: string): Promise<Outcome<null>> => {
    const response = await postFile({ code, upload, n, pieces: piecesOf(lines) });
    n += 1;
    return (await response.json()) as Outcome<null>;
  };
  const reader = file.stream().pipeThrough(new TextDecoderStream()).getReader();
  for (;;) {
    const { done, value } = await reader.read();
    waiting += value ?? '';
    while (waiting.length >= PART_CHARS || (done && waiting)) {
      const part = waiting.slice(0, cutAt(waiting, PART_CHARS));
      waiting = waiting.slice(part.length);
      const kept = await sendPart(part);
      if (!kept.ok) return kept;
      sentBytes += part.length;
      const share = Math.min(1, sentBytes / file.size);
      seen(say`Sending: ${formatNumber(share * 100)} %`, share);
    }
    if (done) break;
  }
  return lastLine(await postFile({ code, upload, parts: n, ...who }), seen);
}

/** Follows an answer that comes line by line to its end. */
async function lastLine(
  response: Response,
  seen: (words: string, share: number | null) => void,
): Promise<Outcome<{ name: string; rows: number }>> {
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let text = '';
  let last: unknown = null;
  for (;;) {
    const { done, value } = await reader.read();
    text += value ?? '';
    const lines = text.split('\n');
    text = done ? '' : lines.pop()!;
    for (const line of lines.filter(Boolean)) {
      last = JSON.parse(line);
      if (typeof (last as { rows?: number }).rows === 'number')
        seen(say`Writing: ${formatNumber((last as { rows: number }).rows)} rows`, null);
    }
    if (done) return last as Outcome<{ name: string; rows: number }>;
  }
}
