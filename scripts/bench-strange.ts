import { randomUUID } from 'node:crypto';
import { getMetadataStorage } from 'class-validator';
import { inputs } from '../src/commands/inputs.generated';
import { COMMANDS } from '../src/commands/registry';
import { typeOf } from '../src/core/inputType';
import { addDays } from '../src/core/quantity/days';
import { ownerConnection } from '../src/db/connection';
import { Random } from '../src/db/demo/random';
import { faultsOf, pagesOf, sessionOf } from './lib/pages';

/**
 * What every act lets through, at the ends of what it lets through: strange names, days at the calendar's ends, the largest
 * and the smallest of everything. Then every page of every role is opened. Prints one line of JSON.
 */
const SENT = Number(process.env.STRANGE ?? 6000);
const LOOK_EVERY = 60;
const base = process.env.APP_BASE!;
const now = new Date(process.env.DEMO_NOW!);
const today = process.env.DEMO_NOW!.slice(0, 10);
const owner = ownerConnection(process.env.DATABASE_URL!);
const random = new Random(Number(process.env.SEED ?? 20261130));
const pick = <T>(list: readonly T[]): T => list[Math.floor(random.next() * list.length)]!;

type Class = new () => object;
interface Rule {
  name?: string;
  type: string;
  each: boolean;
  constraints?: unknown[];
}

const TEXTS = [
  ...['2026-11-25', '2026-02-30', 'null', 'true', '[]', '{}', '0', '1e9', '-1', 'constructor', '__proto__', 'toString'],
  ...[
    'W'.repeat(400),
    'ẞ̷̢͎'.repeat(60),
    '‮right to left',
    '💧🐟'.repeat(80),
    'a b\tc',
    'O\'Brien & "Söhne" <b>x</b>',
    '%s %d ${x} {0}',
    'a/b?c#d',
    '../..',
    '. .',
  ],
];
const DAYS = [
  '2000-01-01',
  '2100-12-31',
  '2024-02-29',
  today,
  addDays(today, 1),
  addDays(today, -1),
  addDays(today, 90),
  addDays(today, 400),
];

const rulesOf = (input: Class): Map<string, Rule[]> => {
  const all = new Map<string, Rule[]>();
  for (const rule of getMetadataStorage().getTargetValidationMetadatas(input, '', false, false) as unknown as (Rule & {
    propertyName: string;
  })[])
    all.set(rule.propertyName, [...(all.get(rule.propertyName) ?? []), rule]);
  return all;
};

async function known() {
  const ids = async (table: string) => (await owner(table).orderBy('id').limit(60).pluck('id')) as string[];
  const codes = async (table: string) => (await owner(table).orderBy('code').limit(60).pluck('code')) as string[];
  const by: [RegExp, string[]][] = [
    [/placeid$/i, await ids('place')],
    [/^lotid/i, (await owner('balance').where('count', '>', 0).limit(80).pluck('lot_id')) as string[]],
    [/loopid$/i, await ids('loop')],
    [/stepid$/i, (await owner('plan_step').where({ state: 'planned' }).limit(80).pluck('id')) as string[]],
    [/customerid$/i, await ids('customer')],
    [/orderid$/i, await ids('sales_order')],
    [/personid$/i, await ids('person')],
    [/productcode$/i, await codes('product')],
    [/cropcode$/i, await codes('crop')],
    [/speciescode$/i, await codes('species')],
    [/lotcode$/i, (await owner('lot').where({ kind: 'cohort' }).pluck('code')) as string[]],
  ];
  const things = [
    ...(await ids('place')),
    ...(await ids('equipment')),
    ...(await ids('customer')),
    ...(await ids('chore')),
    ...(await ids('paper')),
  ];
  return (field: string) => by.find(([name]) => name.test(field))?.[1] ?? things;
}
type Known = Awaited<ReturnType<typeof known>>;

function valueOf(field: string, rules: Rule[], of: Known): unknown {
  const has = (name: string) => rules.find((r) => r.name === name);
  const end = (name: string) => has(name)?.constraints?.[0] as number | undefined;
  if (has('isUuid')) return pick(of(field));
  const list = has('isIn');
  if (list) return pick(list.constraints![0] as unknown[]);
  if (has('isBoolean')) return random.next() < 0.7;
  if (has('isInt') || has('isNumber')) {
    const [low, high] = [end('min') ?? 0, end('max') ?? 1e6];
    const whole = has('isInt') !== undefined;
    const value = pick([low, high, low, 1, 2, 10, (low + high) / 2]);
    return whole ? Math.round(value) : value;
  }
  if (has('isString') || has('matches')) {
    const most = end('maxLength') ?? 40;
    if (/code$/i.test(field) && random.next() < 0.5) return pick(of(field));
    if (has('matches') && !has('isString')) return pick(['07:30', '00:00', '23:59']);
    return [...pick(TEXTS)].slice(0, most).join('').slice(0, most);
  }
  if (rules.some((r) => r.type === 'customValidation' && r.name === undefined)) return pick(DAYS);
  return pick([1, 'x', null, {}]);
}

function bodyOf(input: Class, of: Known, depth = 0): Record<string, unknown> {
  const body: Record<string, unknown> = {};
  for (const [field, rules] of rulesOf(input)) {
    if (rules.some((r) => r.type === 'conditionalValidation') && random.next() < 0.4) continue;
    const inner = typeOf(input, field);
    const isList = rules.some((r) => r.name === 'isArray' || r.each);
    const one = () => (inner && depth < 3 ? bodyOf(inner, of, depth + 1) : valueOf(field, rules, of));
    body[field] = field === 'confirmed' ? true : isList ? Array.from({ length: pick([1, 1, 2, 5]) }, one) : one();
    if (field === 'version') body[field] = 1;
  }
  return body;
}

async function run() {
  const farms = await owner('farm').first('farm_id');
  const farmId = farms.farm_id as string;
  const cookies = new Map<string, string>();
  for (const role of ['manager', 'office', 'hand']) {
    const { id } = await owner('person').where({ farm_id: farmId, role }).whereNull('ended_on').first('id');
    cookies.set(role, await sessionOf(owner, { farmId, personId: id }, now));
  }
  const of = await known();
  // What shuts one out, or hangs on the outside, is tried elsewhere.
  const acts = Object.entries(inputs).filter(([name]) => !/^person\.(membership|invite|renew|withdraw)/.test(name));
  const stored = new Map<string, number>();
  const faults = new Set<string>();
  let since = 0;
  const look = async () => {
    since = 0;
    for (const [role, cookie] of cookies)
      for (const words of await faultsOf({ base, cookie, pages: await pagesOf(owner, farmId, 2) }))
        faults.add(`${role} ${words}`);
  };
  for (let n = 0; n < SENT; n++) {
    const [command, input] = pick(acts);
    const body = bodyOf(input, of);
    const sent = { command, version: COMMANDS.get(command)!.version, entryKey: randomUUID(), body };
    const response = await fetch(`${base}/api/commands`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie: cookies.get('manager')! },
      body: JSON.stringify(sent),
    });
    const text = await response.text();
    if (response.status >= 500) faults.add(`${command}: ${response.status} ${JSON.stringify(body).slice(0, 300)}`);
    if (/\bNaN\b|\bundefined\b|TypeError|violates|must be|should not/.test(text))
      faults.add(`${command} says ${text.slice(0, 200)}`);
    if (response.status !== 200) continue;
    stored.set(command, (stored.get(command) ?? 0) + 1);
    if (process.env.SHOW) process.stderr.write(`${command} ${JSON.stringify(body).slice(0, 160)}\n`);
    since += 1;
    if (since >= LOOK_EVERY) await look();
  }
  await look();
  for (const words of faults) process.stderr.write(`· ${words}\n`);
  const all = [...stored.values()].reduce((a, b) => a + b, 0);
  console.log(
    JSON.stringify({ strangeSent: SENT, strangeStored: all, strangeActs: stored.size, strangeFaults: faults.size }),
  );
}

await run().finally(() => owner.destroy());
