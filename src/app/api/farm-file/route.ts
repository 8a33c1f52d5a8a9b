import { randomUUID } from 'node:crypto';
import { passwordFault } from '../../../core/passwords';
import { readInput } from '../../../core/readInput';
import { say } from '../../../core/words/words';
import { keepPart, linesOfParts, readFarmFile, writeFarmFile } from '../../../db/farmFile';
import { FOUNDING_GUARD, hashCode } from '../../../db/founding';
import { hashPassword, signInDone, waitsToTry } from '../../../db/people';
import { now } from '../../../server/clock';
import { database } from '../../../server/database';
import { download } from '../../../server/download';
import { addressOf, answerJson, edge } from '../../../server/edge';
import { asOutcome, refuse } from '../../../server/outcome';
import { currentPerson } from '../../../server/session';
import { tooManyWords } from '../../../server/signingIn';
import { FileCame, FilePart } from './farmFile.input';

export const dynamic = 'force-dynamic';

/** A part of a file, or the word that all have come and who takes the farm in. */
export async function POST(request: Request) {
  return edge(request, async (body) => ('n' in body ? takePart(body, request) : takeIn(body, request)));
}

/** Tries of the code are counted like tries of a password. */
const attemptOf = (request: Request) => ({
  name: FOUNDING_GUARD,
  address: addressOf(request.headers),
  device: null,
});

async function takePart(body: Record<string, unknown>, request: Request): Promise<Response> {
  const read = await readInput(FilePart, body);
  if (!read.ok) return answerJson(read);
  const { code, upload, n, pieces } = read.value;
  const seconds = n === 0 ? await waitsToTry(database(), attemptOf(request), now()) : 0;
  if (seconds > 0) return answerJson(refuse(tooManyWords(seconds), 'code'), 429);
  const part = { upload, n, lines: pieces.join(''), codeHash: hashCode(code) };
  const kept = await asOutcome(() => keepPart(database(), part, now()));
  if (kept.ok && n === 0) await signInDone(database(), attemptOf(request));
  return answerJson(kept.ok ? { ok: true, value: null } : kept, kept.ok ? 200 : 403);
}

/** Answers line by line: how far it has come, and at the end what became of it. */
async function takeIn(body: Record<string, unknown>, request: Request): Promise<Response> {
  const read = await readInput(FileCame, body);
  if (!read.ok) return answerJson(read);
  const { code, upload, parts, signInName, password } = read.value;
  const weak = passwordFault(password, [signInName]);
  if (weak) return answerJson(refuse(weak, 'password'));
  const attempt = attemptOf(request);
  const seconds = await waitsToTry(database(), attempt, now());
  if (seconds > 0) return answerJson(refuse(tooManyWords(seconds), 'code'), 429);
  const by = { codeHash: hashCode(code), signInName: signInName.trim(), passwordHash: await hashPassword(password) };
  return answerLines(async (tell) => {
    const taken = await asOutcome(() =>
      readFarmFile({
        db: database(),
        lines: linesOfParts(database(), { codeHash: by.codeHash, upload, parts }),
        newFarmId: randomUUID(),
        by,
        now: now(),
        progress: (rows) => tell({ rows }),
      }),
    );
    if (taken.ok) await signInDone(database(), attempt);
    tell(taken);
  });
}

/** Answers in lines of JSON as they come. */
function answerLines(work: (tell: (line: object) => void) => Promise<void>): Response {
  const encoder = new TextEncoder();
  const stream = new ReadableStream<Uint8Array>({
    start: async (controller) => {
      await work((line) => controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`)));
      controller.close();
    },
  });
  return new Response(stream, { headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' } });
}

/** The whole farm as one file: for managers. */
export async function GET() {
  const person = await currentPerson();
  if (!person) return answerJson(refuse(say`You are signed out. Sign in again.`, 'signedOut'));
  if (person.role !== 'manager') return answerJson(refuse(say`This is for a manager.`, 'role'));
  const at = now();
  const name = person.farmName
    .toLowerCase()
    .replace(/[^\p{L}\d]+/gu, '-')
    .slice(0, 40);
  return download({
    farmId: person.farmId,
    name: `${name}-${at.toISOString().slice(0, 10)}.json`,
    type: 'application/json',
    work: (tx, write) => writeFarmFile(tx, write, at),
  });
}
