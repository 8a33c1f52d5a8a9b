import type { Knex } from 'knex';
import { CARE_NAMES, careDays, careOf } from '../../core/crops/care';
import { addDays, daysBetween, type Day } from '../../core/quantity/days';
import { CODE_OF_ROLE } from '../../core/setup/roles';
import { careJob } from '../../core/tasks/sources/care';
import { scoutJob } from '../../core/tasks/sources/scout';
import { Book } from './book';
import { Random } from './random';
import type { DemoWorld } from './world';

const SEED = 60611;

interface Growing {
  tx: Knex.Transaction;
  world: DemoWorld;
  farmId: string;
  random: Random;
  book: Book;
}

/** What is done with plants between planting and clearing. Numbers of their own, so that the rest of the farm stays as it is. */
export async function addGrowingOn(
  tx: Knex.Transaction,
  world: DemoWorld,
  { farmId, zoneHours }: { farmId: string; zoneHours: number },
): Promise<Book> {
  const random = new Random(SEED);
  const book = new Book(farmId, random, zoneHours);
  const growing: Growing = { tx, world, farmId, random, book };
  await addFindings(growing);
  walks(growing);
  helpers(growing);
  await addCultures(growing);
  await addRests(growing);
  await cared(growing);
  return book;
}

const ago = ({ world }: Growing, days: number): Day => addDays(world.today, -days);
const at = (day: Day) => new Date(Date.parse(`${day}T08:00:00Z`));

interface DemoLook {
  place: string;
  what: string;
  /** Days ago and how bad, the first look first. */
  looks: [daysAgo: number, howBad: number, words: string | null][];
  again: number | null;
}

/** Two that are over, two that are watched. */
const LOOKS: DemoLook[] = [
  {
    ...{ place: 'B1', what: 'whitefly', again: null },
    looks: [
      [74, 2, 'Under the top leaves, all along the row'],
      [67, 3, null],
      [60, 1, 'Wasps have hatched on the cards'],
      [46, 0, null],
    ],
  },
  {
    ...{ place: 'R6', what: 'yellow_young', again: null },
    looks: [
      [38, 2, 'Youngest leaves pale, veins green; pH was 7.3'],
      [31, 1, null],
      [24, 0, 'New leaves come green'],
    ],
  },
  {
    ...{ place: 'N1', what: 'aphids', again: 2 },
    looks: [
      [9, 1, 'One plant by the door'],
      [5, 2, 'The three beside it as well; washed off'],
    ],
  },
  { ...{ place: 'R4', what: 'brown_edges', again: 4 }, looks: [[3, 1, 'Heart leaves only, by the warm end']] },
];

async function addFindings(growing: Growing): Promise<void> {
  const { tx, world, farmId, random } = growing;
  for (const { place, what, looks, again } of LOOKS) {
    const firstId = random.uuid();
    for (const [i, [days, how_bad, words]] of looks.entries()) {
      const day = ago(growing, days);
      if (day < world.start) continue;
      const id = i === 0 ? firstId : random.uuid();
      const isLast = i === looks.length - 1;
      await tx('finding').insert({
        ...{ farm_id: farmId, id, entry_key: id, farm_day: day, seen_at: at(day), place_id: world.place(place).id },
        ...{ what, how_bad, words, follows_id: i === 0 ? null : firstId, person_id: world.person('tess') },
        look_again_on: isLast && again !== null ? addDays(world.today, again) : null,
      });
    }
  }
}

const WALKED: [walk: string, daysAgo: number][] = [
  ['Glasshouse one', 6],
  ['Glasshouse two', 8],
  ['Nursery', 3],
];

function walks(growing: Growing) {
  const { book, world } = growing;
  for (const [walk, days] of WALKED) {
    const day = ago(growing, days);
    book.task({ id: scoutJob(walk, day), day, hour: 8, personId: world.person('tess'), title: 'Look over the beds' });
  }
}

/** Wasps against whitefly went into B1 when it was bad; lacewings came yesterday and wait. */
function helpers(growing: Growing) {
  const { book, world, random } = growing;
  const place = (role: 'supplier' | 'seed' | 'released') => world.place(CODE_OF_ROLE[role]).id;
  const tess = world.person('tess');
  const came = (what: string, count: number, days: number) => {
    const day = ago(growing, days);
    const lotId = book.lot({
      code: `BEN-${what.slice(0, 3).toUpperCase()}-${day.slice(2).replaceAll('-', '')}`,
      ...{ kind: 'beneficial', keeps: 'count', beganOn: day, supplier: 'Thornwick Beneficials', note: what },
    });
    const movement = {
      lotId,
      fromPlaceId: place('supplier'),
      toPlaceId: place('seed'),
      count,
      reason: 'receive' as const,
    };
    book.move({ day, hour: 9, personId: tess, movement });
    return lotId;
  };
  if (ago(growing, 66) >= world.start) {
    const wasps = came('whitefly_wasps', 600, 66);
    const day = ago(growing, 65);
    const movement = { lotId: wasps, fromPlaceId: place('seed'), toPlaceId: place('released'), count: 600 };
    book.move({ day, hour: 18, personId: tess, movement: { ...movement, reason: 'release' } });
    const id = random.uuid();
    book.add('husbandry_event', {
      ...{ id, entry_key: id, kind: 'release', lot_id: wasps, place_id: world.place('B1').id, count: 600 },
      ...{ words: '600 wasps against whitefly released in B1', farm_day: day, recorded_at: at(day), person_id: tess },
    });
  }
  came('lacewings', 500, 1);
}

interface DemoCulture {
  code: string;
  kind: string;
  name: string;
  areaM2: number | null;
  began: number;
  ended: number | null;
  /** Given and taken each week, g on the mean; 0: none. */
  given: number;
  taken: number;
}

const CULTURES: DemoCulture[] = [
  {
    ...{ code: 'C-1', kind: 'duckweed', name: 'Duckweed trays', areaM2: 6, began: 160, ended: null },
    ...{ given: 0, taken: 2900 },
  },
  {
    ...{ code: 'C-2', kind: 'fly_larvae', name: 'Larvae of the pack room', areaM2: null, began: 90, ended: null },
    ...{ given: 21_000, taken: 3400 },
  },
  {
    ...{ code: 'C-3', kind: 'worms', name: 'Worm bed by the drum', areaM2: 2, began: 300, ended: 120 },
    ...{ given: 15_000, taken: 500 },
  },
];

async function addCultures(growing: Growing): Promise<void> {
  const { tx, world, farmId, random } = growing;
  const personId = world.person('bram');
  for (const c of CULTURES) {
    const id = random.uuid();
    const began = ago(growing, c.began) > world.start ? ago(growing, c.began) : world.start;
    const ended = c.ended === null ? null : ago(growing, c.ended);
    if (ended !== null && ended <= began) continue;
    await tx('culture').insert({
      ...{ farm_id: farmId, id, entry_key: id, code: c.code, kind: c.kind, name: c.name, area_m2: c.areaM2 },
      ...{ began_on: began, ended_on: ended, person_id: personId },
    });
    const weighed = (day: Day, what: 'given' | 'taken', massG: number) => ({
      ...{ farm_id: farmId, id: random.uuid(), entry_key: random.uuid(), culture_id: id, farm_day: day, what },
      ...{ mass_g: Math.round((massG * (1 + random.normal() * 0.12)) / 50) * 50, person_id: personId },
    });
    const rows: ReturnType<typeof weighed>[] = [];
    for (let day = addDays(began, 7); day < (ended ?? world.today); day = addDays(day, 7)) {
      if (c.given > 0) rows.push(weighed(day, 'given', c.given));
      if (daysBetween(began, day) > 14) rows.push(weighed(day, 'taken', c.taken));
    }
    for (let i = 0; i < rows.length; i += 200) await tx('culture_entry').insert(rows.slice(i, i + 200));
  }
}

/** The small raft of the test bench is shut in the darkest weeks. */
async function addRests(growing: Growing): Promise<void> {
  const { tx, world, farmId, random } = growing;
  await tx('bed_rest').insert({
    ...{ farm_id: farmId, id: random.uuid(), entry_key: random.uuid(), place_id: world.place('WR').id },
    ...{ from_day: addDays(world.today, 14), until_day: addDays(world.today, 63), words: 'new liner and lime' },
    person_id: world.person('ines'),
  });
}

/** Long crops were gone over on their days; the newest round of it is still to be done. */
async function cared({ tx, world, farmId, random, book }: Growing): Promise<void> {
  const standing: { id: string; code: string; crop_code: string; place_id: string }[] = await tx('balance as b')
    .join('lot as l', (on) => void on.on('l.farm_id', 'b.farm_id').andOn('l.id', 'b.lot_id'))
    .where({ 'b.farm_id': farmId, 'l.kind': 'planting', 'b.place_id': world.place('B1').id })
    .andWhere('b.count', '>', 0)
    .orderBy('l.code')
    .select('l.id', 'l.code', 'l.crop_code', 'b.place_id');
  for (const { id: lotId, code, crop_code, place_id: placeId } of standing) {
    const crop = world.crops.find((c) => c.code === crop_code)!;
    const [came]: Day[] = await tx('movement')
      .where({ farm_id: farmId, lot_id: lotId, reason: 'transplant' })
      .pluck('farm_day');
    if (!came) continue;
    for (const job of careOf(crop))
      for (const index of careDays(job, 0, daysBetween(came, world.today) - 2)) {
        const day = addDays(came, index);
        const id = random.uuid();
        const words = CARE_NAMES[job.what];
        book.add('husbandry_event', {
          ...{ id, entry_key: id, kind: 'care', lot_id: lotId, place_id: placeId, words, farm_day: day },
          ...{ recorded_at: at(day), person_id: world.person('oluchi'), detail: JSON.stringify({ what: job.what }) },
        });
        if (day >= addDays(world.today, -40))
          book.task({
            ...{ id: careJob(code, day, { placeId, what: job.what }), day, hour: 10 },
            ...{ personId: world.person('oluchi'), title: words },
          });
      }
  }
}
