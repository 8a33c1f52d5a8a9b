import { randomUUID } from 'node:crypto';
import { passwordFault } from '../../../core/passwords';
import { readInput } from '../../../core/readInput';
import { say } from '../../../core/words/words';
import { keepPart, linesOfParts, readFarmFile, writeFarmFile } from '../../../db/farmFile';
import { hashCode } from '../../../db/founding';
import { hashPassword } from '../../../db/people';
import { now } from '../../../server/clock';
import { database } from '../../../server/database';
import { download } from '../../../server/download';
import { answerJson, edge, FULL } from '../../../server/edge';
import { asOutcome, refuse } from '../../../server/outcome';
import { currentPerson } from '../../../server/session';
import { tooManyWords, waitsForCode } from '../../../server/signingIn';
import { FileCame, FilePart } from './farmFile.input';
import { judgeFarmHead } from './judgeFarm';

export const dynamic = 'force-dynamic';

/** A part of a file, or the word that all have come and who takes the farm in. */
export async function POST(request: Request) {
  return edge(request, FULL, async (body) => ('n' in body ? takePart(body, request) : takeIn(body, request)));
}

async function takePart(body: Record<string, unknown>, request: Request): Promise<Response> {
  const read = await readInput(FilePart, body);
  if (!read.ok) return answerJson(read);
  const { code, upload, n, pieces } = read.value;
  const seconds = await waitsForCode(request.headers, code);
  if (seconds > 0) return answerJson(refuse(tooManyWords(seconds), 'code'), 429);
  const part = { upload, n, lines: pieces.join(''), codeHash: hashCode(code) };
  const kept = await asOutcome(() => keepPart(database(), part, now()));
  return answerJson(kept.ok ? { ok: true, value: null } : kept, kept.ok ? 200 : 403);
}

/** Answers line by line: how far it has come, and at the end what became of it. */
async function takeIn(body: Record<string, unknown>, request: Request): Promise<Response> {
  const read = await readInput(FileCame, body);
  if (!read.ok) return answerJson(read);
  const { code, upload, parts, signInName, password } = read.value;
  const weak = passwordFault(password, [signInName]);
  if (weak) return answerJson(refuse(weak, 'password'));
  const seconds = await waitsForCode(request.headers, code);
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
        judge: judgeFarmHead,
        progress: (rows) => tell({ rows }),
      }),
    );
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
    person,
    name: `${name}-${at.toISOString().slice(0, 10)}.json`,
    type: 'application/json',
    work: (tx, write) => writeFarmFile(tx, write, at),
  });
}
