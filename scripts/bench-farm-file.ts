import { randomUUID } from 'node:crypto';
import { createWriteStream, statSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { ownerConnection, readingFarm } from '../src/db/connection';
import { linesOfFile, readFarmFile, writeFarmFile, type FileTable } from '../src/db/farmFile';

/**
 * How long a large farm takes to come in from its file and to go out again: the demo farm with its ledger laid several
 * times over, under new ids. Prints JSON: seconds, rows, and the most memory while it went out.
 */
const TIMES = 8;
/** Tables whose rows are laid again. */
const AGAIN: readonly FileTable[] = ['place', 'lot', 'lot_origin', 'movement', 'feeding', 'sample'];
/** Of the places, those that something grows in. */
const isLaidAgain = (table: FileTable) => (row: Row) => table !== 'place' || row.kind === 'tank' || row.kind === 'bed';
const REFERENCE = /_id$/;

type Row = Record<string, unknown>;
const owner = ownerConnection(process.env.DATABASE_URL!);
const folder = await mkdtemp(join(tmpdir(), 'farm-file-'));

/** The same row of copy n: ids of what is laid again are new, and so is what has to be one of its kind. */
function copied(row: Row, n: number, renamed: ReadonlyMap<string, string>): Row {
  const entries = Object.entries(row).map(([column, value]) => {
    if ((column === 'id' || REFERENCE.test(column)) && typeof value === 'string')
      return [column, renamed.get(value) ?? value];
    if (column === 'code' || column === 'entry_key') return [column, `${String(value)}~${n}`];
    return [column, value];
  });
  return Object.fromEntries(entries) as Row;
}

async function parts(farmId: string): Promise<{ head: string; tables: Map<FileTable, Row[]> }> {
  const pieces: string[] = [];
  await readingFarm(owner, farmId, (tx) => writeFarmFile(tx, async (text) => void pieces.push(text), new Date()));
  const text = pieces.join('');
  const { tables } = JSON.parse(text) as { tables: Record<FileTable, Row[]> };
  return { head: text.slice(0, text.indexOf('\n')), tables: new Map(Object.entries(tables) as [FileTable, Row[]][]) };
}

/** Writes the large farm. @returns how many rows */
async function writeLarge(farmId: string, path: string): Promise<number> {
  const { head, tables } = await parts(farmId);
  const out = createWriteStream(path);
  const put = async (text: string) => void (out.write(text) || (await once(out, 'drain')));
  const names = [...tables.values()].flat().flatMap((row) => (typeof row.id === 'string' ? [row.id] : []));
  const laidAgain = new Set(
    AGAIN.flatMap((table) => (tables.get(table) ?? []).filter(isLaidAgain(table)).map((row) => String(row.id ?? ''))),
  );
  const renamed = Array.from(
    { length: TIMES - 1 },
    () => new Map(names.filter((id) => laidAgain.has(id)).map((id) => [id, randomUUID()])),
  );
  let rows = 0;
  await put(`${head}\n`);
  for (const [i, [table, own]] of [...tables].entries()) {
    await put(`${i > 0 ? ',\n' : ''}"${table}":[`);
    const again = AGAIN.includes(table) ? own.filter(isLaidAgain(table)) : [];
    const all = [...own, ...renamed.flatMap((ids, n) => again.map((row) => copied(row, n, ids)))];
    for (const [k, row] of all.entries()) await put(`${k > 0 ? ',' : ''}\n${JSON.stringify(row)}`);
    rows += all.length;
    await put('\n]');
  }
  await put('\n}}\n');
  out.end();
  await once(out, 'finish');
  return rows;
}

const seconds = async (work: () => Promise<unknown>) => {
  const began = performance.now();
  await work();
  return Math.round((performance.now() - began) / 100) / 10;
};

try {
  const { farm_id: farmId } = await owner('farm').where({ is_demo: true }).first('farm_id');
  const path = join(folder, 'large.json');
  const rows = await writeLarge(farmId, path);
  const newFarmId = randomUUID();
  const inS = await seconds(() =>
    readFarmFile({ db: owner, lines: linesOfFile(path), newFarmId, now: new Date(), judge: async () => null }),
  );
  globalThis.gc?.();
  const before = process.memoryUsage().rss;
  let most = before;
  const outS = await seconds(async () => {
    const out = createWriteStream(join(folder, 'out.json'));
    const write = async (text: string) => {
      most = Math.max(most, process.memoryUsage().rss);
      if (!out.write(text)) await once(out, 'drain');
    };
    await readingFarm(owner, newFarmId, (tx) => writeFarmFile(tx, write, new Date()));
    out.end();
    await once(out, 'finish');
  });
  const mb = (bytes: number) => Math.round(bytes / 1e6);
  console.log(JSON.stringify({ inS, outS, rows, fileMb: mb(statSync(path).size), outMemoryMb: mb(most - before) }));
} finally {
  await rm(folder, { recursive: true });
  await owner.destroy();
}
