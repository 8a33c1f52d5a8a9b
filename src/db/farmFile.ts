import { createReadStream } from 'node:fs';
import { createInterface } from 'node:readline';
import type { Knex } from 'knex';
import { RuleBroken } from '../core/errors';
import { say } from '../core/words/words';
import type { Tx } from './connection';
import { rowFault } from './farmFileRows';

/**
 * A whole farm as one JSON file of our own format, described in docs/farm-file.md: written row by row, read line by line.
 * Balances and daily means are not in it: they follow from what is. Nor are passwords, sign-ins and open links.
 */

const FARM_FORMAT = 'crop-cycle-farm';
/** 2: papers and prices by list. 3: products made of one supply, things put away. */
const FARM_FILE_VERSION = 3;

/** Tables of a farm in an order in which each row finds what it names. */
export const FILE_TABLES = [
  ...([
    'person',
    'loop',
    'zone',
    'place',
    'equipment',
    'species',
    'crop',
    'fish_rule',
    'product',
    'customer',
    'chore',
    'paper',
    'price',
  ] as const),
  ...([
    'loop_temperature',
    'probe',
    'entry',
    'lot',
    'lot_origin',
    'plan_step',
    'purge_batch',
    'purge_batch_change',
    'draft',
  ] as const),
  ...([
    'sales_order',
    'order_line',
    'order_event',
    'movement',
    'feeding',
    'sample',
    'reading_batch',
    'reading',
    'husbandry_event',
  ] as const),
  ...(['weather_day', 'trial', 'trial_arm', 'trial_plot', 'trial_measure'] as const),
  ...(['finding', 'culture', 'culture_entry', 'bed_rest'] as const),
  ...(['purge_check', 'task_done', 'handover', 'plan_event', 'counter', 'setup_change', 'upgrade_note'] as const),
] as const;
export type FileTable = (typeof FILE_TABLES)[number];

/** Tables of a farm that are not in its file, and why. */
export const LEFT_OUT: Record<string, string> = {
  farm: 'stands in the head of the file',
  session: 'who is signed in is not the farm’s',
  known_device: 'devices are not the farm’s',
  invite: 'open links are not handed on',
  balance: 'follows from the movements',
  reading_day: 'follows from the readings',
  reading_hour: 'follows from the readings',
  reading_due: 'follows from the readings',
  reading_latest: 'follows from the readings',
  reading_today: 'follows from the readings of the day',
  probe_key: 'keys are not handed on; an instrument gets a new one',
  revision: 'counts anew',
  calendar_link: 'private links are not handed on',
  taking_in: 'holds only what is on its way in',
};

/** Columns that stay behind. */
const SECRET: Partial<Record<FileTable, readonly string[]>> = {
  person: ['password_hash', 'demo_password', 'account_id'],
};
/** Tables whose rows have running numbers: they are given anew in the order of the file. */
const NUMBERED: ReadonlySet<FileTable> = new Set([
  'order_event',
  'plan_event',
  'purge_batch_change',
  'reading',
  'setup_change',
  'task_done',
  'upgrade_note',
]);
const FETCH = 2000;
/** Rows put into words at once: others on the same thread wait no longer than that takes. */
const WRITTEN_AT_ONCE = 300;

type Write = (text: string) => Promise<void>;

/** Writes the farm of this transaction, which should see one moment (repeatable read). Memory stays flat: rows come by cursor. */
export async function writeFarmFile(tx: Tx, write: Write, writtenAt: Date): Promise<void> {
  const farm = await tx('farm')
    .whereRaw(`farm_id = nullif(current_setting('app.farm_id', true), '')::uuid`)
    .first(
      ...[
        'name',
        'time_zone',
        'currency',
        'latitude',
        'altitude_m',
        'habits',
        'described',
        'entry_back_days',
        'is_demo',
      ],
    );
  const head = { format: FARM_FORMAT, version: FARM_FILE_VERSION, written: writtenAt.toISOString(), farm };
  await write(`${JSON.stringify(head).slice(0, -1)},"tables":{\n`);
  for (const [i, table] of FILE_TABLES.entries()) {
    await write(`${i > 0 ? ',\n' : ''}"${table}":[`);
    await writeRows(tx, table, write);
    await write('\n]');
  }
  await write('\n}}\n');
}

async function writeRows(tx: Tx, table: FileTable, write: Write): Promise<void> {
  const without = ['farm_id', ...(SECRET[table] ?? [])].map((c) => `- '${c}'`).join(' ');
  await tx.raw(
    `declare farm_rows no scroll cursor for select (to_jsonb(t) ${without})::text as row from ${table} t where farm_id = nullif(current_setting('app.farm_id', true), '')::uuid${NUMBERED.has(table) ? ' order by id' : ''}`,
  );
  let first = true;
  for (;;) {
    const { rows } = await tx.raw<{ rows: { row: string }[] }>(`fetch ${WRITTEN_AT_ONCE} from farm_rows`);
    if (rows.length === 0) break;
    await write(`${first ? '' : ','}\n${rows.map((r) => r.row).join(',\n')}`);
    first = false;
  }
  await tx.raw('close farm_rows');
}

/** The lines of a file on this machine; reading begins when they are asked for, so that none is missed. */
export async function* linesOfFile(path: string): AsyncGenerator<string> {
  yield* createInterface({ input: createReadStream(path, 'utf8'), crlfDelay: Infinity });
}

/** Keeps a part of a file that comes from a browser; a part that comes again takes its place. @throws where the code is not open */
export async function keepPart(
  db: Knex,
  part: { codeHash: Buffer; upload: string; n: number; lines: string },
  now: Date,
): Promise<void> {
  await db.raw('select farm_part_came(?, ?, ?, ?, ?)', [part.codeHash, part.upload, part.n, part.lines, now]);
}

/** The lines of a file that came in parts. */
export async function* linesOfParts(
  db: Knex,
  { codeHash, upload, parts }: { codeHash: Buffer; upload: string; parts: number },
): AsyncGenerator<string> {
  let rest = '';
  for (let n = 0; n < parts; n++) {
    const { rows } = await db.raw('select farm_part_lines(?, ?, ?) as lines', [codeHash, upload, n]);
    const lines = rows[0].lines as string | null;
    if (lines === null)
      throw new RuleBroken(
        'file',
        say`Part ${n + 1} of ${parts} did not come. Nothing was taken; choose the file again.`,
      );
    const own = (rest + lines).split('\n');
    rest = own.pop()!;
    yield* own;
  }
  if (rest) yield rest;
}

interface FileHead {
  format: string;
  version: number;
  farm: Record<string, unknown>;
}

export interface FarmRead {
  farmId: string;
  name: string;
  rows: number;
}

/** Who takes a file in from a browser: the code of the first farm, and a manager of the file with a new password. */
export interface TakenInBy {
  codeHash: Buffer;
  signInName: string;
  passwordHash: string;
}

interface ReadArgs {
  /** The owner; or, with a code, the role that owns nothing. */
  db: Knex;
  lines: AsyncIterable<string>;
  newFarmId: string;
  by?: TakenInBy;
  now: Date;
  /** What is wrong with the row of the farm itself, as the screens would judge it. */
  judge: (farm: Record<string, unknown>) => Promise<string | null>;
  progress?: (rows: number, table: string) => void;
}

/**
 * Reads a farm file into a database, in one transaction: all of it or nothing. Only for the owner or who holds the code of the
 * first farm: a ledger is laid down as it was; its balances are made anew from the movements and must not come out below nought.
 * @throws {RuleBroken} with what is wrong and in which line
 */
export async function readFarmFile({ db, lines, newFarmId, by, now, judge, progress }: ReadArgs): Promise<FarmRead> {
  return db.transaction(async (tx) => {
    await tx.raw(`select set_config('app.farm_id', ?, true)`, [newFarmId]);
    const state = { head: null as FileHead | null, table: null as FileTable | null, rows: 0, ended: false, line: 0 };
    let batch: string[] = [];
    const named = new Set<string>();
    const flush = async () => {
      if (batch.length > 0) await insertRows(tx, state.table!, { rows: batch, named, farmId: newFarmId });
      state.rows += batch.length;
      if (batch.length > 0) progress?.(state.rows, state.table!);
      batch = [];
      named.clear();
    };
    // Checking a large farm at its end takes longer than any answer to a person may.
    await tx.raw(`set local statement_timeout = '10min'`);
    await tx.raw('set constraints all deferred');
    for await (const line of lines) {
      state.line += 1;
      const text = line.trim();
      if (!text) continue;
      if (!state.head) {
        state.head = readHead(text);
        const wrong = await judge(state.head.farm);
        if (wrong) throw new RuleBroken('file', say`The farm itself does not fit: ${wrong}`);
        await tx
          .raw('select taking_in_begins(?, ?, ?, ?)', [
            newFarmId,
            JSON.stringify(state.head.farm),
            by?.codeHash ?? null,
            now,
          ])
          .catch((error: unknown) => {
            if ((error as { code?: string }).code?.startsWith('2')) throw unfit(error);
            throw error;
          });
      } else if (/^,?"\w+":\[$/.test(text)) {
        state.table = tableOf(text.replace(/[^\w]/g, ''), state.line);
      } else if (text === ']' || text === '],') {
        await flush();
      } else if (text === ',') {
        continue;
      } else if (text.startsWith('}}')) {
        state.ended = true;
      } else {
        batch.push(rowOf(text, { table: state.table, line: state.line, named }));
        if (batch.length >= FETCH) await flush();
      }
    }
    if (!state.head) throw new RuleBroken('file', say`There is nothing in that file.`);
    if (!state.ended)
      throw new RuleBroken(
        'file',
        say`The file ends in the middle, in line ${state.line}. Nothing was taken; export it again.`,
      );
    // What a row names may come after it; by now everything is here.
    await tx.raw('set constraints all immediate').catch((error: unknown) => {
      throw unfit(error);
    });
    await ends(tx, newFarmId, by);
    return { farmId: newFarmId, name: String(state.head.farm.name), rows: state.rows };
  });
}

/** What the database says of rows that do not fit each other, short. */
function unfit(error: unknown): RuleBroken {
  const { message, detail } = error as Error & { detail?: string };
  return new RuleBroken(
    'file',
    say`What the file says does not fit together: ${(detail ?? message.split(' - ').at(-1) ?? '').slice(0, 200)}. Nothing was taken.`,
  );
}

async function ends(tx: Knex.Transaction, farmId: string, by?: TakenInBy): Promise<void> {
  try {
    await tx.raw('select taking_in_ends(?, ?, ?)', [farmId, by?.signInName ?? null, by?.passwordHash ?? null]);
  } catch (error) {
    const { constraint, message, code } = error as Error & { constraint?: string; code?: string };
    if (constraint === 'person_last_manager')
      throw new RuleBroken('file', say`No manager is among its people: a farm needs one. Nothing was taken.`);
    if (constraint === 'taking_in_reading')
      throw new RuleBroken('file', say`A reading corrects one that is not in the file. Nothing was taken.`);
    if (constraint !== 'taking_in_manager' && code?.startsWith('2')) throw unfit(error);
    if (constraint !== 'taking_in_manager') throw error;
    const names = message.split(' - ').at(-1) ?? '';
    throw new RuleBroken('signInName', say`No manager of that farm has that sign-in name. Its managers are: ${names}.`);
  }
}

function readHead(text: string): FileHead {
  let head: FileHead;
  try {
    head = JSON.parse(`${text.replace(/,"tables":\{$/, '')}}`) as FileHead;
  } catch {
    throw new RuleBroken('file', say`That is no farm file: its first line cannot be read.`);
  }
  if (typeof head !== 'object' || head === null || typeof head.farm !== 'object' || head.farm === null)
    throw new RuleBroken('file', say`That is no farm file: its first line cannot be read.`);
  if (head.format !== FARM_FORMAT) throw new RuleBroken('file', say`That is no farm file of Crop Cycle.`);
  if (!(head.version >= 1 && head.version <= FARM_FILE_VERSION))
    throw new RuleBroken(
      'file',
      say`That file is of version ${head.version}; this app reads up to ${FARM_FILE_VERSION}. Bring the app up to date first.`,
    );
  return head;
}

function tableOf(name: string, line: number): FileTable {
  const known = FILE_TABLES.find((t) => t === name);
  if (!known) throw new RuleBroken('file', say`Line ${line} begins “${name}”, which is no part of a farm.`);
  return known;
}

interface RowAt {
  table: FileTable | null;
  line: number;
  /** Columns named by the rows that go in together: one that leaves one out has nothing there. */
  named: Set<string>;
}

function rowOf(text: string, { table, line, named }: RowAt): string {
  const row = text.replace(/,$/, '');
  let read: unknown;
  try {
    read = JSON.parse(row);
  } catch {
    throw new RuleBroken('file', say`Line ${line} is cut off or no row. Nothing was taken.`);
  }
  if (!table || typeof read !== 'object' || read === null || Array.isArray(read))
    throw new RuleBroken('file', say`Line ${line} is cut off or no row. Nothing was taken.`);
  const wrong = rowFault(table, read as Record<string, unknown>);
  if (wrong) throw new RuleBroken('file', say`Line ${line}, a row of “${table}”, does not fit: ${wrong}`);
  for (const name of Object.keys(read)) named.add(name);
  return row;
}

const columnsKnown = new Map<string, string[]>();

async function columnsOf(tx: Knex.Transaction, table: FileTable): Promise<string[]> {
  const known = columnsKnown.get(table);
  if (known) return known;
  const names = (
    await tx.raw(`select attname from pg_attribute where attrelid = ?::regclass and attnum > 0 and not attisdropped`, [
      table,
    ])
  ).rows.map((r: { attname: string }) => r.attname) as string[];
  columnsKnown.set(table, names);
  return names;
}

async function insertRows(
  tx: Knex.Transaction,
  table: FileTable,
  { rows, named, farmId }: { rows: string[]; named: ReadonlySet<string>; farmId: string },
) {
  const columns = (await columnsOf(tx, table)).filter((c) => c !== 'farm_id' && !(SECRET[table] ?? []).includes(c));
  const known = columns.filter((c) => named.has(c));
  try {
    await tx.raw('select taking_in_lays(?, ?, ?, ?)', [farmId, table, known, `[${rows.join(',')}]`]);
  } catch (error) {
    throw new RuleBroken(
      'file',
      say`A row of “${table}” does not fit: ${(error as Error).message.split(' - ').at(-1) ?? ''}`,
    );
  }
}

/** What a spreadsheet would run as a formula is put as text. */
const defused = (value: string) => (/^[=+@\t\r-]/.test(value) && Number.isNaN(Number(value)) ? `'${value}` : value);

function cellOf(value: unknown): string {
  if (value === null || value === undefined) return '';
  return defused(typeof value === 'object' ? JSON.stringify(value) : String(value));
}

/** One table of the farm as rows of cells, the names of its columns first: SI units as the names say, days and moments as ISO. */
export async function writeTable(tx: Tx, table: FileTable, write: (rows: string[][]) => Promise<void>): Promise<void> {
  const without = ['farm_id', ...(SECRET[table] ?? [])].map((c) => `- '${c}'`).join(' ');
  const names: string[] = (
    await tx.raw(
      `select attname from pg_attribute where attrelid = ?::regclass and attnum > 0 and not attisdropped order by attnum`,
      [table],
    )
  ).rows
    .map((r: { attname: string }) => r.attname)
    .filter((n: string) => n !== 'farm_id' && !(SECRET[table] ?? []).includes(n));
  await write([names]);
  await tx.raw(
    `declare table_rows no scroll cursor for select (to_jsonb(t) ${without}) as row from ${table} t where farm_id = nullif(current_setting('app.farm_id', true), '')::uuid`,
  );
  for (;;) {
    const { rows } = await tx.raw<{ rows: { row: Record<string, unknown> }[] }>(
      `fetch ${WRITTEN_AT_ONCE} from table_rows`,
    );
    if (rows.length === 0) break;
    await write(rows.map(({ row }) => names.map((n) => cellOf(row[n]))));
  }
  await tx.raw('close table_rows');
}

export const fileTable = (name: string): FileTable | undefined => FILE_TABLES.find((t) => t === name);

export async function tableSizes(tx: Tx): Promise<{ name: FileTable; rows: number }[]> {
  const parts = FILE_TABLES.map((t) => `select '${t}' as name, count(*)::int as rows from ${t}`);
  return (await tx.raw(parts.join(' union all '))).rows;
}
