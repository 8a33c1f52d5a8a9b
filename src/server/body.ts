import 'server-only';
import { say } from '../core/words/words';

/** Bounds of what is read at all, before any of it is looked at. */
export const BODY_LIMITS = { bytes: 1_000_000, depth: 12, parts: 60_000, names: 5_000, textLength: 20_000 };

export class BadBody extends Error {
  constructor(
    readonly status: 400 | 413 | 415,
    message: string,
  ) {
    super(message);
  }
}

/**
 * Reads a JSON body within its bounds: its bytes are counted while they come, its depth and parts before it is parsed,
 * its texts and names after. JSON has no references, so what is read is never larger than what was sent.
 * @throws {BadBody} with the status and the words to answer with
 */
export async function readJson(request: Request, most = BODY_LIMITS.bytes): Promise<unknown> {
  if (!/^application\/json\b/i.test(request.headers.get('content-type') ?? ''))
    throw new BadBody(415, say`Send JSON, with the content type application/json.`);
  const text = await readText(request, most);
  const large = text.length > LARGE;
  checkShape(text);
  if (large) await othersTurn();
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new BadBody(400, say`That is no JSON.`);
  }
  if (large) await othersTurn();
  checkContent(value);
  if (large) await othersTurn();
  return value;
}

/** From so many characters on, others are let through between the steps of reading. */
const LARGE = 100_000;
const othersTurn = () => new Promise<void>((resolve) => setImmediate(resolve));

async function readText(request: Request, most: number): Promise<string> {
  const told = Number(request.headers.get('content-length') ?? 0);
  if (told > most) throw new BadBody(413, tooLarge(most));
  const reader = request.body?.getReader();
  if (!reader) throw new BadBody(400, say`Nothing arrived.`);
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    bytes += value.byteLength;
    if (bytes > most) {
      await reader.cancel();
      throw new BadBody(413, tooLarge(most));
    }
    chunks.push(value);
  }
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(Buffer.concat(chunks));
  } catch {
    throw new BadBody(400, say`That is no text in UTF-8.`);
  }
}

const tooLarge = (most: number) => say`That is larger than ${most / 1000} kB.`;

/** Counts brackets, commas and names outside of texts: what nothing else is made of is not even parsed. */
function checkShape(text: string): void {
  let [depth, parts] = [0, 0];
  const names: number[] = [];
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (c === QUOTE) i = endOfText(text, i);
    else if (OPENS.has(c)) {
      depth += 1;
      parts += 1;
      names[depth] = 0;
    } else if (CLOSES.has(c)) depth -= 1;
    else if (c === COMMA) parts += 1;
    else if (c === COLON && ++names[depth]! > BODY_LIMITS.names)
      throw new BadBody(400, say`One thing has more than ${BODY_LIMITS.names} names.`);
    if (depth > BODY_LIMITS.depth) throw new BadBody(400, say`That is nested deeper than ${BODY_LIMITS.depth} levels.`);
    if (parts > BODY_LIMITS.parts) throw new BadBody(400, say`That has more than ${BODY_LIMITS.parts} parts.`);
  }
}

const [QUOTE, BACKSLASH, COMMA, COLON] = [34, 92, 44, 58];
const OPENS = new Set([123, 91]);
const CLOSES = new Set([125, 93]);

function endOfText(text: string, from: number): number {
  let i = from + 1;
  while (i < text.length && text.charCodeAt(i) !== QUOTE) i += text.charCodeAt(i) === BACKSLASH ? 2 : 1;
  return i;
}

const FORBIDDEN = new Set(['__proto__', 'constructor', 'prototype']);

function checkContent(value: unknown): void {
  if (typeof value === 'string') return checkWord(value);
  if (Array.isArray(value)) return value.forEach(checkContent);
  if (typeof value !== 'object' || value === null) return;
  for (const [name, inner] of Object.entries(value)) {
    if (FORBIDDEN.has(name)) throw new BadBody(400, say`“${name}” cannot be a name here.`);
    checkWord(name);
    checkContent(inner);
  }
}

function checkWord(text: string): void {
  if (text.length > BODY_LIMITS.textLength)
    throw new BadBody(400, say`A text is longer than ${BODY_LIMITS.textLength} characters.`);
  if (text.includes('\0') || !(text as string & { isWellFormed(): boolean }).isWellFormed())
    throw new BadBody(400, say`A text holds characters that cannot be stored.`);
}
