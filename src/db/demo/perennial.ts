import type { Knex } from 'knex';
import { cutFactor, sowingFor } from '../../core/crops/quantities';
import { CROP_DEFAULTS } from '../../core/library/defaults';
import { sowingGroup } from '../../core/plan/build';
import { carriedBy, type PlanStep } from '../../core/facts/step';
import { addDays } from '../../core/quantity/days';
import { CODE_OF_ROLE, type OutsideRole, type StoreRole } from '../../core/setup/roles';
import { Book } from './book';
import { Random } from './random';
import type { DemoWorld } from './world';

const CODE = 'lemon-balm';
const PRICE_MINOR = 190;
const SEED = 9119;
const PLANTS = 30;
const SOWN_AGO_DAYS = 110;
/** What was packed of the first cuts was tasted and given away. */
const GIVEN_AWAY_AFTER_DAYS = 3;

interface Raising {
  world: DemoWorld;
  book: Book;
  lotId: string;
}

/** A herb that rests in its corner over winter and comes forward in spring. Numbers of its own, so that the rest of the farm stays as it is. */
export async function addPerennial(
  tx: Knex.Transaction,
  world: DemoWorld,
  { farmId, zoneHours }: { farmId: string; zoneHours: number },
): Promise<Book> {
  const crop = CROP_DEFAULTS.find((c) => c.code === CODE)!;
  const book = new Book(farmId, new Random(SEED), zoneHours);
  const sowDay = addDays(world.today, -SOWN_AGO_DAYS);
  await tx('crop').insert({ farm_id: farmId, code: CODE, params: JSON.stringify(crop) });
  await tx('product').insert({
    ...{ farm_id: farmId, code: CODE, name: crop.name, unit: crop.unit, crop_code: CODE, form: 'bunch' },
    ...{ shelf_life_days: crop.shelfLifeDays, price_minor: PRICE_MINOR },
  });
  const bed = world.place('M1');
  const steps = sowingGroup({
    wish: {
      ...{ crop, loop: world.loops.find((l) => l.id === bed.loopId)!, bedId: bed.id },
      ...{ lotCode: `LEBA-${sowDay.slice(2).replaceAll('-', '')}`, nurseryId: world.place('NB').id, cellsPerTray: 104 },
    },
    sowDay,
    quantities: { ...sowingFor(PLANTS, crop, 104), positions: PLANTS },
    newId: () => book.random.uuid(),
  });
  const isDone = (step: PlanStep) => step.day < world.today && sowDay >= world.start;
  let lotId: string | null = null;
  for (const step of steps) {
    book.step(step, isDone(step) ? step.day : null);
    if (!isDone(step)) continue;
    if (step.kind === 'sow') lotId = sown({ world, book }, step);
    if (lotId && step.kind === 'transplant') transplanted({ world, book, lotId }, step, steps[0]!.count);
    if (lotId && step.kind === 'pick') picked({ world, book, lotId }, step);
  }
  return book;
}

const placeOf = ({ world }: Pick<Raising, 'world'>, role: StoreRole | OutsideRole) =>
  world.place(CODE_OF_ROLE[role]).id;

function sown(raising: Omit<Raising, 'lotId'>, step: PlanStep): string {
  const { world, book } = raising;
  const about = { beganOn: step.day, cropCode: CODE, keeps: 'count' as const };
  const seed = book.lot({
    ...{ ...about, code: 'SD-LEBA-1', kind: 'seed' },
    ...{ supplier: 'Larkfield Seed', note: 'Lemon balm seed' },
  });
  const lotId = book.lot({ ...about, code: step.lotCode, kind: 'planting', fromLotIds: [seed] });
  const { count } = step;
  const [store, made] = [placeOf(raising, 'seed'), placeOf(raising, 'made')];
  const sowing = { count, reason: 'sow' as const, stepId: step.id };
  const came = { lotId: seed, count: count + 150, reason: 'receive' as const };
  [
    { ...came, fromPlaceId: placeOf(raising, 'supplier'), toPlaceId: store },
    { ...sowing, lotId: seed, fromPlaceId: store, toPlaceId: made },
    { ...sowing, lotId, fromPlaceId: made, toPlaceId: step.toPlaceId! },
  ].forEach((movement, i) => book.move({ day: step.day, hour: 6 + i, personId: world.person('tess'), movement }));
  return lotId;
}

function transplanted(raising: Raising, step: PlanStep, seeds: number) {
  const { world, book, lotId } = raising;
  const from = { lotId, fromPlaceId: step.fromPlaceId!, stepId: step.id };
  const planted = { ...from, toPlaceId: step.toPlaceId!, count: step.count, reason: 'transplant' as const };
  const gone = { ...from, toPlaceId: placeOf(raising, 'compost'), count: seeds - step.count, reason: 'lost' as const };
  for (const movement of [planted, gone])
    book.move({ day: step.day, hour: 10, personId: world.person('oluchi'), movement });
}

function picked(raising: Raising, step: PlanStep) {
  const { world, book, lotId } = raising;
  const crop = CROP_DEFAULTS.find((c) => c.code === CODE)!;
  const cut = carriedBy(step, 'pick').cut ?? 1;
  const count = Math.floor(PLANTS * crop.finalSurvival * crop.packout * cutFactor(crop, cut));
  const packed = book.lot({
    ...{ code: `PP-${step.lotCode}-${cut}`, kind: 'packed_produce', keeps: 'count', beganOn: step.day },
    ...{ productCode: CODE, fromLotIds: [lotId] },
  });
  const cold = placeOf(raising, 'cold');
  const made = { lotId: packed, fromPlaceId: placeOf(raising, 'made'), toPlaceId: cold, stepId: step.id };
  const personId = world.person('oluchi');
  book.move({ day: step.day, hour: 9, personId, movement: { ...made, count, reason: 'make' } });
  const given = addDays(step.day, GIVEN_AWAY_AFTER_DAYS);
  if (given >= world.today) return;
  const away = { lotId: packed, fromPlaceId: cold, toPlaceId: placeOf(raising, 'compost'), count };
  book.move({ day: given, hour: 15, personId, movement: { ...away, reason: 'waste' } });
}
