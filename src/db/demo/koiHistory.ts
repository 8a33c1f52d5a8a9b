import { feedByGrowthG } from '../../core/fish/feed';
import { dailyRootGainG13 } from '../../core/fish/growth';
import { gradeMiddleCm } from '../../core/fish/liveSale';
import { lengthFromWeightCm } from '../../core/fish/lengthWeight';
import { freshSpread } from '../../core/fish/sizeSpread';
import { addDays, dayNumber } from '../../core/quantity/days';
import { feedJob } from '../../core/tasks/sources/feed';
import { CODE_OF_ROLE } from '../../core/setup/roles';
import { waterTempC } from './fishHistory';
import { nextThursday } from './rotation';
import { Random } from './random';
import type { DemoWorld } from './world';

const AGE_DAYS = 150;
const ARRIVED = { count: 118, meanG: 4.2 };
const NETTED_DAYS_AGO = 3;

/** A tank of koi on the bench: fed, weighed and measured, some netted for a pond shop that takes a dozen next week. */
export function writeKoi(world: DemoWorld, customerId: string, orderCode: string): void {
  const { book, today } = world;
  // Numbers of its own, so that the rest of the farm does not change with it.
  const random = new Random(515);
  const koi = world.species.find((s) => s.code === 'koi')!;
  const loop = world.loops.find((l) => l.code === 'wren')!;
  const [tank, tess] = [world.place('W2'), world.person('tess')];
  const arrived = addDays(today, -AGE_DAYS);
  const lotId = book.lot({
    code: 'KOI-1',
    kind: 'cohort',
    keeps: 'count',
    beganOn: arrived,
    speciesCode: koi.code,
    startMeanG: ARRIVED.meanG,
    supplier: 'Three Willows Koi',
  });
  book.move({
    day: arrived,
    hour: 10,
    personId: tess,
    movement: {
      lotId,
      fromPlaceId: world.place(CODE_OF_ROLE.supplier).id,
      toPlaceId: tank.id,
      count: ARRIVED.count,
      massG: ARRIVED.count * ARRIVED.meanG,
      reason: 'receive',
    },
  });
  const feed = book.lot({
    code: 'FD-KOI-1',
    kind: 'feed',
    speciesCode: koi.code,
    keeps: 'mass',
    beganOn: arrived,
    supplier: 'Corrie Feed Mill',
    note: 'Ornamental feed, 38 % protein',
  });
  book.move({
    day: arrived,
    hour: 6,
    personId: tess,
    movement: {
      lotId: feed,
      fromPlaceId: world.place(CODE_OF_ROLE.supplier).id,
      toPlaceId: world.place(CODE_OF_ROLE.feed).id,
      massG: 25000,
      reason: 'receive',
    },
  });
  const bins = freshSpread(koi.sizeCv);
  let [root, count] = [Math.cbrt(ARRIVED.meanG), ARRIVED.count];
  for (let age = 0; age < AGE_DAYS; age++) {
    const day = addDays(arrived, age);
    const next = root + dailyRootGainG13(koi, waterTempC(loop, day, today), 0.96);
    const massG = Math.round(feedByGrowthG(count, root ** 3, next ** 3 - root ** 3, koi));
    const fed = book.move({
      day,
      hour: 8,
      personId: tess,
      movement: {
        lotId: feed,
        fromPlaceId: world.place(CODE_OF_ROLE.feed).id,
        toPlaceId: world.place(CODE_OF_ROLE.eaten).id,
        massG,
        reason: 'feed',
      },
    });
    book.add('feeding', { movement_id: fed, place_id: tank.id, lot_id: lotId, mass_g: massG, response: 'eager' });
    if (age >= AGE_DAYS - 40)
      book.task({ id: feedJob(tank.id, day), day, hour: 8, personId: tess, title: `Feed ${tank.code}`, moved: fed });
    if (age === 61) {
      book.move({
        day,
        hour: 18,
        personId: tess,
        movement: {
          lotId,
          fromPlaceId: tank.id,
          toPlaceId: world.place(CODE_OF_ROLE.dead).id,
          count: 2,
          reason: 'dead',
        },
      });
      count -= 2;
    }
    if (age % 7 === 4) {
      const weights = Array.from({ length: 12 }, () => Math.round(root ** 3 * random.pick(bins).relative * 10) / 10);
      const id = book.random.uuid();
      book.add('sample', {
        id,
        entry_key: id,
        lot_id: lotId,
        place_id: tank.id,
        weights_g: weights,
        mean_g: weights.reduce((a, b) => a + b, 0) / weights.length,
        lengths_cm: weights.map((g) => Math.round(lengthFromWeightCm(g, koi) * (1 + random.normal() * 0.01) * 10) / 10),
        farm_day: day,
        taken_at: book.at(day, 14),
        person_id: tess,
      });
    }
    root = next;
  }
  const netted = addDays(today, -NETTED_DAYS_AGO);
  book.move({
    day: netted,
    hour: 9,
    personId: tess,
    movement: {
      lotId,
      fromPlaceId: tank.id,
      toPlaceId: world.place(CODE_OF_ROLE.packed).id,
      count: 14,
      massG: Math.round(14 * root ** 3),
      reason: 'harvest',
    },
  });
  const held = book.lot({
    code: `LF-KOI-${netted.slice(2).replaceAll('-', '')}`,
    kind: 'live_fish',
    keeps: 'count',
    beganOn: netted,
    productCode: 'koi-middle',
    fromLotIds: [lotId],
  });
  book.move({
    day: netted,
    hour: 10,
    personId: tess,
    movement: {
      lotId: held,
      fromPlaceId: world.place(CODE_OF_ROLE.made).id,
      toPlaceId: world.place(CODE_OF_ROLE.live).id,
      count: 14,
      reason: 'make',
    },
  });
  const step = {
    kind: 'harvest' as const,
    day: addDays(nextThursday(today), 27),
    lotCode: 'KOI-1',
    speciesCode: koi.code,
    cropCode: null,
    fromPlaceId: tank.id,
    toPlaceId: null,
  };
  book.step(
    {
      id: book.random.uuid(),
      groupId: book.random.uuid(),
      ...step,
      count: 16,
      detail: { gradeCm: gradeMiddleCm({ fromCm: 18, toCm: 26 }) },
      version: 1,
    },
    null,
  );
  const orderId = book.random.uuid();
  const due = addDays(nextThursday(today), dayNumber(nextThursday(today)) - dayNumber(today) < 3 ? 1 : -1);
  book.add('sales_order', {
    id: orderId,
    code: orderCode,
    entry_key: `demo-${orderCode}`,
    customer_id: customerId,
    due_day: due,
    state: 'open',
    version: 1,
  });
  book.add('order_event', {
    order_id: orderId,
    kind: 'placed',
    farm_day: addDays(today, -4),
    at: book.at(addDays(today, -4), 15),
    person_id: world.person('mirel'),
  });
  book.add('order_line', {
    id: book.random.uuid(),
    order_id: orderId,
    product_code: 'koi-middle',
    quantity: 12,
    price_minor: world.products.find((p) => p.code === 'koi-middle')!.priceMinor,
  });
}
