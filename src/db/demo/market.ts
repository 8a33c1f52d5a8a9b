import { addDays, dayNumber, weekStart, weekday, type Day } from '../../core/quantity/days';
import { CODE_OF_ROLE } from '../../core/setup/roles';
import { DEMO_CUSTOMERS } from './farm';
import type { DemoWorld } from './world';

/** Share of an average week's supply that is on standing order. Basil is grown beyond what is sold. */
const SOLD_SHARE: Record<string, number> = {
  'sweet-basil': 0.4,
  chives: 0.5,
  mint: 0.55,
  'rainbow-trout': 0.6,
  'hybrid-striped-bass': 0.72,
};
const USUAL_SHARE = 0.74;
const AHEAD_DAYS = 70;
/** Orders go out on Tuesdays and Fridays. */
const DELIVERY_DAYS = [2, 5];

interface Standing {
  customer: number;
  productCode: string;
  weekday: number;
  quantity: number;
}

/** Orders of two years and the coming weeks; past ones are set aside, delivered and paid from what was there. */
export function writeOrders(world: DemoWorld, customerIds: string[]): { nextOrder: number } {
  const weekly = averageWeek(world);
  const standing = standingOrders(world, weekly);
  let number = 1001;
  const from = addDays(weekStart(world.start), 7 * 12);
  for (let monday = from; monday < addDays(world.today, AHEAD_DAYS); monday = addDays(monday, 7)) {
    for (let day = 1; day <= 7; day++) {
      const due = addDays(monday, day - 1);
      clearOld(world, due);
      if (!DELIVERY_DAYS.includes(day)) continue;
      for (let customer = 0; customer < DEMO_CUSTOMERS.length; customer++) {
        const lines = standing.filter((s) => s.customer === customer && s.weekday === weekday(due));
        if (lines.length > 0)
          writeOrder({ world, customerId: customerIds[customer]!, code: `O-${number++}`, due, lines });
      }
    }
  }
  return { nextOrder: number };
}

/** What a usual week brings in, by product, from the packed lots of the last year. */
function averageWeek(world: DemoWorld): Map<string, number> {
  const since = addDays(world.today, -120);
  const weekly = new Map<string, number>();
  for (const lot of world.packed) {
    if (lot.packedOn >= since) weekly.set(lot.productCode, (weekly.get(lot.productCode) ?? 0) + lot.left / (120 / 7));
  }
  return weekly;
}

function standingOrders(world: DemoWorld, weekly: Map<string, number>): Standing[] {
  const { random } = world.book;
  const packed = world.products.filter((p) => !p.liveCm);
  return packed.flatMap((product) => {
    const buyers = 2 + Math.floor(random.next() * 3);
    const week = (weekly.get(product.code) ?? 0) * (SOLD_SHARE[product.code] ?? USUAL_SHARE);
    const step = product.unit === 'kg' ? 500 : product.unit === 'head' ? 6 : 5;
    return Array.from({ length: buyers }, (_, i) => ({
      customer: Math.floor(random.next() * DEMO_CUSTOMERS.length),
      productCode: product.code,
      weekday: DELIVERY_DAYS[i % 2]!,
      quantity: Math.round(week / buyers / step) * step,
    })).filter((s) => s.quantity > 0);
  });
}

/** What has passed its last day is composted; food that is only surplus near its end goes to the food bank. */
function clearOld(world: DemoWorld, day: Day) {
  if (day >= world.today) return;
  const shelf = new Map(world.products.map((p) => [p.code, p]));
  for (const lot of world.packed) {
    const product = shelf.get(lot.productCode)!;
    if (lot.left <= 0 || dayNumber(day) - dayNumber(lot.packedOn) <= product.shelfLifeDays) continue;
    const amount = product.unit === 'kg' ? { massG: lot.left } : { count: Math.round(lot.left) };
    const donated = product.cropCode !== null && world.book.random.next() < 0.6;
    world.book.move({
      day,
      hour: 6,
      personId: world.person('joram'),
      movement: {
        lotId: lot.lotId,
        fromPlaceId: world.place(CODE_OF_ROLE.cold).id,
        toPlaceId: world.place(donated ? CODE_OF_ROLE.donated : CODE_OF_ROLE.compost).id,
        ...amount,
        reason: donated ? 'donate' : 'waste',
      },
    });
    lot.left = 0;
  }
}

interface WriteOrderArgs {
  world: DemoWorld;
  customerId: string;
  code: string;
  due: Day;
  lines: Standing[];
}

function writeOrder({ world, customerId, code, due, lines }: WriteOrderArgs) {
  const { book } = world;
  const past = due < world.today;
  const orderId = book.random.uuid();
  const office = world.person(book.random.pick(['mirel', 'hanno']));
  const placed = addDays(due < world.today ? due : world.today, -7);
  const state = !past ? 'open' : dayNumber(world.today) - dayNumber(due) > 14 ? 'paid' : 'delivered';
  book.add('sales_order', {
    id: orderId,
    code,
    entry_key: `demo-${code}`,
    customer_id: customerId,
    due_day: due,
    state,
    version: 1,
  });
  book.add('order_event', {
    order_id: orderId,
    kind: 'placed',
    farm_day: placed,
    at: book.at(placed, 15),
    person_id: office,
  });
  const merged = new Map<string, number>();
  for (const line of lines) merged.set(line.productCode, (merged.get(line.productCode) ?? 0) + line.quantity);
  for (const [productCode, quantity] of merged) {
    const product = world.products.find((p) => p.code === productCode)!;
    const lineId = book.random.uuid();
    book.add('order_line', {
      id: lineId,
      order_id: orderId,
      product_code: productCode,
      quantity,
      price_minor: product.priceMinor,
    });
    if (past) supply({ world, orderLineId: lineId, productCode, quantity, due });
  }
  if (!past) return;
  book.add('order_event', {
    order_id: orderId,
    kind: 'delivered',
    farm_day: due,
    at: book.at(due, 13),
    person_id: office,
  });
  if (state === 'paid') {
    const paidOn = addDays(due, 14);
    book.add('order_event', {
      order_id: orderId,
      kind: 'paid',
      farm_day: paidOn,
      at: book.at(paidOn, 10),
      person_id: office,
    });
  }
}

interface SupplyArgs {
  world: DemoWorld;
  orderLineId: string;
  productCode: string;
  quantity: number;
  due: Day;
}

/** Sets aside and delivers, oldest lot first, as far as there is stock. */
function supply({ world, orderLineId, productCode, quantity, due }: SupplyArgs) {
  const product = world.products.find((p) => p.code === productCode)!;
  let owed = quantity;
  const oldest = addDays(due, -product.shelfLifeDays);
  for (const lot of world.packed) {
    if (owed <= 0 || lot.packedOn > due) break;
    if (lot.productCode !== productCode || lot.left <= 0 || lot.packedOn < oldest) continue;
    const given = Math.min(owed, lot.left);
    lot.left -= given;
    owed -= given;
    const amount = product.unit === 'kg' ? { massG: given } : { count: given };
    const aside = world.place(CODE_OF_ROLE.aside).id;
    world.book.move({
      day: due,
      hour: 10,
      personId: world.person('joram'),
      movement: {
        lotId: lot.lotId,
        fromPlaceId: world.place(CODE_OF_ROLE.cold).id,
        toPlaceId: aside,
        ...amount,
        reason: 'allocate',
        orderLineId,
      },
    });
    world.book.move({
      day: due,
      hour: 12,
      personId: world.person('joram'),
      movement: {
        lotId: lot.lotId,
        fromPlaceId: aside,
        toPlaceId: world.place(CODE_OF_ROLE.sold).id,
        ...amount,
        reason: 'deliver',
        orderLineId,
      },
    });
  }
}
