import { createHash } from 'node:crypto';
import { describe, expect, test } from 'vitest';
import { inFarm } from '../../src/db/connection';
import { foundFarm, hashCode, mayFound, newFoundingCode } from '../../src/db/founding';
import { goToFarm, join, myFarms } from '../../src/db/members';
import { askerOf, personOfSession, signIn, type SignedIn } from '../../src/db/people';
import { fromShape, SHAPES } from '../../src/core/setup/shapes';
import { METRIC } from '../../src/core/quantity/units';
import { randomUUID } from './helpers';
import { desk, NOW, visit } from './visitor';

/** A farm of one's own in the same database as another: made, described, opened, stocked and changed through its acts. */
let run: (
  person: SignedIn,
  act: string,
  body: object,
) => Promise<{ ok: boolean; value?: unknown; fields?: Record<string, string[]> }>;
visit(async () => {
  const { runCommand } = await import('../../src/commands/registry');
  run = async (person, act, body) => {
    const [command, version] = act.split('@') as [string, string];
    const sent = { command, version: Number(version), entryKey: randomUUID(), body: JSON.parse(JSON.stringify(body)) };
    return runCommand(person, sent) as ReturnType<typeof run>;
  };
});

const PASSWORD = 'reeds by the water';
const HABITS = {
  name: 'Sedge Yard',
  latitude: 44,
  altitudeM: 200,
  timeZone: 'UTC',
  currency: 'EUR',
  locale: 'en-GB',
  units: METRIC,
  firstWeekday: 1,
};

async function enter(name: string, password = PASSWORD): Promise<SignedIn> {
  const result = await signIn(desk.app, { name, password, address: randomUUID(), device: null }, NOW);
  if (!result.ok) throw new Error(`${name} is not let in`);
  return (await personOfSession(desk.app, result.token, NOW))!;
}

async function founder(signInName = `f${randomUUID().slice(0, 8)}`): Promise<SignedIn> {
  const code = randomUUID().slice(0, 8);
  await desk.owner('first_farm_code').insert({ code_hash: hashCode(code), made_at: NOW });
  await foundFarm(desk.app, { code, habits: HABITS, name: 'Anka Feld', signInName, password: PASSWORD }, NOW);
  return enter(signInName);
}

/** A farm of a shape, open. */
async function opened(code = 'small-loops'): Promise<SignedIn> {
  const person = await founder();
  const description = fromShape(
    SHAPES.find((s) => s.code === code)!,
    HABITS,
    [{ name: 'Ruben Hale', role: 'hand' }],
  );
  const { version } = (await run(person, 'setup.describe@1', { version: 1, ...description })).value as {
    version: number;
  };
  expect(await run(person, 'setup.open@1', { version })).toMatchObject({ ok: true });
  return Object.assign(person, { inSetUp: false });
}

const rows = async (person: SignedIn, sql: string) =>
  (await inFarm(desk.app, person.farmId, (tx) => tx.raw(sql))).rows as Record<string, never>[];

describe('the first farm', () => {
  test('is made with the code that was printed, once; a new start prints a new one until there is a farm', async () => {
    const code = (await newFoundingCode(desk.owner, NOW))!;
    expect(code).toMatch(/^[A-Z2-9]{4}-[A-Z2-9]{4}$/);
    expect(await mayFound(desk.app, NOW)).toBe(true);
    const wish = { habits: HABITS, name: 'A', signInName: 'first', password: PASSWORD };
    await expect(foundFarm(desk.app, { ...wish, code: 'AAAA-AAAA' }, NOW)).rejects.toThrow(/opens no farm/);
    await foundFarm(desk.app, { ...wish, code: code.toLowerCase().replace('-', ' ') }, NOW);
    await expect(foundFarm(desk.app, { ...wish, code }, NOW)).rejects.toThrow(/opens no farm/);
    expect(await newFoundingCode(desk.owner, NOW)).toBeNull();
    expect((await enter('first')).inSetUp).toBe(true);
  });

  test('another is begun by a code that whoever runs it makes; codes are listed, and made void', async () => {
    const { anotherCode, openCodes, voidCodes } = await import('../../src/db/founding');
    const [one, two] = [await anotherCode(desk.owner, NOW), await anotherCode(desk.owner, NOW)];
    const listed = await openCodes(desk.owner, NOW);
    expect(listed.map((c) => c.begins).sort()).toEqual([one.slice(0, 2), two.slice(0, 2)].sort());
    expect(JSON.stringify(listed)).not.toContain(one.slice(2));
    await voidCodes(desk.owner, one.slice(0, 2));
    const wish = { habits: HABITS, name: 'B', signInName: 'second', password: PASSWORD };
    await expect(foundFarm(desk.app, { ...wish, code: one }, NOW)).rejects.toThrow(/opens no farm/);
    if (one.slice(0, 2) !== two.slice(0, 2)) await foundFarm(desk.app, { ...wish, code: two }, NOW);
    await voidCodes(desk.owner, 'all');
    expect(await openCodes(desk.owner, NOW)).toEqual([]);
    expect(await mayFound(desk.app, NOW)).toBe(false);
  });

  test('once a real farm is there no demo password is shown', async () => {
    const { demoSignIns } = await import('../../src/db/people');
    expect(await demoSignIns(desk.app)).toEqual([]);
  });

  test('what the founder chose for the farm they chose for themselves', async () => {
    const person = await opened();
    const [own] = await rows(person, `select settings from person`);
    expect((own as unknown as { settings: object }).settings).toMatchObject({
      mass: HABITS.units.mass,
      locale: HABITS.locale,
    });
  });

  test('two people describing it at once are told; what cannot be is told when it is to be opened', async () => {
    const person = await founder();
    const description = { ...fromShape(SHAPES[0]!, HABITS, []), places: [] };
    expect(await run(person, 'setup.describe@1', { version: 1, ...description })).toMatchObject({ ok: true });
    // The same content again is what a page sends that was left while it saved; other content is another’s change.
    expect(await run(person, 'setup.describe@1', { version: 1, ...description })).toMatchObject({
      value: { version: 2 },
    });
    const other = { ...description, crops: [] };
    expect((await run(person, 'setup.describe@1', { version: 1, ...other })).fields!.version![0]).toMatch(
      /Someone else/,
    );
    expect((await run(person, 'setup.open@1', { version: 2 })).fields!.places![0]).toMatch(/tank or a bed/);
    const far = { ...description, habits: { ...HABITS, latitude: 200 } };
    expect((await run(person, 'setup.describe@1', { version: 2, ...far })).fields!['habits.latitude']![0]).toMatch(
      /−90/,
    );
  });

  test('open, it has its waters, rooms, equipment, chores and whom to ask in, and is not described twice', async () => {
    const person = await opened();
    const [counts] = await rows(
      person,
      `select (select count(*)::int from loop) as loops, (select count(*)::int from zone) as rooms, (select count(*)::int from equipment where kind = 'pump') as pumps,
         (select count(*)::int from chore) as chores, (select count(*)::int from invite) as invites, (select count(*)::int from place where is_source) as sources`,
    );
    expect(counts).toEqual({ loops: 3, rooms: 5, pumps: 3, chores: 8, invites: 1, sources: 4 });
    expect((await run(person, 'setup.open@1', { version: 3 })).fields!.version![0]).toMatch(/open already/);
  });
});

describe('what was there before', () => {
  test('comes from the place before, adds up, grows from the day it was weighed, and can be taken back', async () => {
    const person = await opened();
    const fish = { place: 'T1', species: 'nile-tilapia', count: 150, meanG: 120, weighedOn: '2026-05-20' };
    expect(
      await run(person, 'opening.fish@1', { rows: [fish, { ...fish, place: 'T2', meanG: undefined, lengthCm: 18 }] }),
    ).toMatchObject({ ok: true });
    const lots = await rows(
      person,
      `select l.code, l.began_on, round(l.start_mean_g) as g, b.count from lot l join balance b on b.lot_id = l.id join place p on p.id = b.place_id where p.kind = 'tank' order by p.code`,
    );
    expect(lots[0]).toMatchObject({ began_on: '2026-05-20', g: 120, count: 150 });
    expect(Number(lots[1]!.g)).toBeGreaterThan(80);
    const [sum] = await rows(person, 'select sum(count)::int as n from balance');
    expect(sum).toEqual({ n: 0 });
    const { loadFacts } = await import('../../src/db/slices');
    const facts = await inFarm(desk.app, person.farmId, (tx) => loadFacts(tx, '2026-06-10', true));
    expect(facts.fish[0]!.referenceG).toBeGreaterThan(120);
    const [entry] = await rows(person, `select entry_key from entry where command = 'opening.fish'`);
    expect(await run(person, 'entry.takeBack@1', { recordedKey: entry!.entry_key })).toMatchObject({ ok: true });
    expect(
      await rows(
        person,
        `select * from balance b join place p on p.id = b.place_id where p.kind = 'tank' and b.count > 0`,
      ),
    ).toEqual([]);
  });

  test.each([
    [{ place: 'T9', species: 'nile-tilapia', count: 5, meanG: 50 }, 'rows.0.place', /no tank/],
    [{ place: 'T1', species: 'koi', count: 5, meanG: 50 }, 'rows.0.species', /species of this farm/],
    [{ place: 'T1', species: 'nile-tilapia', count: 5 }, 'rows.0.meanG', /mean weight or the mean length/],
    [
      { place: 'T1', species: 'nile-tilapia', count: 5, meanG: 50, weighedOn: '2026-07-01' },
      'rows.0.weighedOn',
      /not come yet/,
    ],
    [{ place: 'T1', species: 'nile-tilapia', count: 2000, meanG: 400 }, 'confirm', /would hold 400 kg\/m³/],
  ])('fish: %o is refused at its cell', async (row, field, words) => {
    const person = await opened();
    const answer = await run(person, 'opening.fish@1', { rows: [row] });
    expect(answer.fields?.[field]?.[0]).toMatch(words);
    expect(await rows(person, 'select * from lot')).toEqual([]);
  });

  test('plants stand since they were transplanted, never more than there is room for, and are planned to be picked', async () => {
    const person = await opened();
    const row = {
      place: 'R1',
      crop: 'butterhead-lettuce',
      count: 200,
      sownOn: '2026-04-20',
      transplantedOn: '2026-05-10',
    };
    const full = await run(person, 'opening.plants@1', { rows: [row, row] });
    expect(full.fields!['rows.1.count']![0]).toMatch(/R1 has 288 places; with these it would hold 400/);
    expect(await run(person, 'opening.plants@1', { rows: [row] })).toMatchObject({ ok: true });
    expect(await run(person, 'plan.standing@1', {})).toMatchObject({ ok: true });
    expect(await rows(person, `select kind from plan_step order by day, kind`)).toEqual([
      { kind: 'pick' },
      { kind: 'clear' },
    ]);
    expect((await run(person, 'plan.standing@1', {})).fields!.form![0]).toMatch(/has a plan already/);
  });

  test('goods in any cold room are sold from where they lie; seed and feed come to their stores', async () => {
    const person = await opened();
    for (const [act, row] of [
      ['opening.goods@1', { product: 'butterhead-lettuce', quantity: 40, packedOn: '2026-06-09' }],
      ['opening.feed@1', { species: 'nile-tilapia', massG: 120_000 }],
      ['opening.seed@1', { crop: 'butterhead-lettuce', count: 5000 }],
      ['setup.customers@1', { name: 'Harbour kitchen', channel: 'restaurant' }],
      ['setup.prices@1', { product: 'butterhead-lettuce', priceMinor: 140 }],
      [
        'opening.orders@1',
        { customer: 'harbour kitchen', product: 'butterhead-lettuce', quantity: 20, dueDay: '2026-06-12' },
      ],
    ] as const)
      expect(await run(person, act, { rows: [row] }), act).toMatchObject({ ok: true });
    expect(await run(person, 'plants.receiveSeed@1', { cropCode: 'tatsoi', count: 1000, code: 'S22' })).toMatchObject({
      ok: true,
    });
    expect(await run(person, 'place.add@1', { line: 'cold room named COLD2 in barn' })).toMatchObject({ ok: true });
    // The goods are carried over to the second cold room.
    await desk.owner.raw(
      `insert into movement (farm_id, id, entry_key, lot_id, from_place_id, to_place_id, count, farm_day, occurred_at, reason)
       select b.farm_id, gen_random_uuid(), 'carried-over', b.lot_id, b.place_id, q.id, b.count, '2026-06-10', now(), 'move'
       from balance b join place p on p.farm_id = b.farm_id and p.id = b.place_id and p.role = 'cold' join place q on q.farm_id = b.farm_id and q.code = 'COLD2'
       where b.farm_id = ? and b.count > 0`,
      [person.farmId],
    );
    const [order] = await rows(
      person,
      `select o.id, o.version, l.id as line, l.price_minor, t.id as lot from sales_order o join order_line l on l.order_id = o.id, lot t where t.kind = 'packed_produce'`,
    );
    expect(order!.price_minor).toBe(140);
    const aside = { orderId: order!.id, version: order!.version, lineId: order!.line, lotId: order!.lot, quantity: 20 };
    expect(await run(person, 'order.setAside@1', aside)).toMatchObject({ ok: true });
    expect(
      await rows(person, `select b.count from balance b join place p on p.id = b.place_id where p.code = 'COLD2'`),
    ).toEqual([{ count: 20 }]);
  });
});

describe('changing the set-up', () => {
  test('who changed what from what to what is kept; an old code is still known; a stale change is told', async () => {
    const person = await opened();
    const [tank] = await rows(person, `select id, version from place where code = 'T1'`);
    const wish = {
      id: tank!.id,
      version: tank!.version,
      code: 'A1',
      name: 'First',
      room: 'House 1',
      volumeL: 2500,
      limitKgM3: 40,
      stage: 'grow-out',
    };
    expect(await run(person, 'place.change@1', wish)).toMatchObject({ ok: true });
    expect((await run(person, 'place.change@1', wish)).fields!.form![0]).toMatch(/Someone else/);
    const [change] = await rows(
      person,
      `select was, became, person_id from setup_change where what = 'place' and was is not null order by id desc limit 1`,
    );
    expect(change).toMatchObject({
      was: { code: 'T1', volume_l: 2000 },
      became: { code: 'A1', volume_l: 2500 },
      person_id: person.personId,
    });
    expect(await run(person, 'log.line@1', { text: 't1 dead 1' })).toMatchObject({ ok: false });
    const { loadFacts } = await import('../../src/db/slices');
    const facts = await inFarm(desk.app, person.farmId, (tx) => loadFacts(tx, '2026-06-10', true));
    expect(facts.places.find((p) => p.code === 'A1')!.formerCodes).toEqual(['T1']);
    expect((await run(person, 'place.add@1', { line: 'tank of 2 m³ named A1 for one' })).fields!.line![0]).toMatch(
      /a A1 already/,
    );
  });

  test('the history of the set-up cannot be changed, nor what was there removed', async () => {
    const person = await opened();
    await run(person, 'place.add@1', { line: 'dry store named SHED' });
    for (const sql of [
      'delete from setup_change',
      `update setup_change set was = '{}'`,
      'delete from place',
      'delete from equipment',
      'delete from zone',
    ])
      await expect(rows(person, sql)).rejects.toThrow(/permission denied/);
  });
});

describe('belonging to several farms', () => {
  test('one password, one way from farm to farm; another farm’s manager does not reset it', async () => {
    const mine = await opened();
    const theirs = await founder();
    const token = 'a'.repeat(40);
    expect(await run(mine, 'person.invite@1', { name: 'Anka', role: 'office', token })).toMatchObject({ ok: true });
    await join(desk.app, { token, asker: askerOf(theirs), name: '', signInName: '', password: '' }, NOW);
    const farms = await myFarms(desk.app, askerOf(theirs), NOW);
    expect(farms.map((f) => [f.farmId, f.role])).toEqual(
      expect.arrayContaining([
        [mine.farmId, 'office'],
        [theirs.farmId, 'manager'],
      ]),
    );
    await goToFarm(desk.app, askerOf(theirs), { farmId: mine.farmId, now: NOW });
    const stranger = await founder();
    await expect(goToFarm(desk.app, askerOf(stranger), { farmId: mine.farmId, now: NOW })).rejects.toThrow(/no member/);
    const [member] = await rows(mine, `select id from person where role = 'office'`);
    await expect(
      desk.app.raw('select set_person_password(?, ?, ?, ?)', [askerOf(mine), NOW, String(member!.id), 'x']),
    ).rejects.toThrow(/other farms too/);
    await expect(
      join(desk.app, { token, asker: askerOf(stranger), name: '', signInName: '', password: '' }, NOW),
    ).rejects.toThrow(/not open/);
  });

  test('a visitor is in until the last day, and out the day after', async () => {
    const mine = await opened();
    const token = 'b'.repeat(40);
    const name = `v${randomUUID().slice(0, 8)}`;
    await run(mine, 'person.invite@1', { name: 'Vet', role: 'visitor', visitsUntil: '2026-06-12', token });
    await join(desk.app, { token, asker: null, name: 'Vet', signInName: name, password: PASSWORD }, NOW);
    const result = await signIn(desk.app, { name, password: PASSWORD, address: 'x', device: null }, NOW);
    const seen = (at: string) => personOfSession(desk.app, (result as { token: string }).token, new Date(at));
    expect(await seen('2026-06-12T20:00:00Z')).toMatchObject({ role: 'visitor' });
    expect(await seen('2026-06-13T00:10:00Z')).toBeNull();
    expect(
      (await run((await seen('2026-06-11T08:00:00Z'))!, 'task.handover@1', { words: 'I was here' })).fields!.role![0],
    ).toMatch(/signed in as a visitor/);
  });

  test('a link is kept as its hash alone', async () => {
    const mine = await opened();
    const token = 'c'.repeat(40);
    await run(mine, 'person.invite@1', { name: 'Hand', role: 'hand', token });
    const [kept] = await rows(mine, `select token_hash from invite where name = 'Hand'`);
    expect(kept!.token_hash).toEqual(createHash('sha256').update(token).digest());
    expect(JSON.stringify(await rows(mine, 'select * from entry'))).not.toContain(token);
  });
});
