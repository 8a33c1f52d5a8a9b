import 'server-only';
import { readingFarm, type Tx } from '../db/connection';
import { database } from './database';

interface Download {
  farmId: string;
  /** As it is called on the other side. */
  name: string;
  type: string;
  work: (tx: Tx, write: (text: string) => Promise<void>) => Promise<void>;
}

/** A file that is written while it is read, from one moment of the farm; memory stays flat however long it is. */
export function download({ farmId, name, type, work }: Download): Response {
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
  const writer = writable.getWriter();
  const encoder = new TextEncoder();
  void readingFarm(database(), farmId, (tx) => work(tx, (text) => writer.write(encoder.encode(text)))).then(
    () => writer.close(),
    // The download breaks off: who gets half a file is told so by the browser.
    (error: unknown) => writer.abort(error),
  );
  return new Response(readable, {
    headers: {
      'content-type': `${type}; charset=utf-8`,
      'cache-control': 'private, no-store',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  });
}
