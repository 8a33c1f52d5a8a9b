import { getMetadataStorage } from 'class-validator';
import { describe, expect, test, vi } from 'vitest';
import { addDays } from '../../src/core/quantity/days';
import { randomUUID } from './helpers';
import { desk, NotFound, on, TODAY, visit } from './visitor';

/** No stored value brings a page down: the extremes of every input are stored, and every page opens. */
let COMMANDS: (typeof import('../../src/commands/registry'))['COMMANDS'];
let run: (
  command: string,
  body: unknown,
) => Promise<{ ok: boolean; value?: unknown; fields?: Record<string, string[]> }>;
const surprises: unknown[] = [];
visit(async () => {
  const registry = await import('../../src/commands/registry');
  const { currentPerson } = await import('../../src/server/session');
  const { log } = await import('../../src/server/log');
  vi.spyOn(log, 'error').mockImplementation((...said: unknown[]) => void surprises.push(said));
  COMMANDS = registry.COMMANDS;
  run = async (command, body) => {
    const version = COMMANDS.get(command)!.version;
    return registry.runCommand(await currentPerson(), {
      command,
      version,
      entryKey: randomUUID(),
      body: JSON.parse(JSON.stringify(body)),
    });
  };
});

async function openEveryPage(day: Record<string, string> = {}) {
  const pages = [
    (await import('../../src/features/round/queries')).roundPage,
    (await import('../../src/features/cohorts/tanks/tankQueries')).cohortsPage,
    (await import('../../src/features/cohorts/feed/feedQueries')).feedPage,
    (await import('../../src/features/cohorts/arrivals/arrivalsQuery')).arrivalsPage,
    (await import('../../src/features/cohorts/temperature/temperatureQuery')).temperaturePage,
    (await import('../../src/features/cohorts/species/speciesQuery')).speciesPage,
    (await import('../../src/features/cohorts/planner/plannerQuery')).plannerPage,
    (await import('../../src/features/cohorts/life/lifeQueries')).lifePage,
    (await import('../../src/features/cohorts/loss/lossQueries')).lossPage,
    (await import('../../src/features/beds/queries')).bedsPage,
    (await import('../../src/features/purge/queries')).purgePage,
    (await import('../../src/features/market/queries')).marketPage,
    (await import('../../src/features/market/queries')).newOrderPage,
    (await import('../../src/features/season/queries')).seasonPage,
  ];
  for (const page of pages)
    await page(on(day)).catch((error) => {
      throw new Error(`${page.name}: ${error.stack}`);
    });
  const { cohortPage } = await import('../../src/features/cohorts/cohort/cohortQueries');
  const { tankPage } = await import('../../src/features/cohorts/tanks/oneTankQuery');
  const { outlookGround } = await import('../../src/features/season/queries');
  await outlookGround();
  const lots: string[] = await desk
    .owner('lot')
    .where({ kind: 'cohort' })
    .orderBy('began_on', 'desc')
    .limit(4)
    .pluck('code');
  for (const code of lots) await cohortPage(code, on(day)).catch(unlessNotFound);
  for (const code of ['H1', 'H6', 'K6', 'P1', 'Q1']) await tankPage(code, on(day)).catch(unlessNotFound);
}

function unlessNotFound(error: unknown) {
  if (!(error instanceof NotFound)) throw error;
}

/** What the fields of a demo farm may be filled with, by their names. */
async function candidates() {
  const one = async (table: string, where: Record<string, unknown> = {}) => desk.owner(table).where(where).first();
  const fish = await desk
    .owner('balance as b')
    .join('lot as l', 'l.id', 'b.lot_id')
    .join('place as p', 'p.id', 'b.place_id')
    .where({ 'l.kind': 'cohort', 'p.code': 'K6' })
    .andWhere('b.count', '>', 0)
    .first('l.id', 'l.code', 'p.id as place');
  const order = await desk.owner('sales_order').where({ state: 'open' }).orderBy('due_day', 'desc').first();
  const line = await one('order_line', { order_id: order.id });
  const q1 = await one('place', { code: 'Q1' });
  const steps = async (kind: string) =>
    (await desk.owner('plan_step').where({ kind, state: 'planned' }).orderBy('day').first())?.id;
  return {
    lotCode: fish.code,
    lotId: fish.id,
    fromPlaceId: fish.place,
    placeId: fish.place,
    toPlaceId: q1.id,
    largePlaceId: q1.id,
    smallPlaceId: fish.place,
    thenPlaceId: null,
    speciesCode: 'rainbow-trout',
    code: 'rainbow-trout',
    productCode: 'rainbow-trout',
    cropCode: 'mizuna',
    customerId: (await one('customer')).id,
    orderId: order.id,
    lineId: line.id,
    loopId: (await one('loop', { code: 'heron' })).id,
    choreId: (await one('chore')).id,
    steps: {
      'fish.receive': await steps('stock'),
      'fish.harvest': await steps('harvest'),
      'fish.moveAsPlanned': await steps('move'),
      'purge.transfer': await steps('purge'),
      'purge.stopFeed': await steps('feed_stop'),
      'purge.exchange': await steps('exchange'),
      'purge.taste': await steps('taste'),
      'plants.sow': await steps('sow'),
      'plants.transplant': await steps('transplant'),
      'plants.pick': await steps('pick'),
      'plants.clear': await steps('clear'),
      'plan.changeStep': await steps('stock'),
    } as Record<string, string>,
  };
}

interface Rule {
  name?: string;
  type: string;
  constraints?: unknown[];
  each?: boolean;
}

/** A body at one end of every range of its class: 'low' or 'high'. */
function bodyAt(type: new () => object, end: 'low' | 'high', known: Record<string, unknown>): Record<string, unknown> {
  const metadata = getMetadataStorage().getTargetValidationMetadatas(type, '', false, false);
  const byField = new Map<string, Rule[]>();
  for (const m of metadata)
    byField.set(m.propertyName, [
      ...(byField.get(m.propertyName) ?? []),
      { name: m.name, type: m.type, constraints: m.constraints, each: m.each },
    ]);
  return Object.fromEntries([...byField].map(([field, rules]) => [field, valueAt(field, rules, end, known)]));
}

function valueAt(field: string, rules: Rule[], end: 'low' | 'high', known: Record<string, unknown>): unknown {
  if (field in known) return known[field];
  const rule = (name: string) => rules.find((r) => r.name === name);
  const number = (name: string) => rule(name)?.constraints?.[0] as number | undefined;
  const low = number('min');
  const high = number('max');
  const each = rules.some((r) => r.each) || rule('isArray');
  const scalar = () => {
    if (rule('isIn')) return (rule('isIn')!.constraints![0] as unknown[]).at(end === 'low' ? 0 : -1);
    if (rule('isBoolean')) return end === 'high';
    if (rule('isUuid')) return randomUUID();
    if (rules.some((r) => r.type === 'customValidation' && !r.name) || rules.some((r) => r.name === 'isFarmDay'))
      return end === 'low' ? TODAY : '2100-12-31';
    if (low !== undefined || high !== undefined) return end === 'low' ? (low ?? 0) : (high ?? 0);
    if (rule('matches') && field === 'feederTimes') return end === 'low' ? '00:00' : '23:59';
    const most = number('maxLength') ?? 20;
    return 'x'.repeat(end === 'low' ? Math.max(1, number('minLength') ?? 1) : Math.min(most, 2000));
  };
  if (rule('isObject')) return {};
  return each ? [scalar()] : scalar();
}

describe('the extremes of every input', () => {
  test('are stored or refused in words, one act after another, and every page still opens, today and in half a year', async () => {
    const stored: string[] = [];
    for (const end of ['low', 'high'] as const) {
      for (const act of COMMANDS.values()) {
        const { steps, ...known } = await candidates();
        const special: Record<string, unknown> = {
          'water.read': {
            values: end === 'low' ? { t: -2, ph: 3, do: 0, tan: 0 } : { t: 45, ph: 11, do: 25, tan: 50, no3: 1000 },
          },
          'order.place': {
            lines: [{ productCode: 'mizuna', quantity: end === 'low' ? 1 : 10_000_000 }],
            dueDay: addDays(TODAY, end === 'low' ? 0 : 400),
          },
          'setup.species': {
            values: [{ name: 'growthG13PerDay', value: end === 'low' ? 0.0001 : 0.2 }],
            version: await version('species', { code: 'rainbow-trout' }),
          },
          'setup.feedRule': {
            version: await version('fish_rule', { species_code: 'rainbow-trout' }),
            ration: 'table',
            table: [{ uptoG: end === 'low' ? 0.001 : 50_000, percentPerDay: end === 'low' ? 0 : 50 }],
          },
          'setup.lifeSupport': {
            version: await version('loop', { code: 'heron' }),
            aerators: [{ name: 'A', kgO2PerDay: end === 'low' ? 0 : 5000 }],
            media: [
              {
                name: 'M',
                volumeM3: end === 'low' ? 0.0001 : 2000,
                surfaceM2PerM3: end === 'low' ? 0.1 : 5000,
                gTanPerM2Day: end === 'low' ? 0.0001 : 5,
              },
            ],
          },
          'setup.fishSale': {
            version: await version('species', { code: 'rainbow-trout' }),
            food: { name: 'x', priceMinor: end === 'low' ? 0 : 1_000_000_000, shelfLifeDays: end === 'low' ? 0 : 365 },
            grades: [],
          },
          'setup.temperature': { until: undefined },
          'fish.merge': { lotCodes: [known.lotCode, 'NO-SUCH'] },
          'draft.layPlan': { steps: [], drops: [] },
          'draft.layAside': { changes: [] },
          'entry.takeBack': { recordedKey: randomUUID(), kind: undefined, id: undefined },
          'fish.note': {
            kind: end === 'low' ? 'observe' : 'treat',
            untilDay: end === 'low' ? undefined : '2100-12-31',
          },
          'plan.changeStep': {
            day: end === 'low' ? TODAY : '2100-12-31',
            drop: false,
            toPlaceId: undefined,
            version: await version('plan_step', { id: steps['plan.changeStep'] }),
          },
          'fish.receiveFeed': { code: `X${end}` },
          'order.deliver': { orderId: randomUUID() },
        };
        const tried = {
          ...known,
          confirmed: true,
          ...(steps[act.name] ? { stepId: steps[act.name] } : {}),
          ...((special[act.name] as object) ?? {}),
        };
        const body = Object.fromEntries(
          Object.entries(bodyAt(act.input as new () => object, end, tried)).filter(
            ([, v]) => v !== undefined && v !== null,
          ),
        );
        const outcome = await run(act.name, body);
        if (outcome.ok) stored.push(`${act.name} ${end}`);
        else
          expect(Object.values(outcome.fields!).flat().join(), `${act.name} ${end}`).not.toMatch(
            /went wrong|undefined|NaN/,
          );
      }
      await openEveryPage();
      await openEveryPage({ day: addDays(TODAY, 180) });
      await openEveryPage({ day: addDays(TODAY, -40) });
    }
    // The extremes were not all refused, or nothing was tried.
    expect(stored.length).toBeGreaterThan(20);
    expect(stored).toEqual(
      expect.arrayContaining([
        'plan.changeStep high',
        'plan.orderFish high',
        'order.place high',
        'setup.species high',
        'setup.temperature high',
        'fish.note high',
      ]),
    );
    expect(surprises).toEqual([]);
  }, 240_000);

  const version = async (table: string, where: object) =>
    (await desk.owner(table).where(where).first('version')).version;
});

describe('a record from before there were ranges', () => {
  test('is told as broken above every page, the rest of the farm beside it, and a press mends it', async () => {
    const farm = (await desk.owner('farm').first('farm_id')).farm_id;
    const { rows: checks } = await desk.owner.raw(
      `select conrelid::regclass::text as on, conname as name, pg_get_constraintdef(oid) as holds from pg_constraint where conname like '%\\_range' and contype = 'c' and conislocal`,
    );
    expect(checks.length).toBeGreaterThan(40);
    for (const { on: table, name } of checks) await desk.owner.raw(`alter table ${table} drop constraint ${name}`);
    const q1 = await desk.owner('place').where({ code: 'Q1' }).first('id');
    const step = (over: object) => ({
      farm_id: farm,
      id: randomUUID(),
      group_id: randomUUID(),
      kind: 'stock',
      day: addDays(TODAY, 20),
      lot_code: 'TRT-999',
      species_code: 'rainbow-trout',
      to_place_id: q1.id,
      count: 10,
      ...over,
    });
    await desk
      .owner('plan_step')
      .insert([
        step({ day: '20260-01-01' }),
        step({ count: 2_000_000_000 }),
        step({ detail: JSON.stringify({ meanG: 'heavy' }) }),
        step({ detail: JSON.stringify({ colour: 3 }) }),
      ]);
    await desk.owner.raw(
      `update species set params = params || '{"growthG13PerDay": 1e300, "tempOptC": null}' where code = 'nile-tilapia' or code = 'hybrid-striped-bass'`,
    );
    await desk.owner.raw(`update crop set params = params || '{"finalDays": "soon"}' where code = 'mizuna'`);
    await desk.owner.raw(
      `update loop set planned_water_temp_c = array_fill('NaN'::numeric, array[12]) where code = 'wren'`,
    );
    const late = await desk.owner('sales_order').where({ state: 'open' }).orderBy('due_day', 'desc').first('id');
    await desk.owner('sales_order').where({ id: late.id }).update({ due_day: '9999-01-01' });
    // As an upgrade leaves it: the checks hold for what is written from now on.
    for (const { on: table, name, holds } of checks)
      await desk.owner.raw(`alter table ${table} add constraint ${name} ${holds} not valid`);
    await openEveryPage();
    const { brokenRecords } = await import('../../src/features/records/queries');
    const told = await brokenRecords();
    expect(told.filter((b) => b.what === 'step')).toHaveLength(4);
    expect(told.map((b) => b.what)).toEqual(expect.arrayContaining(['species', 'crop', 'loop', 'order']));
    expect(told.find((b) => b.words.includes('20260-01-01'))!.words).toMatch(/no day a farm plans for/);
    const { roundPage } = await import('../../src/features/round/queries');
    const page = await roundPage(on());
    // The loop that was planned at the edge of what may be typed is too hot or cold to feed in; all others are fed.
    expect(page.jobs.filter((j) => j.kind === 'feed').length).toBeGreaterThan(6);
    for (const { what, id, mendable } of told.filter((b) => b.mendable)) {
      expect(mendable).toBe(true);
      expect(await run('record.mend', { what, id }), what).toMatchObject({ ok: true });
    }
    expect((await brokenRecords()).filter((b) => b.mendable)).toEqual([]);
    await openEveryPage();
    expect(surprises).toEqual([]);
  }, 120_000);
});
