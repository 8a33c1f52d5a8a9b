import { randomUUID } from 'node:crypto';
import { createWriteStream, existsSync } from 'node:fs';
import { once } from 'node:events';
import { judgeFarmHead } from '../src/app/api/farm-file/judgeFarm';
import { ownerConnection, readingFarm } from '../src/db/connection';
import { anotherCode, openCodes, voidCodes } from '../src/db/founding';
import { linesOfFile, readFarmFile, writeFarmFile } from '../src/db/farmFile';

/**
 * `in FILE`: takes a farm file in. `out FILE [NAME]`: writes a farm out; its name where there are several.
 * `code`: makes a code for another farm on this installation. `codes`: those that are open. `void LETTERS|all`: makes them void.
 */
const [what, file = '', name] = process.argv.slice(2);
const owner = ownerConnection(process.env.DATABASE_URL!);

async function takeIn() {
  if (!existsSync(file)) throw new Error(`There is no file ${file}.`);
  const started = Date.now();
  const read = await readFarmFile({
    db: owner,
    now: new Date(),
    lines: linesOfFile(file),
    judge: judgeFarmHead,
    newFarmId: randomUUID(),
    progress: (rows, table) => process.stdout.write(`\r· ${rows} rows, at ${table}        `),
  });
  console.log(`\n· ${read.name} is here: ${read.rows} rows in ${((Date.now() - started) / 1000).toFixed(1)} s.`);
  console.log('· Nobody has a password yet: npm run person -- reset NAME gives one.');
}

async function writeOut() {
  const farms: { farm_id: string; name: string }[] = await owner('farm').select('farm_id', 'name');
  const chosen = name ? farms.filter((f) => f.name.toLowerCase() === name.toLowerCase()) : farms;
  if (chosen.length !== 1) throw new Error(`Say which farm: ${farms.map((f) => f.name).join(', ')}.`);
  const out = createWriteStream(file, 'utf8');
  const write = async (text: string) => void (out.write(text) || (await once(out, 'drain')));
  await readingFarm(owner, chosen[0]!.farm_id, (tx) => writeFarmFile(tx, write, new Date()));
  out.end();
  await once(out, 'finish');
  console.log(`· ${chosen[0]!.name} is in ${file}.`);
}

const day = (date: Date) => date.toISOString().slice(0, 10);

async function newCode() {
  console.log(`· A farm is begun on the sign-in page with the code ${await anotherCode(owner, new Date())}`);
  console.log('· It opens one farm, within 30 days. It is not kept: write it down.');
}

async function listCodes() {
  const codes = await openCodes(owner, new Date());
  if (codes.length === 0) return console.log('· No code is open: npm run farm -- code makes one.');
  for (const c of codes) console.log(`· ${c.begins}…  made ${day(c.madeAt)}, open until ${day(c.openUntil)}`);
}

async function makeVoid() {
  const gone = await voidCodes(owner, file);
  console.log(gone === 1 ? '· One code opens nothing any more.' : `· ${gone} codes open nothing any more.`);
}

try {
  if (what === 'code') await newCode();
  else if (what === 'codes') await listCodes();
  else if (what === 'void' && file) await makeVoid();
  else if (what === 'in' && file) await takeIn();
  else if (what === 'out' && file) await writeOut();
  else throw new Error('Say: npm run farm -- code, codes, void LETTERS|all, in FILE, or out FILE [NAME].');
} catch (error) {
  console.error(`\n${(error as Error).message}`);
  process.exitCode = 1;
} finally {
  await owner.destroy();
}
