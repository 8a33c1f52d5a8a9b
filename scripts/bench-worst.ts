import { readFileSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { getMetadataStorage } from 'class-validator';
import { inputs } from '../src/commands/inputs.generated';
import { COMMANDS } from '../src/commands/registry';
import { typeOf } from '../src/core/inputType';
import { ownerConnection } from '../src/db/connection';
import { sessionOf } from './lib/pages';

/** A megabyte of the worst shape to every door: what it costs the server, by its own processor time. Prints one line of JSON. */
const BYTES = 990_000;
const TIMES = 2;
const base = process.env.APP_BASE!;
const pid = process.env.APP_PID!;
const owner = ownerConnection(process.env.DATABASE_URL!);

type Class = new () => object;
const namesOf = (input: Class) => [
  ...new Set(
    getMetadataStorage()
      .getTargetValidationMetadatas(input, '', false, false)
      .map((r) => r.propertyName),
  ),
];

/** Milliseconds of processor that the server has used. */
function usedMs(): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
  return (Number(fields[11]) + Number(fields[12])) * 10;
}

const filled = (piece: string, most = 59_000) =>
  Array.from({ length: Math.min(most, Math.floor(BYTES / (piece.length + 1))) }, () => piece).join(',');
const deep = `${'['.repeat(9)}1${']'.repeat(9)}`;

/** What could be in the place of a value, as text. */
const VALUES: Record<string, string> = {
  'things without parts': `[${filled('{}')}]`,
  'lists in lists': `[${filled('[[]]')}]`,
  'deep lists': `[${filled(deep)}]`,
  numbers: `[${filled('1e308')}]`,
  'long texts': `[${filled(JSON.stringify('ä'.repeat(9_000)))}]`,
  'one name many times': `{${filled('"a":1')}}`,
  'many names': `{${Array.from({ length: 59_000 }, (_, i) => `"k${i}":1`).join(',')}}`,
};

/** As many rows as may be sent, each with every part it knows, and every one wrong. */
function rowsOf(inner: Class): string {
  const names = namesOf(inner);
  const row = JSON.stringify(
    Object.fromEntries(names.map((n) => [n, '9'.repeat(Math.max(1, Math.floor(800 / names.length)))])),
  );
  return `[${filled(row, 1000)}]`;
}

async function cost(path: string, body: string, cookie: string): Promise<number> {
  const before = usedMs();
  for (let i = 0; i < TIMES; i++) {
    const init = { method: 'POST', headers: { 'content-type': 'application/json', cookie }, body };
    // Refused before it was read to its end, the line is cut: that is an answer too.
    const response = await fetch(`${base}${path}`, init).catch(() => null);
    await response?.text().catch(() => '');
    if (response && response.status >= 500) throw new Error(`${path}: ${response.status} for ${body.slice(0, 200)}`);
  }
  return (usedMs() - before) / TIMES;
}

async function run() {
  const { farm_id: farmId } = await owner('farm').first('farm_id');
  const { id: personId } = await owner('person').where({ farm_id: farmId, role: 'manager' }).first('id');
  const cookie = await sessionOf(owner, { farmId, personId }, new Date(process.env.DEMO_NOW!));
  const costs: { ms: number; what: string }[] = [];
  let sent = 0;
  const tried = async (what: string, path: string, body: string, as = cookie) => {
    const ms = await cost(path, body, as);
    sent += 1;
    costs.push({ ms, what });
  };
  const DOORS = process.env.DOORS!.split(' ');
  for (const [name, input] of Object.entries(inputs)) {
    const act = COMMANDS.get(name)!;
    const envelope = (inside: string) =>
      `{"command":"${name}","version":${act.version},"entryKey":"${randomUUID()}","body":{${inside}}}`;
    for (const field of namesOf(input)) {
      const inner = typeOf(input, field);
      if (inner) await tried(`${name} rows of ${field}`, '/api/commands', envelope(`"${field}":${rowsOf(inner)}`));
      // One shape a field, all shapes over all fields.
      const [shape, value] = Object.entries(VALUES)[sent % Object.keys(VALUES).length]!;
      await tried(`${name} ${shape} as ${field}`, '/api/commands', envelope(`"${field}":${value}`));
    }
    await tried(`${name} many names`, '/api/commands', envelope(VALUES['many names']!.slice(1, -1)));
  }
  for (const [shape, value] of Object.entries(VALUES)) {
    const body = value.startsWith('{') ? value : `{"name":${value},"lines":${'[]'}}`;
    for (const path of DOORS)
      for (const as of [cookie, '']) await tried(`${path} ${shape}${as ? '' : ' from a stranger'}`, path, body, as);
    await tried(
      `a part of a file with ${shape}`,
      '/api/farm-file',
      `{"code":"x","upload":"${randomUUID()}","n":0,"pieces":${value}}`,
      '',
    );
  }
  costs.sort((a, b) => b.ms - a.ms);
  for (const { ms, what } of costs.slice(0, 12)) process.stderr.write(`· ${Math.round(ms)} ms: ${what}\n`);
  console.log(JSON.stringify({ worstBodyMs: Math.round(costs[0]!.ms), worstBodySent: sent }));
}

await run().finally(() => owner.destroy());
