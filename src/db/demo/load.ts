import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { addDays, dayAt, dayNumber, type Day } from '../../core/quantity/days';
import { readingJob } from '../../core/tasks/sources/reading';
import { createFarm } from '../createFarm';
import type { NewPlace, NewZone } from '../../core/setup/newFarm';
import { hashPassword } from '../people';
import { BATCHES_FROM_STEPS } from '../migrations/0012_typed_plan';
import { Book, eachDay } from './book';
import { writeCropHistory } from './cropHistory';
import { DEMO_CUSTOMERS, DEMO_FARM, DEMO_PEOPLE, DEMO_POND_CUSTOMER, demoPlaces } from './farm';
import { demoEquipment, demoLoops } from './waters';
import { DEMO_FEED_RULES, demoChores, demoCrops, demoProducts, demoSpecies } from './stock';
import { waterTempC, writeFishHistory } from './fishHistory';
import { writeKoi } from './koiHistory';
import { writeOrders } from './market';
import { settleOrders } from './openOrders';
import { addMadeProducts, addPapers, addPriceList } from './papers';
import { Random } from './random';
import { addGrowingOn } from './growingOn';
import { addPerennial } from './perennial';
import { addSeedlings } from './seedlings';
import { addTrials } from './trials';
import { DemoWorld } from './world';

const HISTORY_DAYS = 730;
/** Monthly parts of readings are made so far ahead, days. */
const MONTHS_AHEAD = 70;
const SEED = 20260412;

export interface DemoOptions {
  now: Date;
  timeZone: string;
  historyDays?: number;
  /** More than one makes as many plants in smaller batches. */
  sowingsAWeek?: number;
  /** Beside farms that are there already: which one this is, and the password of its people. */
  another?: { number: number; password: string };
}

/** Numbers of the orders of seedlings: after all others. */
const SEEDLING_ORDERS = 50;
const PAPERS_SEED = 4711;
/** Some inland place of the temperate north; no farm of ours or anyone’s. */
const DEMO_PLACE = { latitude: 47, altitude_m: 320 };
/** Days ago of the heat week, in which air was read in the houses. */
const HEAT_WEEK = [120, 131] as const;

/** Loads the made-up farm, dated relative to today, in one transaction. Does nothing when a farm is there already. */
export async function loadDemo(owner: Knex, options: DemoOptions): Promise<boolean> {
  if (!options.another && (await owner('farm').first('farm_id'))) return false;
  await owner.transaction(async (tx) => {
    const random = new Random(SEED + (options.another?.number ?? 0));
    const farmId = random.uuid();
    const today = dayAt(options.now, options.timeZone);
    await tx('farm').insert({
      farm_id: farmId,
      name: DEMO_FARM.name,
      time_zone: options.timeZone,
      currency: DEMO_FARM.currency,
      is_demo: true,
      ...DEMO_PLACE,
    });
    const people = await addPeople({ tx, farmId, random, password: options.another?.password });
    const world = await addPlaces({ tx, farmId, random, today, options, people });
    const customerIds = DEMO_CUSTOMERS.map(() => random.uuid());
    await tx('customer').insert(
      DEMO_CUSTOMERS.map(([name, channel], i) => ({ farm_id: farmId, id: customerIds[i], name, channel })),
    );
    // Ids of their own, so that what else is made up stays as it is.
    const papers = { random: new Random(PAPERS_SEED + (options.another?.number ?? 0)), today };
    await addPapers(tx, farmId, papers);
    await addPriceList(tx, farmId, papers);
    await addMadeProducts(tx, farmId);
    writeFishHistory(world);
    writeCropHistory(world, options.sowingsAWeek);
    writeReadings(world);
    world.packed.sort((a, b) => (a.packedOn < b.packedOn ? -1 : a.packedOn > b.packedOn ? 1 : 0));
    const { nextOrder } = writeOrders(world, customerIds);
    const pondShop = random.uuid();
    await tx('customer').insert({
      farm_id: farmId,
      id: pondShop,
      name: DEMO_POND_CUSTOMER[0],
      channel: DEMO_POND_CUSTOMER[1],
    });
    writeKoi(world, pondShop, `O-${nextOrder + 1}`);
    await tx.raw('select reading_months(?, ?)', [world.start, addDays(today, MONTHS_AHEAD)]);
    await insertAll(tx, world.book);
    const zone = zoneHours(options);
    await insertAll(tx, await addSeedlings(tx, world, { farmId, zoneHours: zone, order: nextOrder + SEEDLING_ORDERS }));
    await insertAll(tx, await addPerennial(tx, world, { farmId, zoneHours: zone }));
    await insertAll(tx, await addGrowingOn(tx, world, { farmId, zoneHours: zone }));
    await addTrials(tx, world, farmId);
    await tx.raw(BATCHES_FROM_STEPS);
    await settleOrders(tx, { farmId, random, today, customerId: customerIds[3]!, code: `O-${nextOrder}` });
  });
  await owner.raw('analyze');
  return true;
}

interface AddPeopleArgs {
  tx: Knex.Transaction;
  farmId: string;
  random: Random;
  password?: string;
}

async function addPeople({ tx, farmId, random, password }: AddPeopleArgs): Promise<Map<string, string>> {
  const ids = new Map<string, string>();
  for (const known of DEMO_PEOPLE) {
    const person = { ...known, password: password ?? known.password };
    const id = random.uuid();
    ids.set(person.signInName, id);
    await tx('person').insert({
      farm_id: farmId,
      id,
      name: person.name,
      sign_in_name: person.signInName,
      role: person.role,
      password_hash: await hashPassword(person.password),
      demo_password: person.password,
    });
  }
  return ids;
}

interface AddPlacesArgs {
  tx: Knex.Transaction;
  farmId: string;
  random: Random;
  today: Day;
  options: DemoOptions;
  people: Map<string, string>;
}

/** Each walk is a room; what its houses are nobody has said, so that they have the air of their loops. */
function inRooms(all: NewPlace[]): { places: NewPlace[]; zones: NewZone[] } {
  const walks = [...new Set(all.filter((p) => p.kind !== 'outside').map((p) => p.walk))];
  const zones = walks.map((name, i): NewZone => ({ id: randomUUID(), code: `Z${i + 1}`, name, kind: 'room' }));
  const zoneOf = new Map(zones.map((z) => [z.name, z.id]));
  return { zones, places: all.map((p) => (p.kind === 'outside' ? p : { ...p, zoneId: zoneOf.get(p.walk) ?? null })) };
}

async function addPlaces({ tx, farmId, random, today, options, people }: AddPlacesArgs) {
  const loops = demoLoops(random);
  const { places, zones } = inRooms(demoPlaces(random, loops));
  const species = demoSpecies();
  const crops = demoCrops();
  const products = demoProducts(species, crops);
  const start = addDays(today, -(options.historyDays ?? HISTORY_DAYS));
  await createFarm(tx, farmId, {
    loops,
    zones,
    places,
    equipment: demoEquipment(loops),
    species,
    feedRules: DEMO_FEED_RULES,
    crops,
    products,
    customers: [],
    chores: demoChores(random, start),
  });
  const book = new Book(farmId, random, zoneHours(options));
  return new DemoWorld(book, { today, start, loops, places, species, crops, products }, people);
}

/** Hours the farm's clock is ahead of UTC now; close enough for made-up times of day. */
function zoneHours({ now, timeZone }: DemoOptions): number {
  const hour = Number(new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', hourCycle: 'h23' }).format(now));
  const difference = (hour - now.getUTCHours() + 24) % 24;
  return difference > 12 ? difference - 24 : difference;
}

const USUAL_PH = { heron: 6.8, kingfisher: 6.9, wren: 6.9 } as Record<string, number>;

/** Twice-daily readings; bacteria pull pH down between doses of base, and Heron's has drifted in the last days. */
function writeReadings(world: DemoWorld) {
  const { book, today } = world;
  eachDay(world.start, today, (day) => {
    const past = dayNumber(today) - dayNumber(day);
    for (const loop of world.loops) {
      for (const [half, hour] of [
        ['morning', 7],
        ['evening', 18],
      ] as const) {
        const key = `demo-${loop.code}-${day}-${half}`;
        const drift = loop.code === 'heron' && past <= 11 ? (12 - past) * 0.055 : (past % 10) * 0.025;
        const fault = past === 212 && loop.code === 'heron' && half === 'morning';
        const values = {
          t:
            Math.round(
              (waterTempC(loop, day, today) + book.random.normal() * 0.2 + (half === 'evening' ? 0.2 : -0.2)) * 10,
            ) / 10,
          ph: Math.round((USUAL_PH[loop.code]! - drift + book.random.normal() * 0.03) * 100) / 100,
          do: fault
            ? 3.1
            : Math.round(((loop.code === 'kingfisher' ? 8.9 : 6.6) + book.random.normal() * 0.2) * 10) / 10,
        };
        // In the heat week someone read the air as well.
        const airC = past >= HEAT_WEEK[0] && past <= HEAT_WEEK[1] && half === 'evening' ? { air: 29 + (past % 3) } : {};
        const person = world.person(half === 'morning' ? 'bram' : 'oluchi');
        for (const [kind, value] of Object.entries({ ...values, ...airC })) {
          book.add('reading', {
            entry_key: `${key}:${kind}`,
            loop_id: loop.id,
            kind,
            value,
            farm_day: day,
            taken_at: book.at(day, hour),
            person_id: person,
          });
        }
        if (past <= 40)
          book.task({
            id: readingJob(loop.id, day, half),
            day,
            hour,
            personId: person,
            title: `Water reading, ${half}`,
          });
      }
      if (past % 7 === 3) {
        for (const [kind, value] of [
          ['tan', 0.4],
          ['no2', 0.15],
          ['no3', 70],
        ] as const) {
          book.add('reading', {
            entry_key: `demo-${loop.code}-${day}:${kind}`,
            loop_id: loop.id,
            kind,
            value: Math.round(value * (1 + Math.abs(book.random.normal()) * 0.3) * 100) / 100,
            farm_day: day,
            taken_at: book.at(day, 8),
            person_id: world.person('tess'),
          });
        }
      }
    }
  });
}

async function insertAll(tx: Knex.Transaction, book: Book) {
  book.rows.movement!.sort((a, b) => Number(a.occurred_at) - Number(b.occurred_at) || 0);
  for (const [table, rows] of Object.entries(book.rows)) {
    for (let i = 0; i < rows.length; i += 800) await tx(table).insert(rows.slice(i, i + 800));
  }
}
