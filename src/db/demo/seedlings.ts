import type { Knex } from 'knex';
import { sowingFor } from '../../core/crops/quantities';
import { CROP_DEFAULTS } from '../../core/library/defaults';
import { sowingGroup } from '../../core/plan/build';
import type { PlanStep } from '../../core/facts/step';
import { addDays, type Day } from '../../core/quantity/days';
import { CODE_OF_ROLE } from '../../core/setup/roles';
import { Book } from './book';
import { Random } from './random';
import type { DemoWorld } from './world';

const CODE = 'mixed-seedlings';
const PRICE_MINOR = 1400;
const SEED = 7307;
/** Sown every three weeks, sold in trays to a garden shop. */
const EVERY_DAYS = 21;
const TRAYS = 8;
const [BEGAN_AGO, AHEAD_DAYS] = [330, 84];
/** Of those that are ready, how many trays the shop takes. */
const SOLD = 6;

interface Selling {
  world: DemoWorld;
  book: Book;
  customerId: string;
  /** Number of the first order. */
  order: number;
}

/** Seedlings for sale: from the bench, by the tray, past and to come. Numbers of their own, so that the rest of the farm stays as it is. */
export async function addSeedlings(
  tx: Knex.Transaction,
  world: DemoWorld,
  { farmId, zoneHours, order }: { farmId: string; zoneHours: number; order: number },
): Promise<Book> {
  const random = new Random(SEED);
  const crop = CROP_DEFAULTS.find((c) => c.code === CODE)!;
  await tx('crop').insert({ farm_id: farmId, code: crop.code, params: JSON.stringify(crop) });
  await tx('product').insert({
    ...{ farm_id: farmId, code: CODE, name: crop.name, unit: 'tray', crop_code: CODE, form: 'seedling' },
    ...{ shelf_life_days: crop.shelfLifeDays, price_minor: PRICE_MINOR },
  });
  const customerId = random.uuid();
  await tx('customer').insert({
    farm_id: farmId,
    id: customerId,
    name: 'Rowan Gate Garden Shop',
    channel: 'seedling buyer',
  });
  const book = new Book(farmId, random, zoneHours);
  const selling: Selling = { world, book, customerId, order };
  for (let ago = BEGAN_AGO; ago > -AHEAD_DAYS; ago -= EVERY_DAYS) sowing(selling, addDays(world.today, -ago));
  return book;
}

function sowing(selling: Selling, sowDay: Day) {
  const { world, book } = selling;
  if (sowDay < world.start) return;
  const crop = CROP_DEFAULTS.find((c) => c.code === CODE)!;
  const bench = world.place('NB');
  const steps = sowingGroup({
    wish: {
      ...{ crop, loop: world.loops.find((l) => l.code === 'heron')!, nurseryId: bench.id, bedId: bench.id },
      ...{ lotCode: `SEE-${sowDay.slice(2).replaceAll('-', '')}`, cellsPerTray: 104 },
    },
    sowDay,
    quantities: sowingFor(TRAYS * crop.plantsPerUnit!, crop, 104),
    newId: () => book.random.uuid(),
  });
  const done = (step: PlanStep) => step.day < world.today;
  for (const step of steps) book.step(step, done(step) ? step.day : null);
  const [sow, pick] = steps as [PlanStep, PlanStep, PlanStep];
  const lotId = done(sow) ? sown(selling, sow) : null;
  const trays = Math.floor((sow.count * crop.germination * crop.nurserySurvival * crop.packout) / crop.plantsPerUnit!);
  const packed =
    lotId && done(pick)
      ? packedOf(selling, { lotId, pick, sown: sow.count, trays, perTray: crop.plantsPerUnit! })
      : null;
  ordered(selling, { pick, packed });
}

interface MoveOut {
  step: PlanStep;
  lotId: string;
  role: 'compost' | 'packed';
  count: number;
  reason: 'lost' | 'pick';
}

function move({ world, book }: Selling, { step, lotId, role, count, reason }: MoveOut) {
  const toPlaceId = world.place(CODE_OF_ROLE[role]).id;
  const movement = { lotId, fromPlaceId: step.fromPlaceId!, toPlaceId, count, reason, stepId: step.id };
  book.move({ day: step.day, hour: 9, personId: world.person('oluchi'), movement });
}

function sown({ world, book }: Selling, step: PlanStep): string {
  const personId = world.person('tess');
  const at = (role: 'supplier' | 'seed' | 'made') => world.place(CODE_OF_ROLE[role]).id;
  const seed = book.lot({
    ...{ code: `SD-SEE-${step.day.slice(2).replaceAll('-', '')}`, kind: 'seed', keeps: 'count', beganOn: step.day },
    ...{ cropCode: CODE, supplier: 'Larkfield Seed', note: 'Mixed seed' },
  });
  const lotId = book.lot({
    ...{ code: step.lotCode, kind: 'planting', keeps: 'count', beganOn: step.day, cropCode: CODE, fromLotIds: [seed] },
  });
  const count = step.count;
  const moves = [
    { lotId: seed, fromPlaceId: at('supplier'), toPlaceId: at('seed'), count: count + 200, reason: 'receive' as const },
    { lotId: seed, fromPlaceId: at('seed'), toPlaceId: at('made'), count, reason: 'sow' as const, stepId: step.id },
    { lotId, fromPlaceId: at('made'), toPlaceId: step.toPlaceId!, count, reason: 'sow' as const, stepId: step.id },
  ];
  moves.forEach((movement, i) => book.move({ day: step.day, hour: 6 + i, personId, movement }));
  return lotId;
}

interface Packing {
  lotId: string;
  pick: PlanStep;
  sown: number;
  trays: number;
  perTray: number;
}

function packedOf(selling: Selling, { lotId, pick, sown: seeds, trays, perTray }: Packing): string {
  const { world, book } = selling;
  move(selling, { step: pick, lotId, role: 'packed', count: trays * perTray, reason: 'pick' });
  // Empty cells go with their tray.
  move(selling, { step: pick, lotId, role: 'compost', count: seeds - trays * perTray, reason: 'lost' });
  const packed = book.lot({
    ...{ code: `PP-${pick.lotCode}`, kind: 'packed_produce', keeps: 'count', beganOn: pick.day, productCode: CODE },
    fromLotIds: [lotId],
  });
  const [made, cold] = [world.place(CODE_OF_ROLE.made).id, world.place(CODE_OF_ROLE.cold).id];
  book.move({
    ...{ day: pick.day, hour: 10, personId: world.person('oluchi') },
    movement: { lotId: packed, fromPlaceId: made, toPlaceId: cold, count: trays, reason: 'make', stepId: pick.id },
  });
  // What the shop does not take has passed its last day a fortnight later.
  const gone = addDays(pick.day, 14);
  if (gone < world.today)
    book.move({
      ...{ day: gone, hour: 7, personId: world.person('joram') },
      movement: {
        ...{ lotId: packed, fromPlaceId: cold, toPlaceId: world.place(CODE_OF_ROLE.compost).id },
        ...{ count: trays - SOLD, reason: 'waste' },
      },
    });
  return packed;
}

/** The shop takes its trays two days after they are packed. */
function ordered(selling: Selling, { pick, packed }: { pick: PlanStep; packed: string | null }) {
  const { world, book, customerId } = selling;
  const due = addDays(pick.day, 2);
  if (due > addDays(world.today, 70)) return;
  const delivered = packed !== null && due < world.today;
  const code = `O-${selling.order++}`;
  const [orderId, lineId] = [book.random.uuid(), book.random.uuid()];
  const state = delivered ? 'delivered' : 'open';
  book.add('sales_order', {
    id: orderId,
    code,
    entry_key: `demo-${code}`,
    customer_id: customerId,
    due_day: due,
    state,
    version: 1,
  });
  book.add('order_line', {
    id: lineId,
    order_id: orderId,
    product_code: CODE,
    quantity: SOLD,
    price_minor: PRICE_MINOR,
  });
  const event = (kind: string, day: Day) =>
    book.add('order_event', {
      order_id: orderId,
      kind,
      farm_day: day,
      at: book.at(day, 15),
      person_id: world.person('mirel'),
    });
  event('placed', addDays(due < world.today ? due : world.today, -7));
  if (!delivered) return;
  const [cold, aside, gone] = (['cold', 'aside', 'sold'] as const).map((r) => world.place(CODE_OF_ROLE[r]).id);
  const moved = { day: due, personId: world.person('joram') };
  const goods = { lotId: packed, count: SOLD, orderLineId: lineId };
  book.move({ ...moved, hour: 9, movement: { ...goods, fromPlaceId: cold!, toPlaceId: aside!, reason: 'allocate' } });
  book.move({ ...moved, hour: 11, movement: { ...goods, fromPlaceId: aside!, toPlaceId: gone!, reason: 'deliver' } });
  event('delivered', due);
}
