import ICAL from 'ical.js';
import { describe, expect, test } from 'vitest';
import { inFarm } from '../../src/db/connection';
import { calendarOf } from '../../src/db/calendars';
import type { Outcome } from '../../src/ui/outcome';
import { randomUUID } from './helpers';
import { as, desk, faults, on, TODAY, visit } from './visitor';

/** Chores, papers, prices, crops and calendars of the demo farm, as its people change them. */
let run: (act: string, body: object) => Promise<Outcome<{ words: string }>>;
let farmId: string;
visit(async () => {
  const { send } = await import('../../src/commands/client');
  run = (act, body) => send(act, { ...body, entryKey: randomUUID() });
  farmId = (await desk.owner('person').where({ sign_in_name: 'ines' }).first('farm_id')).farm_id;
});

const rows = async (sql: string) =>
  (await inFarm(desk.app, farmId, (tx) => tx.raw(sql))).rows as Record<
    'id' | 'name' | 'channel' | 'price_minor',
    string
  >[];
const pages = () => import('../../src/features/farm/queries');

describe('chores', () => {
  const CHORE = { title: 'Rinse the iron probe', everyDays: 3, startsOn: TODAY, minutes: 5 };
  const onRound = async (day: string) => {
    const { roundPage } = await import('../../src/features/round/queries');
    return (await roundPage(on({ day }))).jobs.filter((j) => j.title === CHORE.title).length;
  };

  test('one that is added comes up on the round every so many days, until it is taken off', async () => {
    expect(await run('chore.save@1', CHORE)).toMatchObject({ ok: true });
    expect([await onRound(TODAY), await onRound('2026-06-11'), await onRound('2026-06-13')]).toEqual([1, 0, 1]);
    const own = (await (await pages()).choresPage()).chores.find((c) => c.title === CHORE.title)!;
    const changed = { ...CHORE, id: own.id, version: own.version, everyDays: 1 };
    expect(await run('chore.save@1', changed)).toMatchObject({ ok: true });
    expect(await onRound('2026-06-11')).toBe(1);
    expect(faults(await run('chore.save@1', changed))).toHaveProperty('form');
    expect(await run('chore.retire@1', { id: own.id, version: own.version + 1 })).toMatchObject({ ok: true });
    expect(await onRound(TODAY)).toBe(0);
  });

  test.each([
    [{ everyDays: 0 }, 'everyDays'],
    [{ title: '' }, 'title'],
    [{ placeId: randomUUID() }, 'placeId'],
  ])('%o is refused beside its field', async (over, field) => {
    expect(faults(await run('chore.save@1', { ...CHORE, ...over }))).toHaveProperty(field);
  });

  test('a hand changes none', async () => {
    await as('bram');
    expect(await run('chore.save@1', CHORE)).toMatchObject({ ok: false });
  });
});

test('a permit warns from so many days before its end, until it is put away', async () => {
  const { endingPapers } = await import('../../src/features/records/queries');
  const titles = async () => (await endingPapers()).map((p) => p.title);
  const paper = { kind: 'permit', title: 'Discharge permit', endsOn: '2026-07-10', warnDays: 20 };
  await run('paper.save@1', paper);
  expect(await titles()).not.toContain('Discharge permit');
  const { papersPage } = await pages();
  const own = (await papersPage()).papers.find((p) => p.title === paper.title)!;
  await run('paper.save@1', { ...paper, warnDays: 40, id: own.id, version: own.version });
  expect(await titles()).toContain('Discharge permit');
  await run('paper.retire@1', { id: own.id, version: own.version + 1 });
  expect(await titles()).not.toContain('Discharge permit');
  expect((await rows(`select what from setup_change where subject = '${own.id}'`)).length).toBe(3);
});

describe('prices', () => {
  const priceOf = async (customer: string, dueDay: string) => {
    const [who] = await rows(`select id from customer where name = '${customer}'`);
    const { pricesOn } = await import('../../src/db/prices');
    return inFarm(desk.app, farmId, async (tx) => (await pricesOn(tx, who!.id, dueDay)).get('butterhead-lettuce'));
  };

  test('a customer pays the newest price of their list, else of the usual one, else what stands with the product', async () => {
    const [a, b] = await rows('select name, channel from customer where price_list is null order by name limit 2');
    const base = await priceOf(a!.name, TODAY);
    const set = (list: string, fromDay: string, priceMinor: number) =>
      run('price.set@1', { product: 'butterhead-lettuce', list, fromDay, priceMinor });
    await set('usual', '2026-07-01', 210);
    await set('stall', '2026-06-01', 99);
    expect(await priceOf(a!.name, TODAY)).toBe(base);
    expect(await priceOf(a!.name, '2026-07-02')).toBe(210);
    await run('setup.customers@1', { rows: [{ name: b!.name, channel: b!.channel, priceList: 'Stall' }] });
    expect([await priceOf(b!.name, TODAY), await priceOf(b!.name, '2026-07-02')]).toEqual([99, 99]);
    await set('stall', '2026-06-01', 101);
    expect(await priceOf(b!.name, TODAY)).toBe(101);
    const listed = (await (await pages()).productsPage()).prices.find((p) => p.list === 'stall')!;
    expect(await run('price.end@1', { id: listed.id, version: listed.version })).toMatchObject({ ok: true });
    expect(await priceOf(b!.name, '2026-07-02')).toBe(210);
  });

  test('an order keeps the price it was taken at', async () => {
    const [who] = await rows(`select id from customer where price_list is null order by name limit 1`);
    const lines = [{ productCode: 'butterhead-lettuce', quantity: 3 }];
    const order = { customerId: who!.id, dueDay: '2026-08-12', lines, confirmed: true };
    expect(await run('order.place@1', order)).toMatchObject({ ok: true });
    const [line] = await rows(
      `select l.price_minor from order_line l join sales_order o on o.id = l.order_id where o.due_day = '2026-08-12'`,
    );
    expect(Number(line!.price_minor)).toBe(210);
  });
});

describe('products', () => {
  const productOf = async (code: string) =>
    (await (await pages()).productsPage()).products.find((p) => p.code === code)!;

  test('what a customer must still have of the shelf life is no time to sell in', async () => {
    const p = await productOf('butterhead-lettuce');
    const values = { code: p.code, name: p.name, priceMinor: p.priceMinor, shelfLifeDays: p.shelfLifeDays };
    const body = { ...values, version: p.version, form: 'head', packSize: 6 };
    expect(faults(await run('setup.product@1', { ...body, leastLeftDays: p.shelfLifeDays + 1 }))).toHaveProperty(
      'leastLeftDays',
    );
    expect(await run('setup.product@1', { ...body, leastLeftDays: 4 })).toMatchObject({ ok: true });
    expect(await productOf(p.code)).toMatchObject({ form: 'head', packSize: 6, leastLeftDays: 4 });
    const { farmView } = await import('../../src/server/farmView');
    const { sellDays } = await import('../../src/core/market/useBy');
    const view = await farmView(on(), async () => null);
    expect(sellDays(view.facts.products.find((x) => x.code === p.code)!)).toBe(p.shelfLifeDays - 4);
  });
});

describe('habits and limits', () => {
  test('a loop warns by the limits that are set; the farm counts late records by what is allowed', async () => {
    const { limitsPage } = await pages();
    const { farm, loops } = await limitsPage();
    const [loop] = loops;
    const change = { id: loop!.id, version: loop!.version, name: loop!.name, confirmed: true };
    expect(faults(await run('loop.change@1', { ...change, lowGM2: 90, highGM2: 60 }))).toHaveProperty('highGM2');
    expect(await run('loop.change@1', { ...change, lowGM2: 40, highGM2: 70 })).toMatchObject({ ok: true });
    const { farmView } = await import('../../src/server/farmView');
    const view = await farmView(on(), async () => null);
    expect(view.facts.loops.find((l) => l.id === loop!.id)!.bandGM2).toEqual([40, 70]);
    const habits = { locale: 'en-DE', mass: 'metric', temperature: 'C', name: 'Quillwater Farm' };
    const wish = { ...habits, version: farm.version, entryBackDays: 3 };
    expect(faults(await run('setup.habits@1', wish))).toEqual({});
    expect((await limitsPage()).farm).toMatchObject({ locale: 'en-DE', entryBackDays: 3 });
    expect(faults(await run('setup.habits@1', wish))).toHaveProperty('form');
  });
});

test('a loop that warns by nitrogen says so on Season, in percent and with its sum', async () => {
  const { limitsPage } = await pages();
  const { seasonPage } = await import('../../src/features/season/queries');
  const loop = (await limitsPage()).loops.find((l) => l.code === 'heron')!;
  const said = async () => (await seasonPage(on())).balance.find((b) => b.loop === loop.name)!;
  expect((await said()).says).toMatch(/g\/m²/);
  const { code: _code, ...own } = loop;
  const change = { ...own, confirmed: true, warnsBy: 'nitrogen' };
  expect(faults(await run('loop.change@1', { ...change, lowNPercent: 300, highNPercent: 200 }))).toHaveProperty(
    'highNPercent',
  );
  expect(faults(await run('loop.change@1', { ...change, warnsBy: 'guess' }))).toHaveProperty('warnsBy');
  expect(await run('loop.change@1', { ...change, lowNPercent: 2000, highNPercent: 1999 })).toMatchObject({ ok: false });
  expect(await run('loop.change@1', change)).toMatchObject({ ok: true });
  const { says, because } = await said();
  expect(says).toMatch(/^[\d,]+ %$/);
  expect(because.formula).toMatch(/ammonia nitrogen a day from the feed ÷ .* that the plants take up = [\d,]+ %/);
});

describe('loops and equipment', () => {
  test('a loop that comes is there at once, with water as the place has it; its code is its own', async () => {
    const loop = { code: 'Egret', name: 'Egret', kind: 'coupled', lowC: 18, highC: 25 };
    expect(faults(await run('loop.add@1', { ...loop, highC: 10 }))).toHaveProperty('highC');
    expect(faults(await run('loop.add@1', { ...loop, code: 'Heron' }))).toHaveProperty('code');
    expect(faults(await run('loop.add@1', loop))).toEqual({});
    expect(await run('place.add@1', { line: '2 tanks of 2 m³ named E1–E2 for egret' })).toMatchObject({ ok: true });
    const { farmView } = await import('../../src/server/farmView');
    const { facts } = await farmView(on(), async () => null);
    const own = facts.loops.find((l) => l.code === 'egret')!;
    expect(facts.places.filter((p) => p.loopId === own.id).map((p) => p.code)).toEqual(['E1', 'E2']);
    expect(own.plannedWaterTempC).toHaveLength(12);
    expect(own.plannedWaterTempC.every((t) => t >= 18 && t <= 25)).toBe(true);
  });

  test('a rating plate is changed in the version that was seen; what the loop can bear follows', async () => {
    const { placesPage } = await pages();
    const filterOf = async () => (await placesPage()).equipment.find((e) => e.kind === 'filter' && !e.retiredOn)!;
    const was = await filterOf();
    const change = { id: was.id, version: was.version, name: was.name, confirmed: true };
    expect(faults(await run('equipment.change@1', change))).toHaveProperty('volumeM3');
    expect(faults(await run('equipment.change@1', { ...change, volumeM3: 4.5 }))).toEqual({});
    expect((await filterOf()).volumeM3).toBe(4.5);
    const { farmView } = await import('../../src/server/farmView');
    const { facts } = await farmView(on(), async () => null);
    expect(facts.loops.flatMap((l) => l.lifeSupport.media).some((m) => m.volumeM3 === 4.5)).toBe(true);
    expect(faults(await run('equipment.change@1', { ...change, volumeM3: 5 }))).toHaveProperty('form');
  });

  test('a spare that is put to use is missed on the round until there is another', async () => {
    const { placesPage } = await pages();
    const { roundPage } = await import('../../src/features/round/queries');
    const missed = async () => (await roundPage(on())).troubles.filter((t) => t.kind === 'spares').map((t) => t.title);
    const pump = async () => (await placesPage()).equipment.find((e) => e.kind === 'pump' && !e.retiredOn)!;
    const change = async (over: object) => {
      const { id, version, name, flowLH, headM, watts } = await pump();
      const body = { id, version, name, flowLH, headM, watts, confirmed: true, ...over };
      expect(faults(await run('equipment.change@1', body))).toEqual({});
    };
    await change({ use: 'spare', leastSpare: 1 });
    expect(await missed()).toEqual([]);
    await change({ use: 'runs', leastSpare: 1 });
    expect(await missed()).toEqual([expect.stringMatching(/0 of 1 in reserve/)]);
    await change({ use: 'runs' });
    expect(await missed()).toEqual([]);
  });
});

describe('crops', () => {
  test('a change that worsens the plan is asked about first; what the farm sets stands beside the default', async () => {
    const { cropsPage } = await pages();
    const cropOf = async () =>
      (await cropsPage(on({ crop: 'butterhead-lettuce' }))).crops.find((c) => c.crop.code === 'butterhead-lettuce')!;
    const was = await cropOf();
    const change = (values: { name: string; value: number }[], more = {}) =>
      run('setup.crop@1', { code: was.crop.code, version: was.version, values, ...more });
    expect(faults(await change([{ name: 'packout', value: 1.5 }]))).toHaveProperty('packout');
    expect(faults(await change([{ name: 'finalDays', value: 0 }]))).toHaveProperty('finalDays');
    expect(faults(await change([{ name: 'name', value: 1 }]))).toHaveProperty('name');
    const worse = [{ name: 'packout', value: 0.2 }];
    expect(faults(await change(worse)).confirm?.[0]).toMatch(/\w/);
    expect((await cropOf()).crop.packout).toBe(was.crop.packout);
    expect(await change(worse, { confirmed: true })).toMatchObject({ ok: true });
    expect(await cropOf()).toMatchObject({ version: was.version + 1, crop: { packout: 0.2 } });
  });
});

describe('calendars', () => {
  const token = 'a'.repeat(64);
  const read = async (address: string) => {
    const { GET } = await import('../../src/app/api/calendar/[token]/route');
    return GET(new Request('http://farm.test/'), { params: Promise.resolve({ token: address }) });
  };
  const events = async (address: string) => {
    const calendar = new ICAL.Component(ICAL.parse(await (await read(address)).text()));
    return calendar.getAllSubcomponents('vevent').map((v) => new ICAL.Event(v));
  };

  test('the season reads as days with what is planned on them, the same entry under the same id', async () => {
    expect(await run('calendar.make@1', { what: 'season', token })).toMatchObject({ ok: true });
    const own = await events(`${token}.ics`);
    expect(own.length).toBeGreaterThan(20);
    expect(own.every((e) => e.startDate.isDate)).toBe(true);
    expect(new Set(own.map((e) => e.uid)).size).toBe(own.length);
    expect(own.some((e) => /Harvest/.test(e.summary))).toBe(true);
    expect((await events(token)).map((e) => e.uid)).toEqual(own.map((e) => e.uid));
  });

  test('deliveries name the customer and what they get; the round says how much there is to do', async () => {
    await run('calendar.make@1', { what: 'deliveries', token: 'b'.repeat(64) });
    await run('calendar.make@1', { what: 'jobs', token: 'c'.repeat(64) });
    const [delivery] = await events('b'.repeat(64));
    expect(delivery!.summary).toMatch(/ · O-\d+/);
    expect(delivery!.description).toMatch(/\d/);
    const [round] = await events('c'.repeat(64));
    expect(round!.summary).toMatch(/^Round: \d+ jobs?, \d+ min$/);
  });

  test('a new address makes the old one void; a void one and a wrong one say nothing', async () => {
    await run('calendar.make@1', { what: 'season', token: 'd'.repeat(64) });
    expect((await read(token)).status).toBe(404);
    expect((await read('nonsense')).status).toBe(404);
    expect(await calendarOf(desk.app, 'd'.repeat(64))).toMatchObject({ farmId, what: 'season' });
    const { calendars } = await (await pages()).inAndOutPage(on());
    const own = calendars.find((c) => c.what === 'season')!;
    await as('bram');
    expect(await run('calendar.end@1', { id: own.id })).toMatchObject({ ok: false });
    await as('ines');
    expect(await run('calendar.end@1', { id: own.id })).toMatchObject({ ok: true });
    expect((await read('d'.repeat(64))).status).toBe(404);
  });
});

describe('where the farm stands, and its houses', () => {
  const site = async () => (await (await pages()).housesPage()).site;
  const view = async () => (await import('../../src/server/farmView')).farmView(on(), async () => null);

  test('another latitude is asked about first, then air, light and all dates follow; the office cannot', async () => {
    await as('ines');
    const before = await view();
    const { version } = await site();
    expect(faults(await run('setup.site@1', { version, latitude: 200, altitudeM: 0 }))).toHaveProperty('latitude');
    const asked = await run('setup.site@1', { version, latitude: -34, altitudeM: 40 });
    expect(faults(asked).confirm!.join()).toMatch(/Keep it all the same\?$/);
    expect((await view()).facts.loops).toEqual(before.facts.loops);
    const kept = await run('setup.site@1', { version, latitude: -34, altitudeM: 40, confirmed: true });
    expect(kept).toMatchObject({ ok: true });
    const [was, is] = [before.facts.loops[0]!, (await view()).facts.loops[0]!];
    expect(is.plannedAirTempC[0]).toBeGreaterThan(was.plannedAirTempC[0]!);
    expect(is.plannedAirTempC[6]).toBeLessThan(was.plannedAirTempC[6]!);
    expect(await site()).toMatchObject({ latitude: -34, altitudeM: 40 });
    await as('bram');
    expect(await run('setup.site@1', { version: version + 1, latitude: 1, altitudeM: 0 })).toMatchObject({ ok: false });
    await as('ines');
  });

  test('a closed room has its own air and light; what is read there counts there', async () => {
    const { housesPage } = await pages();
    const house = (await housesPage()).houses.find((h) => h.name === 'Glasshouse one')!;
    expect(house.house).toBeNull();
    const wish = { id: house.id, version: house.version, cover: 'closed', dayC: 24, nightC: 18, confirmed: true };
    expect(faults(await run('setup.house@1', wish))).toHaveProperty('umolM2S');
    expect(faults(await run('setup.house@1', { ...wish, umolM2S: 220, lampHours: 25 }))).toHaveProperty('lampHours');
    expect(await run('setup.house@1', { ...wish, umolM2S: 220, lampHours: 16 })).toMatchObject({ ok: true });
    const { facts } = await view();
    const bed = facts.places.find((p) => p.houseId === house.id && p.kind === 'bed')!;
    const { airAt } = await import('../../src/core/facts/airAt');
    expect(airAt(facts, bed)!.plannedAirTempC).toEqual(new Array(12).fill(22));
    const elsewhere = facts.places.find((p) => p.kind === 'bed' && p.houseId !== house.id && p.loopId)!;
    expect(airAt(facts, elsewhere)).toBe(facts.loops.find((l) => l.id === elsewhere.loopId));
    const read = { loopId: bed.loopId, placeId: bed.id, values: { air: 29 }, confirmed: true };
    expect(await run('water.read@1', read)).toMatchObject({ ok: true });
    const warm = airAt((await view()).facts, bed)!;
    expect(warm.recordedAir!.tempC[TODAY]).toBe(29);
  });

  test('what it carries is worked out from what is there, by the farm’s own rules', async () => {
    const { carriesPage } = await pages();
    const before = await carriesPage();
    const filter = (p: typeof before) => p.rows.find((r) => r.key === 'media-heron')!;
    expect(filter(before).because.formula).toContain('2.0 L of media');
    const rules = { ...before.rules, mediaLPerKg: 8 };
    expect(
      faults(await run('setup.planning@1', { ...rules, version: before.version, rationPercent: 99 })),
    ).toHaveProperty('rationPercent');
    expect(await run('setup.planning@1', { ...rules, version: before.version })).toMatchObject({ ok: true });
    expect(filter(await carriesPage()).because.formula).toContain('8.0 L of media');
    const { lifePage } = await import('../../src/features/cohorts/life/lifeQueries');
    expect((await lifePage(on())).loops[0]!.because.media.formula).toContain('× 8 L');
  });
});

test('water read today that is not as planned moves what is reckoned, until it comes back', async () => {
  const view = async () => (await import('../../src/server/farmView')).farmView(on(), async () => null);
  const before = await view();
  const loop = before.facts.loops.find((l) =>
    before.facts.fish.some((f) => before.facts.places.find((p) => p.id === f.placeId)?.loopId === l.id),
  )!;
  const { plannedWaterC } = await import('../../src/core/water/plannedTemperature');
  const planned = plannedWaterC(loop, TODAY);
  const read = (t: number) => run('water.read@1', { loopId: loop.id, values: { t }, confirmed: true });
  expect(await read(planned - 5)).toMatchObject({ ok: true });
  const cold = await view();
  expect(cold.facts.loops.find((l) => l.id === loop.id)!.readWater).toMatchObject({ on: TODAY });
  const feed = (v: typeof cold) => v.forecast.loops.get(loop.id)!.feedG[1]!;
  expect(feed(cold)).not.toBe(feed(before));
  expect(await read(planned)).toMatchObject({ ok: true });
  expect((await view()).facts.loops.find((l) => l.id === loop.id)!.readWater).toBeUndefined();
});
