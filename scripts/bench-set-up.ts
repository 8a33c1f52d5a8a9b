import { createHash, randomUUID } from 'node:crypto';
import { gzipSync } from 'node:zlib';
import type { FarmDescription } from '../src/core/setup/description';
import { fromShape, SHAPES } from '../src/core/setup/shapes';
import { understand } from '../src/core/setup/understand';
import { METRIC } from '../src/core/quantity/units';
import { ownerConnection } from '../src/db/connection';
import { sessionOf } from './lib/pages';

/**
 * The set-up: a sentence heard and said back, the page of a farm of over 500 parts, and the question what another latitude does to a
 * running farm. Prints one line of JSON.
 */
const base = process.env.APP_BASE!;
const owner = ownerConnection(process.env.DATABASE_URL!);
const TIMES = 12;

async function post(cookie: string, command: string, body: object) {
  const response = await fetch(`${base}/api/commands`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie },
    body: JSON.stringify({ command, version: 1, entryKey: randomUUID(), body }),
  });
  return (await response.json()) as { ok: boolean; fields?: Record<string, string[]> };
}

/** Someone is signed in by name. */
async function as(signInName: string): Promise<string> {
  const person = await owner('person').where({ sign_in_name: signInName }).first('farm_id', 'id');
  return sessionOf(owner, { farmId: person!.farm_id, personId: person!.id }, new Date(process.env.DEMO_NOW!));
}

const middle = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

async function timed(times: number, ask: () => Promise<unknown>): Promise<number[]> {
  const all: number[] = [];
  for (let i = 0; i < times + 2; i++) {
    const began = performance.now();
    await ask();
    if (i >= 2) all.push(performance.now() - began);
  }
  return all;
}

const SENTENCES = [
  '150 beds of 10 towers of 40 in closed room',
  '60 tanks of 2 m³ to 40 kg/m³',
  '2 sumps of 4 m³',
  'a 40 W pump at each of 200 towers, 15 min on 45 off',
  '90 lamps 320 W 800 µmol/s 16 h a day over the closed room',
  '4 drum filters 180 W, then 4 biofilters of 2 m³',
];

function described(): FarmDescription {
  const habits = {
    ...{ name: 'Five Hundred', latitude: 48, altitudeM: 200, timeZone: 'Europe/Vienna', currency: 'EUR' },
    ...{ locale: 'en-GB', units: METRIC, firstWeekday: 1 },
  };
  return SENTENCES.reduce(
    (d, line) => {
      const heard = understand(d, line);
      if (typeof heard === 'string') throw new Error(`${line}: ${heard}`);
      return heard.keep(d);
    },
    fromShape(SHAPES[0]!, habits, []),
  );
}

/** A sentence heard and said back beside so many parts, ms of this processor: the middle and the slowest twentieth. */
function preview(d: FarmDescription): [median: number, p95: number] {
  const times: number[] = [];
  for (let i = 0; i < 240; i++) {
    const line = `${SENTENCES[i % SENTENCES.length]!} in loft ${i}`;
    const began = performance.now();
    understand(d, line);
    if (i >= 40) times.push(performance.now() - began);
  }
  times.sort((a, b) => a - b);
  return [middle(times), times[Math.floor(times.length * 0.95)]!];
}

async function founded(d: FarmDescription): Promise<string> {
  const code_hash = createHash('sha256').update('BENC2345').digest();
  await owner('first_farm_code').insert({ code_hash, made_at: new Date(), begins: 'BE' });
  const who = { name: 'Anka Feld', signInName: 'anka-bench', password: 'reeds by the water' };
  const made = await fetch(`${base}/api/farm`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ code: 'BENC-2345', habits: d.habits, ...who }),
  });
  if (!made.ok) throw new Error(await made.text());
  const cookie = await as(who.signInName);
  const kept = await post(cookie, 'setup.describe', { version: 1, ...d });
  if (!kept.ok) throw new Error(JSON.stringify(kept));
  return cookie;
}

async function latitude(): Promise<number[]> {
  const cookie = await as('ines');
  const farm = await owner('farm').where({ is_demo: true }).first('version', 'latitude', 'altitude_m');
  const body = {
    version: farm!.version,
    latitude: Number(farm!.latitude) - 9,
    altitudeM: Number(farm!.altitude_m ?? 0),
  };
  return timed(TIMES, async () => {
    const asked = await post(cookie, 'setup.site', body);
    if (!asked.fields?.confirm) throw new Error(`Nothing was asked: ${JSON.stringify(asked)}`);
  });
}

const d = described();
const [previewMs, previewP95Ms] = preview(d);
const ask = await latitude();
const cookie = await founded(d);
let html = '';
const pages = await timed(TIMES, async () => {
  html = await (await fetch(`${base}/set-up`, { headers: { cookie } })).text();
});
await owner.destroy();
if (!html.includes('T60')) throw new Error('The page shows not all of the parts.');
console.log(
  JSON.stringify({
    'setUp.parts': d.places.length + d.equipment.length,
    'setUp.previewMs': Math.round(previewMs * 100) / 100,
    'setUp.previewP95Ms': Math.round(previewP95Ms * 100) / 100,
    'setUp.pageMs': Math.round(middle(pages)),
    'setUp.pageKb': Math.round(html.length / 1024),
    'setUp.pageGzipKb': Math.round(gzipSync(html).length / 1024),
    'setUp.latitudeMs': Math.round(middle(ask)),
  }),
);
