import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { judgeFarmHead } from '../../src/app/api/farm-file/judgeFarm';
import { inFarm, readingFarm } from '../../src/db/connection';
import { FILE_TABLES, keepPart, LEFT_OUT, linesOfParts, readFarmFile, writeFarmFile } from '../../src/db/farmFile';
import { hashCode } from '../../src/db/founding';
import { latestWater } from '../../src/db/readings';
import { openDesk, randomUUID, type Desk } from './helpers';

/** A farm goes out as one file and comes in again, into an installation that has nothing. */
const WRITTEN = new Date('2026-06-10T09:00:00Z');
let from: Desk;
let to: Desk;
let file: string;

beforeAll(async () => {
  from = await openDesk('demo');
  to = await openDesk('empty');
  file = await written(from);
});
afterAll(async () => {
  await from.close();
  await to.close();
});

async function written(desk: Desk): Promise<string> {
  const { farm_id: farmId } = await desk.owner('farm').first('farm_id');
  const parts: string[] = [];
  await readingFarm(desk.app, farmId, (tx) => writeFarmFile(tx, async (text) => void parts.push(text), WRITTEN));
  return parts.join('');
}

async function* linesOf(text: string) {
  yield* text.split('\n');
}

const read = (desk: Desk, text: string) =>
  readFarmFile({ db: desk.owner, now: WRITTEN, lines: linesOf(text), newFarmId: randomUUID(), judge: judgeFarmHead });

/** Rows in no order: which came first is not what a farm is. */
const sorted = (text: string) => {
  const { tables, ...head } = JSON.parse(text) as { tables: Record<string, object[]> };
  return {
    ...head,
    tables: Object.fromEntries(
      Object.entries(tables).map(([name, rows]) => [name, rows.map((r) => JSON.stringify(r)).sort()]),
    ),
  };
};

describe('a farm file', () => {
  test('holds every table of a farm, or says why not', async () => {
    const { rows } = await from.owner.raw(
      `select c.relname from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'farm_id' and not a.attisdropped
       where c.relkind in ('r', 'p') and not c.relispartition and c.relnamespace = 'public'::regnamespace order by 1`,
    );
    expect(rows.map((r: { relname: string }) => r.relname)).toEqual([...FILE_TABLES, ...Object.keys(LEFT_OUT)].sort());
  });

  test('has no password, sign-in or link in it', () => {
    expect(file).not.toMatch(/password|argon|token_hash/);
  });

  test('comes in with every balance, record, plan and person as they were', async () => {
    const { farmId, name, rows } = await read(to, file);
    expect(name).toBe('Quillwater Farm');
    expect(rows).toBeGreaterThan(5000);
    expect(sorted(await written(to))).toEqual(sorted(file));
    const balances = (desk: Desk, farm: string) =>
      inFarm(
        desk.owner,
        farm,
        async (tx) =>
          (
            await tx.raw(
              `select l.code, p.code as place, b.count, b.mass_g from balance b join lot l on l.farm_id = b.farm_id and l.id = b.lot_id
             join place p on p.farm_id = b.farm_id and p.id = b.place_id where b.farm_id = ? and (b.count <> 0 or b.mass_g <> 0) order by 1, 2`,
              [farm],
            )
          ).rows,
      );
    const { farm_id: was } = await from.owner('farm').first('farm_id');
    expect(await balances(to, farmId)).toEqual(await balances(from, was));
    expect((await to.owner('person').where({ sign_in_name: 'ines' }).first('password_hash')).password_hash).toBe('!');
    // And it is a living farm: what is recorded next is counted on.
    const next = await to.in({ farmId }, (tx) => tx('movement').count({ n: '*' }).first());
    expect(Number(next?.n)).toBeGreaterThan(1000);
  });

  test('of the version before, without papers and price lists, is still read', async () => {
    const { tables, ...head } = JSON.parse(file) as { tables: Record<string, object[]> };
    const { paper: _papers, price: _prices, probe: _probes, reading_batch: _batches, ...older } = tables;
    // A reading knew no place then, and one that was taken back said so on the day of the taking back.
    const readings = (older.reading as Record<string, unknown>[]).map(
      ({ place_id: _place, probe_id: _probe, sequence: _sequence, ...rest }) => rest,
    );
    const wrong = readings.find((r) => r.farm_day === '2026-06-01' && r.kind === 'ph')!;
    const takenBack = { ...wrong, id: Number(wrong.id) + 1_000_000, entry_key: 'back', corrects_id: wrong.id };
    older.reading = [...readings, { ...takenBack, withdrawn: true, farm_day: '2026-06-09', taken_at: WRITTEN }];
    const rows = (own: object[]) => own.map((r) => JSON.stringify(r)).join(',\n');
    const body = Object.entries(older).map(([name, own]) => `"${name}":[\n${rows(own)}\n]`);
    const text = `${JSON.stringify({ ...head, version: 1 }).slice(0, -1)},"tables":{\n${body.join(',\n')}\n}}\n`;
    const { farmId } = await read(to, text);
    const lots = await to.in({ farmId }, (tx) => tx('lot').count({ n: '*' }).first());
    expect(Number(lots?.n)).toBe(older.lot!.length);
    const stands = await to.in({ farmId }, (tx) =>
      tx('standing_reading').where({ entry_key: wrong.entry_key }).orWhere({ entry_key: 'back' }),
    );
    expect(stands).toEqual([]);
    const { values } = await to.in({ farmId }, (tx) => latestWater(tx, '2026-06-10', WRITTEN));
    expect(values.length).toBeGreaterThan(10);
  });

  test.each([
    [
      'cut off in the middle',
      (text: string) => text.slice(0, Math.floor(text.length / 2)),
      /cut off|ends in the middle/,
    ],
    [
      'of a newer version',
      (text: string) => text.replace('"version":3', '"version":9'),
      /version 9; this app reads up to 3/,
    ],
    ['of something else', () => '{"name":"a shopping list"}', /no farm file/],
    ['empty', () => '', /nothing in that file/],
    [
      'with a row that does not fit',
      (text: string) => text.replace(/"volume_l": \d+/, '"volume_l": -5'),
      /does not fit/,
    ],
  ])('%s is refused in words, and nothing of it stays', async (_, spoil, words) => {
    const before = await to.owner('farm').count({ n: '*' }).first();
    await expect(read(to, spoil(file))).rejects.toThrow(words);
    expect(await to.owner('farm').count({ n: '*' }).first()).toEqual(before);
  });
});

describe('from a browser', () => {
  const codeHash = hashCode('FISH-LEAF');
  const upload = randomUUID();
  const by = { codeHash, signInName: 'ines', passwordHash: 'argon' };
  const PART = 200_000;
  const taken = (over: Partial<typeof by> = {}) =>
    readFarmFile({
      db: to.app,
      lines: linesOfParts(to.app, { codeHash, upload, parts: Math.ceil(file.length / PART) }),
      newFarmId: randomUUID(),
      by: { ...by, ...over },
      now: WRITTEN,
      judge: judgeFarmHead,
    });

  test('it needs the code of the first farm and a manager of the file; then it is theirs, and the code is used up', async () => {
    const part = { codeHash, upload, n: 0, lines: 'x' };
    await expect(keepPart(to.app, part, WRITTEN)).rejects.toThrow(/opens no farm/);
    await to.owner('first_farm_code').insert({ code_hash: codeHash, made_at: WRITTEN });
    // Only the first part tries the code: the others say nothing of it.
    await expect(keepPart(to.app, { ...part, n: 1 }, WRITTEN)).rejects.toThrow(/opens no farm/);
    await expect(taken()).rejects.toThrow(/Part 1 of \d+ did not come/);
    for (let n = 0; n * PART < file.length; n++)
      await keepPart(to.app, { ...part, n, lines: file.slice(n * PART, (n + 1) * PART) }, WRITTEN);
    await expect(taken({ signInName: 'bram' })).rejects.toThrow(/Its managers are: ines/);
    const { farmId } = await taken();
    const hash = await to.in({ farmId }, (tx) => tx('person').where({ sign_in_name: 'ines' }).first('password_hash'));
    expect(hash).toEqual({ password_hash: 'argon' });
    await expect(taken()).rejects.toThrow(/did not come|opens no farm/);
  });

  test('nobody lays rows outside of a taking in', async () => {
    const rows = JSON.stringify([{ id: randomUUID() }]);
    const { farm_id: farm } = await to.owner('farm').first('farm_id');
    await expect(to.app.raw('select taking_in_lays(?, ?, ?, ?)', [farm, 'lot', ['id'], rows])).rejects.toThrow(
      /Nothing is taken in here/,
    );
    await expect(to.app.raw('select taking_in_begins(?, ?, null, now())', [randomUUID(), '{}'])).rejects.toThrow(
      /opens no farm/,
    );
  });
});
