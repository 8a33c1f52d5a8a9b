import 'server-only';
import { randomUUID } from 'node:crypto';
import { open, rm, type FileHandle } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { say } from '../core/words/words';
import { readingFarm, type Tx } from '../db/connection';
import type { SignedIn } from '../db/people';
import { database } from './database';
import { answerJson } from './edge';
import { refuse } from './outcome';

interface Download {
  person: SignedIn;
  /** As it is called on the other side. */
  name: string;
  type: string;
  work: (tx: Tx, write: (text: string) => Promise<void>) => Promise<void>;
}

const CHUNK_BYTES = 64 * 1024;
/** Who takes nothing for so long has gone. */
const IDLE_MS = 30_000;
/** Files on their way at the same time, by each process. */
const MOST_OF_PERSON = 2;
const MOST_OF_FARM = 4;

const kept = globalThis as { cropCycleDownloads?: Map<string, number> };
const underWay = () => (kept.cropCycleDownloads ??= new Map());

/** Takes a turn under some keys, each with its most. @returns how to give it back, or null: one of them is full */
function takeTurn(keys: readonly [key: string, most: number][]): (() => void) | null {
  const turns = underWay();
  if (keys.some(([key, most]) => (turns.get(key) ?? 0) >= most)) return null;
  for (const [key] of keys) turns.set(key, (turns.get(key) ?? 0) + 1);
  let over = false;
  return () => {
    if (over) return;
    over = true;
    for (const [key] of keys) {
      const left = turns.get(key)! - 1;
      if (left > 0) turns.set(key, left);
      else turns.delete(key);
    }
  };
}

/**
 * A file from one moment of the farm. It is written aside as fast as the database gives it, and only then sent: however
 * slowly it is read, no connection and no transaction waits for it. A person and a farm have so many under way at a time;
 * who stops reading is hung up on.
 */
export async function download({ person, name, type, work }: Download): Promise<Response> {
  const { farmId, personId } = person;
  const end = takeTurn([
    [`person ${personId}`, MOST_OF_PERSON],
    [`farm ${farmId}`, MOST_OF_FARM],
  ]);
  if (!end)
    return answerJson(
      refuse(say`Other files of this farm are still on their way. Try again when they have come.`, 'tooOften'),
    );
  let file: FileHandle | null = null;
  try {
    file = await openAside();
    const to = file;
    const write = async (text: string) => void (await to.write(text));
    await readingFarm(database(), farmId, (tx) => work(tx, write));
    return send(file, { end, name, type, bytes: (await file.stat()).size });
  } catch (error) {
    await file?.close().catch(() => undefined);
    end();
    throw error;
  }
}

/** A file without a name: it is gone when it is closed, also by a crash. */
async function openAside(): Promise<FileHandle> {
  const path = join(tmpdir(), `crop-cycle-${randomUUID()}`);
  const file = await open(path, 'wx+', 0o600);
  await rm(path);
  return file;
}

interface Sending {
  end: () => void;
  name: string;
  type: string;
  bytes: number;
}

function send(file: FileHandle, { end, name, type, bytes }: Sending): Response {
  let at = 0;
  let idle: NodeJS.Timeout | undefined;
  const over = () => {
    clearTimeout(idle);
    end();
    void file.close().catch(() => undefined);
  };
  const stream = new ReadableStream<Uint8Array>(
    {
      pull: async (controller) => {
        clearTimeout(idle);
        const chunk = Buffer.alloc(CHUNK_BYTES);
        const { bytesRead } = await file.read(chunk, 0, CHUNK_BYTES, at);
        at += bytesRead;
        if (bytesRead === 0) {
          over();
          return controller.close();
        }
        controller.enqueue(chunk.subarray(0, bytesRead));
        idle = setTimeout(() => {
          over();
          // The download breaks off: who gets half a file is told so by the browser.
          controller.error(new Error('nobody reads'));
        }, IDLE_MS);
      },
      cancel: over,
    },
    { highWaterMark: 1 },
  );
  return new Response(stream, {
    headers: {
      'content-type': `${type}; charset=utf-8`,
      'content-length': String(bytes),
      'cache-control': 'private, no-store',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  });
}
