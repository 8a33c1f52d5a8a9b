import { feedByGrowthG } from '../../core/fish/feed';
import { dailyRootGainG13 } from '../../core/fish/growth';
import { freshSpread, meanRelative, takeLargest, type SizeBin } from '../../core/fish/sizeSpread';
import type { Species } from '../../core/library/types';
import { harvestGroup } from '../../core/plan/build';
import { stepWords } from '../../core/plan/steps/steps';
import type { LoopFact } from '../../core/facts/farm';
import type { PlanStep } from '../../core/facts/step';
import { addDays, dayNumber, fromMonths, type Day } from '../../core/quantity/days';
import { saltG } from '../../core/purge/backSchedule';
import { feedJob } from '../../core/tasks/sources/feed';
import { stepJob } from '../../core/tasks/jobs';
import { CODE_OF_ROLE } from '../../core/setup/roles';
import type { DemoPlace } from './farm';
import { arrivalOf, codeOf, EVERY, nextThursday, numberOf, ROTATIONS, stageTank, type Rotation } from './rotation';
import type { DemoWorld, PackedStock } from './world';

interface Cohort {
  lotId: string;
  code: string;
  rotation: Rotation;
  species: Species;
  arrival: number;
  turn: number;
  place: DemoPlace;
  count: number;
  root: number;
  pace: number;
  bins: SizeBin[];
}

export function waterTempC(loop: LoopFact, day: Day, today: Day): number {
  const past = dayNumber(today) - dayNumber(day);
  const heatWave = past >= 124 && past <= 131 ? 2.2 : 0;
  return fromMonths(loop.plannedWaterTempC, day) + heatWave;
}

const PUMP_FAULT_DAYS_AGO = 212;
const UNWEIGHED = { prefix: 'HSB', tank: 'H3', lastDays: 16 };

export function writeFishHistory(world: DemoWorld): void {
  const { book, today, start } = world;
  for (const rotation of ROTATIONS) new RotationHistory(world, rotation).run(start, today);
  stockSump(world);
  book.add('handover', {
    id: book.random.uuid(),
    words: 'Float valve on R3 sticks; topped up by hand. Spare is ordered.',
    written_at: book.at(addDays(today, -1), 21),
    farm_day: addDays(today, -1),
    person_id: world.person('oluchi'),
  });
}

/** Prawns in the sump live on what settles there; they are counted in and harvested once a season. */
function stockSump(world: DemoWorld) {
  const { book, today } = world;
  const prawn = world.species.find((s) => s.code === 'giant-freshwater-prawn');
  if (!prawn) return;
  const [arrived, sump] = [addDays(today, -75), world.place('HS')];
  const lotId = book.lot({
    code: 'PRW-1',
    kind: 'cohort',
    keeps: 'count',
    beganOn: arrived,
    speciesCode: prawn.code,
    startMeanG: 1.2,
    supplier: 'Tarnside Crustaceans',
  });
  book.move({
    day: arrived,
    hour: 10,
    personId: world.person('bram'),
    movement: {
      lotId,
      fromPlaceId: world.place('SUPPLIER').id,
      toPlaceId: sump.id,
      count: 260,
      massG: 312,
      reason: 'receive',
    },
  });
  book.step(
    {
      id: book.random.uuid(),
      groupId: book.random.uuid(),
      kind: 'harvest',
      day: addDays(nextThursday(today), 70),
      lotCode: 'PRW-1',
      speciesCode: prawn.code,
      cropCode: null,
      fromPlaceId: sump.id,
      toPlaceId: null,
      count: 240,
      detail: {},
      version: 1,
    },
    null,
  );
}

interface ActArgs {
  k: number;
  day: Day;
  number: number;
  isFirstDay: boolean;
}

interface MoveUpArgs {
  cohort: Cohort;
  k: number;
  age: number;
  day: Day;
}

interface ToPurgeArgs {
  cohort: Cohort;
  step: PlanStep;
  day: Day;
  hand: string;
}

class RotationHistory {
  private readonly species: Species;
  private readonly loop: LoopFact;
  private cohorts: Cohort[] = [];
  private feedLots: { id: string; leftG: number }[] = [];
  private feedNumber = 0;
  private readonly groups = new Map<string, PlanStep[]>();

  constructor(
    private readonly world: DemoWorld,
    private readonly rotation: Rotation,
  ) {
    this.species = world.species.find((s) => s.code === rotation.speciesCode)!;
    this.loop = world.loops.find((l) => l.code === rotation.loop)!;
  }

  run(start: Day, today: Day) {
    const first = dayNumber(start);
    const last = dayNumber(today);
    const lifetime = this.rotation.harvestAges.at(-1)!;
    const oldest = Math.floor((first - lifetime - arrivalOf(this.rotation, today, 0)) / EVERY) + 1;
    const newest = Math.ceil((last + 210 - arrivalOf(this.rotation, today, 0)) / EVERY);
    for (let number = first; number < last; number++) {
      const day = addDays(start, number - first);
      for (let k = oldest; k <= newest; k++) this.act({ k, day, number, isFirstDay: number === first });
      for (const cohort of this.cohorts) this.live(cohort, day, number);
      this.cohorts = this.cohorts.filter((c) => number - c.arrival <= lifetime);
    }
    for (let k = oldest; k <= newest; k++) this.planAhead(k, last);
  }

  private act({ k, day, number, isFirstDay }: ActArgs) {
    const arrival = arrivalOf(this.rotation, this.world.today, k);
    const age = number - arrival;
    if (age === 0 || (isFirstDay && age > 0 && age < this.rotation.harvestAges[0]! - 7)) this.arrive(k, day, age);
    const cohort = this.cohorts.find((c) => c.code === codeOf(this.rotation, k));
    if (!cohort) return;
    for (const [from] of this.rotation.stages.slice(1)) if (from === age) this.moveUp({ cohort, k, age, day });
    for (const step of this.stepsFor(cohort, k).filter((s) => s.day === day)) this.doStep(cohort, step, day);
  }

  private arrive(k: number, day: Day, age: number) {
    const { book, world, rotation } = { book: this.world.book, world: this.world, rotation: this.rotation };
    let root = Math.cbrt(rotation.arrivalG);
    for (let d = 0; d < age; d++) root += dailyRootGainG13(this.species, fromMonths(this.loop.plannedWaterTempC, day));
    const code = codeOf(rotation, k);
    const number = age === 0 ? numberOf(rotation, k) : Math.round(rotation.number * 0.97);
    const lotId = book.lot({
      code,
      kind: 'cohort',
      keeps: 'count',
      beganOn: day,
      speciesCode: rotation.speciesCode,
      startMeanG: Math.round(root ** 3 * 10) / 10,
      supplier: rotation.prefix === 'HSB' ? 'Brindle Water Hatchery' : 'Upper Tamsin Trout Hatchery',
      note: age > 0 ? 'Came part-grown when the farm began' : null,
    });
    const place = world.place(stageTank(rotation, k, age));
    book.move({
      day,
      hour: 10,
      personId: world.person('bram'),
      movement: {
        lotId,
        fromPlaceId: world.place(CODE_OF_ROLE.supplier).id,
        toPlaceId: place.id,
        count: number,
        massG: number * root ** 3,
        reason: 'receive',
      },
    });
    this.cohorts.push({
      lotId,
      code,
      rotation,
      species: this.species,
      arrival: dayNumber(day) - age,
      turn: k,
      place,
      count: number,
      root,
      pace: 1 + book.random.normal() * 0.03,
      bins: freshSpread(this.species.sizeCv),
    });
  }

  private moveUp({ cohort, k, age, day }: MoveUpArgs) {
    const to = this.world.place(stageTank(this.rotation, k, age));
    if (to.id === cohort.place.id) return;
    this.world.book.move({
      day,
      hour: 9,
      personId: this.world.person('tess'),
      movement: {
        lotId: cohort.lotId,
        fromPlaceId: cohort.place.id,
        toPlaceId: to.id,
        count: cohort.count,
        massG: this.meanG(cohort) * cohort.count,
        reason: 'move',
      },
    });
    cohort.place = to;
  }

  private meanG(cohort: Cohort) {
    return cohort.root ** 3 * meanRelative(cohort.bins);
  }

  /** The six purge batches of a cohort; made when first asked for, so past and coming steps share their groups. */
  private stepsFor(cohort: Cohort, k: number): PlanStep[] {
    const known = this.groups.get(cohort.code);
    if (known) return known;
    const { harvestAges, purgeDays, method } = this.rotation;
    const arrival = arrivalOf(this.rotation, this.world.today, k);
    const atHarvest = Math.round(numberOf(this.rotation, k) * 0.95);
    const steps = harvestAges.flatMap((age) =>
      harvestGroup(
        {
          lotCode: cohort.code,
          speciesCode: this.rotation.speciesCode,
          tankId: this.world.place(stageTank(this.rotation, k, age - 8)).id,
          purgePlaceId: this.world.place(this.rotation.purge).id,
          purgeVolumeL: this.world.place(this.rotation.purge).volumeL ?? 3000,
          harvestDay: addDays('1970-01-01', arrival + age),
          count: Math.floor(atHarvest / harvestAges.length),
          purgeDays,
          method,
        },
        () => this.world.book.random.uuid(),
      ),
    );
    this.groups.set(cohort.code, steps);
    return steps;
  }

  private doStep(cohort: Cohort, step: PlanStep, day: Day) {
    const { book, world } = { book: this.world.book, world: this.world };
    const hand = world.person(book.random.pick(['bram', 'oluchi', 'tess']));
    book.step(step, day);
    if (day >= addDays(world.today, -40))
      book.task({ id: stepJob(step.id), day, hour: 11, personId: hand, title: stepWords(step.kind) });
    const batch = world.purging.get(step.groupId);
    if (step.kind === 'purge') this.toPurge({ cohort, step, day, hand });
    if (step.kind === 'exchange') {
      const litres = step.detail.litres ?? 1500;
      book.add('purge_check', {
        id: book.random.uuid(),
        step_id: step.id,
        kind: 'exchange',
        litres,
        salt_g: saltG(litres, this.rotation.method === 'salted' ? 5 : 0),
        passed: null,
        note: null,
        farm_day: day,
        person_id: hand,
      });
    }
    if (step.kind === 'taste') {
      book.add('purge_check', {
        id: book.random.uuid(),
        step_id: step.id,
        kind: 'taste',
        litres: null,
        salt_g: null,
        passed: true,
        note: null,
        farm_day: day,
        person_id: hand,
      });
    }
    if (step.kind === 'harvest' && batch) this.harvest(step, batch, day);
  }

  private toPurge({ cohort, step, day, hand }: ToPurgeArgs) {
    const last =
      this.stepsFor(cohort, cohort.turn)
        .filter((s) => s.kind === 'purge')
        .at(-1) === step;
    const count = last ? cohort.count : Math.min(step.count, cohort.count);
    if (count <= 0) return;
    const { taken, left } = takeLargest(cohort.bins, count / cohort.count);
    const meanG = cohort.root ** 3 * meanRelative(taken);
    this.world.book.move({
      day,
      hour: 10,
      personId: hand,
      movement: {
        lotId: cohort.lotId,
        fromPlaceId: cohort.place.id,
        toPlaceId: step.toPlaceId!,
        count,
        massG: Math.round(count * meanG),
        reason: 'purge',
        stepId: step.id,
      },
    });
    cohort.count -= count;
    if (left.length > 0) cohort.bins = left;
    this.world.purging.set(step.groupId, { lotId: cohort.lotId, count, meanG, day });
  }

  private harvest(step: PlanStep, batch: { lotId: string; count: number; meanG: number; day: Day }, day: Day) {
    const { book, world, rotation } = { book: this.world.book, world: this.world, rotation: this.rotation };
    const hand = world.person('joram');
    const massG = Math.round(batch.count * batch.meanG * (1 - 0.005 * rotation.purgeDays));
    book.move({
      day,
      hour: 8,
      personId: hand,
      movement: {
        lotId: batch.lotId,
        fromPlaceId: step.fromPlaceId!,
        toPlaceId: world.place(CODE_OF_ROLE.packed).id,
        count: batch.count,
        massG,
        reason: 'harvest',
        stepId: step.id,
      },
    });
    const code = `PF-${rotation.prefix}-${day.slice(2).replaceAll('-', '')}`;
    const packed = book.lot({
      code,
      kind: 'packed_fish',
      keeps: 'mass',
      beganOn: day,
      productCode: rotation.speciesCode,
      fromLotIds: [batch.lotId],
    });
    book.move({
      day,
      hour: 9,
      personId: hand,
      movement: {
        lotId: packed,
        fromPlaceId: world.place(CODE_OF_ROLE.made).id,
        toPlaceId: world.place(CODE_OF_ROLE.cold).id,
        massG,
        reason: 'make',
        stepId: step.id,
      },
    });
    const stock: PackedStock = { lotId: packed, productCode: rotation.speciesCode, packedOn: day, left: massG };
    world.packed.push(stock);
  }

  private live(cohort: Cohort, day: Day, number: number) {
    if (cohort.count <= 0) return;
    const { book, world } = { book: this.world.book, world: this.world };
    const tempC = waterTempC(this.loop, day, world.today);
    const nextRoot =
      cohort.root + dailyRootGainG13(this.species, tempC, cohort.pace * (1 + book.random.normal() * 0.03));
    const relative = meanRelative(cohort.bins);
    const fasting = this.fastsOn(cohort, day);
    const feedG = fasting
      ? 0
      : Math.round(
          feedByGrowthG(
            cohort.count,
            this.meanG(cohort),
            Math.max(0, nextRoot ** 3 - cohort.root ** 3) * relative,
            this.species,
          ),
        );
    if (feedG > 0) this.feed(cohort, feedG, day);
    this.sample(cohort, day, number);
    const fault =
      world.today > day && dayNumber(world.today) - number === PUMP_FAULT_DAYS_AGO && cohort.place.code === 'H6';
    const dead = fault ? 23 : book.random.count(cohort.count * 0.00017);
    if (dead > 0 && dead < cohort.count) {
      book.move({
        day,
        hour: 18,
        personId: world.person('oluchi'),
        movement: {
          lotId: cohort.lotId,
          fromPlaceId: cohort.place.id,
          toPlaceId: world.place(CODE_OF_ROLE.dead).id,
          count: dead,
          reason: 'dead',
          note: fault ? 'Pump fault in the night' : null,
        },
      });
      cohort.count -= dead;
    }
    if (!fasting) cohort.root = nextRoot;
  }

  private fastsOn(cohort: Cohort, day: Day) {
    const steps = this.groups.get(cohort.code) ?? [];
    return steps.some((s) => s.kind === 'feed_stop' && s.day === day);
  }

  private feed(cohort: Cohort, massG: number, day: Day) {
    const { book, world } = { book: this.world.book, world: this.world };
    let lot = this.feedLots.find((l) => l.leftG >= massG);
    if (!lot) {
      const receivedG = 400_000;
      const id = book.lot({
        code: `FD-${this.rotation.prefix}-${++this.feedNumber}`,
        kind: 'feed',
        speciesCode: this.rotation.speciesCode,
        keeps: 'mass',
        beganOn: day,
        supplier: 'Corrie Feed Mill',
        note: this.rotation.prefix === 'HSB' ? 'Bass feed, 40 % protein' : 'Trout feed, 44 % protein',
      });
      book.move({
        day,
        hour: 6,
        personId: world.person('tess'),
        movement: {
          lotId: id,
          fromPlaceId: world.place(CODE_OF_ROLE.supplier).id,
          toPlaceId: world.place(CODE_OF_ROLE.feed).id,
          massG: receivedG,
          reason: 'receive',
        },
      });
      lot = { id, leftG: receivedG };
      this.feedLots = [...this.feedLots.filter((l) => l.leftG > 2000), lot];
    }
    lot.leftG -= massG;
    const hand = world.person(book.random.pick(['bram', 'tess']));
    const id = book.move({
      day,
      hour: 7,
      personId: hand,
      movement: {
        lotId: lot.id,
        fromPlaceId: world.place(CODE_OF_ROLE.feed).id,
        toPlaceId: world.place(CODE_OF_ROLE.eaten).id,
        massG,
        reason: 'feed',
      },
    });
    book.add('feeding', {
      movement_id: id,
      place_id: cohort.place.id,
      lot_id: cohort.lotId,
      mass_g: Math.round(massG * 10) / 10,
      response: book.random.next() < 0.93 ? 'eager' : 'slow',
    });
    if (day >= addDays(world.today, -40))
      book.task({
        id: feedJob(cohort.place.id, day),
        day,
        hour: 7,
        personId: hand,
        title: `Feed ${cohort.place.code}`,
        moved: id,
      });
  }

  private sample(cohort: Cohort, day: Day, number: number) {
    const { book, world } = { book: this.world.book, world: this.world };
    if ((number - cohort.arrival) % 7 !== 5 || number - cohort.arrival < 5) return;
    if (cohort.place.code === UNWEIGHED.tank && dayNumber(world.today) - number < UNWEIGHED.lastDays) return;
    const weights = Array.from({ length: 20 }, () => {
      const bin = book.random.pick(cohort.bins);
      return Math.round(cohort.root ** 3 * bin.relative * (1 + book.random.normal() * 0.02) * 10) / 10;
    });
    const id = book.random.uuid();
    book.add('sample', {
      id,
      entry_key: id,
      lot_id: cohort.lotId,
      place_id: cohort.place.id,
      weights_g: weights,
      mean_g: weights.reduce((a, b) => a + b, 0) / 20,
      farm_day: day,
      taken_at: book.at(day, 14),
      person_id: world.person('tess'),
    });
  }

  /** What is still to come: arrivals, moves and every purge batch that has not begun or is under way. */
  private planAhead(k: number, today: number) {
    const { book, world, rotation } = { book: this.world.book, world: this.world, rotation: this.rotation };
    const arrival = arrivalOf(rotation, world.today, k);
    const code = codeOf(rotation, k);
    const groupId = book.random.uuid();
    const base = {
      groupId,
      lotCode: code,
      speciesCode: rotation.speciesCode,
      cropCode: null,
      count: numberOf(rotation, k),
      detail: {},
      version: 1,
    };
    const at = (age: number) => addDays('1970-01-01', arrival + age);
    for (const [i, [age]] of rotation.stages.entries()) {
      if (arrival + age < today) continue;
      const toPlaceId = world.place(stageTank(rotation, k, age)).id;
      const fromPlaceId = i > 0 ? world.place(stageTank(rotation, k, rotation.stages[i - 1]![0])).id : null;
      if (fromPlaceId === toPlaceId) continue;
      const step = {
        ...base,
        groupId: book.random.uuid(),
        id: book.random.uuid(),
        day: at(age),
        fromPlaceId,
        toPlaceId,
      };
      book.step(
        i === 0
          ? { ...step, kind: 'stock', detail: { meanG: rotation.arrivalG } }
          : { ...step, kind: 'move', count: Math.round(base.count * 0.97) },
        null,
      );
    }
    if (arrival + rotation.harvestAges[0]! > today + 260) return;
    const lastPurge = { code } as Cohort;
    for (const step of this.stepsFor(lastPurge, k)) if (dayNumber(step.day) >= today) book.step(step, null);
  }
}
