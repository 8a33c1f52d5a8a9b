import { randomUUID } from 'node:crypto';
import { ownerConnection, readingFarm } from '../src/db/connection';
import { Random } from '../src/db/demo/random';
import { readFarmFile, writeFarmFile } from '../src/db/farmFile';
import { judgeFarmHead } from '../src/app/api/farm-file/judgeFarm';
import { faultsOf, pagesOf, sessionOf } from './lib/pages';

/**
 * A real farm's file, spoilt in one way after another: each is refused with nothing left, or opens on every page and
 * harms no other farm. Prints one line of JSON.
 */
const COUNT = Number(process.env.MUTATIONS ?? 500);
const SEED = Number(process.env.SEED ?? 20261130);
const base = process.env.APP_BASE!;
const now = new Date(process.env.DEMO_NOW!);
const owner = ownerConnection(process.env.DATABASE_URL!);

type Row = Record<string, unknown>;
interface File {
  head: { farm: Row } & Row;
  tables: Record<string, Row[]>;
}

const STRANGE: unknown[] = [
  ...[null, '', ' ', 'x', 0, -1, 1, 0.5, 1e308, -1e308, 2147483648, '9223372036854775807'],
  ...[
    true,
    false,
    [],
    [[]],
    {},
    { a: [[]] },
    '2026-02-30',
    '0001-01-01',
    '9999-12-31',
    '1999-12-31',
    '2101-01-01',
    'infinity',
  ],
  ...[
    'NaN',
    'Infinity',
    'a\u0001b',
    '\u202Eevil',
    '💧'.repeat(40),
    'w'.repeat(5000),
    "'; drop table lot; --",
    '<script>x</script>',
  ],
  ...[
    'Nowhere/Land',
    '+25:00',
    'xx-XX-notreal',
    'EUR ',
    'ZZZ',
    '__proto__',
    'constructor',
    '00000000-0000-4000-8000-000000000000',
  ],
];

async function original(): Promise<{ farmId: string; file: File }> {
  const { farm_id: farmId } = await owner('farm').first('farm_id');
  const parts: string[] = [];
  await readingFarm(owner, farmId, (tx) => writeFarmFile(tx, async (t) => void parts.push(t), now));
  const { tables, ...head } = JSON.parse(parts.join('')) as { tables: Record<string, Row[]>; farm: Row };
  return { farmId, file: { head, tables } };
}

const linesOf = ({ head, tables }: File) => [
  `${JSON.stringify(head).slice(0, -1)},"tables":{`,
  ...Object.entries(tables).flatMap(([name, rows], i) => [
    ...(i > 0 ? [','] : []),
    `"${name}":[`,
    ...rows.map((r, j) => (j < rows.length - 1 ? `${JSON.stringify(r)},` : JSON.stringify(r))),
    ']',
  ]),
  '}}',
];

async function* given(lines: string[]) {
  yield* lines;
}

/** One way to spoil a file, which says what it did. The rows it does not touch are shared with the original. */
function spoil(from: File, random: Random): { file: File; what: string } {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random.next() * list.length)]!;
  const strange = () => pick(STRANGE);
  const head = structuredClone(from.head);
  const tables = { ...from.tables };
  const kind = random.next();
  if (kind < 0.15) {
    const name = pick(Object.keys(head.farm));
    const value = strange();
    const inside = typeof head.farm[name] === 'object' && head.farm[name] !== null && random.next() < 0.6;
    if (inside) {
      const part = head.farm[name] as Row;
      const key = pick(Object.keys(part));
      part[key] = value;
      return { file: { head, tables }, what: `farm.${name}.${key} = ${JSON.stringify(value)?.slice(0, 60)}` };
    }
    head.farm[name] = value;
    return { file: { head, tables }, what: `farm.${name} = ${JSON.stringify(value)?.slice(0, 60)}` };
  }
  const table = pick(Object.keys(tables).filter((t) => tables[t]!.length > 0));
  const rows = (tables[table] = [...tables[table]!]);
  const at = Math.floor(random.next() * rows.length);
  const row = (rows[at] = structuredClone(rows[at]!));
  const done = (what: string) => ({ file: { head, tables }, what: `${table}[${at}] ${what}` });
  if (kind < 0.2) {
    rows.splice(at, 1);
    return done('left out');
  }
  if (kind < 0.25) {
    rows.push(structuredClone(row));
    return done('twice');
  }
  if (kind < 0.3) {
    rows.length = 0;
    return done('all left out');
  }
  const name = pick(Object.keys(row));
  if (kind < 0.4) {
    row[name] = pick(rows)[name];
    return done(`.${name} of another row`);
  }
  // Deep into what is kept as it is, where it is.
  let [part, path] = [row, name] as [Row, string];
  let key = name;
  while (typeof part[key] === 'object' && part[key] !== null && random.next() < 0.85) {
    const inner = part[key] as Row;
    const names = Object.keys(inner);
    if (names.length === 0) break;
    [part, key] = [inner, pick(names)];
    path += `.${key}`;
  }
  if (kind < 0.5) {
    delete part[key];
    return done(`.${path} missing`);
  }
  if (kind < 0.6 && typeof part[key] === 'number') {
    const value = (part[key] as number) * pick([-1, 0, 1e6, 1e-6, 1e15]);
    part[key] = value;
    return done(`.${path} = ${value}`);
  }
  const value = strange();
  part[key] = value;
  return done(`.${path} = ${JSON.stringify(value)?.slice(0, 60)}`);
}

async function run() {
  const random = new Random(SEED);
  const { farmId, file } = await original();
  const own = await owner('person').where({ farm_id: farmId, role: 'manager' }).first('id');
  const ownCookie = await sessionOf(owner, { farmId, personId: own.id }, now);
  const ownPages = ['round', 'farm/changes', 'cohorts/life'];
  const sequences = async () =>
    (await owner.raw(`select sequencename, last_value from pg_sequences where schemaname = 'public' order by 1`))
      .rows as { sequencename: string; last_value: number }[];
  const most = Object.values(file.tables).reduce((n, rows) => Math.max(n, rows.length), 0);
  const told = { refused: 0, opened: 0, faults: [] as string[] };
  for (let n = 0; n < COUNT; n++) {
    const { file: spoilt, what } = spoil(file, random);
    const newFarmId = randomUUID();
    const before = await sequences();
    const fault = (words: string) => told.faults.push(`${n} ${what}: ${words}`);
    try {
      await readFarmFile({ db: owner, now, lines: given(linesOf(spoilt)), newFarmId, judge: judgeFarmHead });
    } catch (error) {
      told.refused += 1;
      const words = (error as Error).message;
      if ((error as Error).name !== 'RuleBroken' && !('field' in (error as object)))
        fault(`not in words: ${words.slice(0, 160)}`);
      const left = await owner('place').where({ farm_id: newFarmId }).count('* as n');
      if (Number(left[0]!.n) > 0 || (await owner('farm').where({ farm_id: newFarmId }).first()))
        fault('left something behind');
      continue;
    }
    told.opened += 1;
    const after = await sequences();
    for (const [i, s] of after.entries())
      if (s.last_value - before[i]!.last_value > most + 10)
        fault(`moved ${s.sequencename} by ${s.last_value - before[i]!.last_value}`);
    const manager = await owner('person')
      .where({ farm_id: newFarmId, role: 'manager' })
      .whereNull('ended_on')
      .first('id');
    if (!manager) fault('has no manager');
    else {
      const { name } = await owner('farm').where({ farm_id: newFarmId }).first('name');
      const cookie = await sessionOf(owner, { farmId: newFarmId, personId: manager.id }, now);
      for (const words of await faultsOf({ base, cookie, pages: await pagesOf(owner, newFarmId, 1), name }))
        fault(words);
    }
    for (const words of await faultsOf({ base, cookie: ownCookie, pages: ownPages })) fault(`another farm’s ${words}`);
    if (process.env.SHOW) process.stderr.write(`${n} opened ${what}\n`);
  }
  for (const words of told.faults) process.stderr.write(`· ${words}\n`);
  console.log(
    JSON.stringify({
      mutations: COUNT,
      mutationsRefused: told.refused,
      mutationsOpened: told.opened,
      mutationsFaults: told.faults.length,
    }),
  );
}

await run().finally(() => owner.destroy());
