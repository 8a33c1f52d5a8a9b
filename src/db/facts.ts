import { freshSpread } from '../core/fish/sizeSpread';
import type { Species } from '../core/library/types';
import type { LotKind } from '../core/lots/lots';
import type { FishFact, LoopFact, PackedFact, PlaceFact, PromiseFact } from '../core/facts/farm';
import type { Day } from '../core/quantity/days';
import type { OutsideRole, StoreRole } from '../core/setup/roles';
import type { Tx } from './connection';
import { cohortSizes } from './cohortSizes';

export interface HoldingRow {
  lot_id: string;
  place_id: string;
  count: number;
  mass_g: number;
  code: string;
  kind: string;
  species_code: string | null;
  crop_code: string | null;
  product_code: string | null;
  began_on: Day;
  start_mean_g: number | null;
  start_cv: number | null;
  start_sizes: number[] | null;
  start_pace: number | null;
  transplanted_on: Day | null;
  place_kind: string;
  place_role: StoreRole | OutsideRole | null;
}

/** Where something is on a day, as a query of lots, places, counts and masses. */
function heldThen(isToday: boolean): string {
  if (isToday) return 'select farm_id, lot_id, place_id, count, mass_g from balance where count > 0 or mass_g > 0';
  // What was there then is what is there now less all that moved since: only the days after are read.
  return `select farm_id, lot_id, place_id, sum(count)::bigint as count, sum(mass_g) as mass_g from (
      select farm_id, lot_id, place_id, count, mass_g from balance where not is_source
      union all
      select m.farm_id, m.lot_id, m.to_place_id, case when l.keeps = 'count' then -m.count else 0 end, case when l.keeps = 'mass' then -m.mass_g else 0 end
        from movement m join lot l on l.farm_id = m.farm_id and l.id = m.lot_id where m.farm_day > :day
      union all
      select m.farm_id, m.lot_id, m.from_place_id, case when l.keeps = 'count' then m.count else 0 end, case when l.keeps = 'mass' then m.mass_g else 0 end
        from movement m join lot l on l.farm_id = m.farm_id and l.id = m.lot_id where m.farm_day > :day) x
    group by 1, 2, 3 having sum(count) > 0 or sum(mass_g) > 0`;
}

interface HoldingsOfArgs {
  tx: Tx;
  day: Day;
  isToday: boolean;
  kinds: readonly LotKind[];
}

/** Lots of some kinds and where they stood at the end of a day (today: where they stand now), outside places left out. */
export async function holdingsOf({ tx, day, isToday, kinds }: HoldingsOfArgs): Promise<HoldingRow[]> {
  const { rows } = await tx.raw(
    `select b.lot_id, b.place_id, b.count, b.mass_g, l.code, l.kind, l.species_code, l.crop_code, l.product_code, l.began_on, l.start_mean_g, l.start_cv, l.start_sizes,
       l.start_pace, l.transplanted_on, p.kind as place_kind, p.role as place_role
     from (select * from (${heldThen(isToday)}) h where place_id = any(array(select id from place where kind <> 'outside')) offset 0) b
     join lateral (select * from lot where farm_id = b.farm_id and id = b.lot_id and kind = any(:kinds) offset 0) l on true
     join place p on p.farm_id = b.farm_id and p.id = b.place_id
     order by p.walk_order, p.code, l.code`,
    { day, kinds },
  );
  return rows;
}

interface FishFactsArgs {
  tx: Tx;
  day: Day;
  holdings: HoldingRow[];
  loops: LoopFact[];
  places: PlaceFact[];
  species: Species[];
}

export async function fishFacts({ tx, day, holdings, loops, places, species }: FishFactsArgs): Promise<FishFact[]> {
  const held = holdings.filter((h) => h.count > 0);
  const [sizes, stops, weighed] = [
    await cohortSizes({ tx, day, held, loops, places, species }),
    await feedStops(tx, day),
    await purgeWeights(tx, day, held),
  ];
  return held.map((h) => {
    const size = sizes.get(h.lot_id)!;
    const inPurge = h.place_kind === 'purge';
    const own = species.find((s) => s.code === h.species_code)!;
    const weighedG = weighed.get(`${h.lot_id}|${h.place_id}`);
    return {
      lotId: h.lot_id,
      lotCode: h.code,
      speciesCode: h.species_code!,
      placeId: h.place_id,
      count: h.count,
      // What was moved to a purge tank was weighed on the way; only its likeness in size is a guess.
      referenceG: inPurge && weighedG ? weighedG : size.referenceG,
      bins: inPurge && weighedG ? freshSpread(own.sizeCv / 3) : size.bins,
      pace: size.calibration.multiplier,
      paceError: size.calibration.standardError,
      lastForecastError: size.calibration.lastForecastError,
      feedStoppedOn: stops.get(`${h.code}|${h.place_id}`) ?? null,
      sampledOn: size.sampledOn,
      lastSample: size.lastSample,
      stockedOn: h.began_on,
    };
  });
}

/** Where feed was stopped and the fish are not out yet: keyed `lot code|place`. */
async function feedStops(tx: Tx, day: Day): Promise<Map<string, Day>> {
  const { rows } = await tx.raw(
    `select f.lot_code, f.done_on, h.from_place_id as harvest_place, f.from_place_id as tank,
            p.done_on as purged_on, p.id is not null as moves
     from plan_step f join plan_step h on h.farm_id = f.farm_id and h.group_id = f.group_id and h.kind = 'harvest'
     left join plan_step p on p.farm_id = f.farm_id and p.group_id = f.group_id and p.kind = 'purge'
     where f.kind = 'feed_stop' and f.state = 'done' and f.done_on <= :day and h.state <> 'dropped' and (h.done_on is null or h.done_on > :day)`,
    { day },
  );
  return new Map(
    rows.map(
      (r: {
        lot_code: string;
        done_on: Day;
        harvest_place: string;
        tank: string;
        purged_on: Day | null;
        moves: boolean;
      }) => {
        const moved = r.moves && r.purged_on !== null && r.purged_on <= day;
        return [`${r.lot_code}|${moved ? r.harvest_place : r.tank}`, r.done_on];
      },
    ),
  );
}

/** Mean weight at the last transfer into each purge tank, g, keyed `lot|place`. */
async function purgeWeights(tx: Tx, day: Day, held: HoldingRow[]): Promise<Map<string, number>> {
  const lots = held.filter((h) => h.place_kind === 'purge').map((h) => h.lot_id);
  if (lots.length === 0) return new Map();
  const rows = await tx('movement')
    .whereIn('lot_id', lots)
    .where({ reason: 'purge' })
    .andWhere('farm_day', '<=', day)
    .andWhere('mass_g', '>', 0)
    .orderBy(['occurred_at', 'id'])
    .select('lot_id', 'to_place_id', 'count', 'mass_g');
  return new Map(
    rows.map((r: { lot_id: string; to_place_id: string; count: number; mass_g: number }) => [
      `${r.lot_id}|${r.to_place_id}`,
      r.mass_g / r.count,
    ]),
  );
}

export function packedFacts(holdings: HoldingRow[]): PackedFact[] {
  return holdings
    .filter((h) => (h.place_role === 'cold' || h.place_role === 'live') && h.product_code)
    .map((h) => ({
      lotId: h.lot_id,
      lotCode: h.code,
      productCode: h.product_code!,
      quantity: h.mass_g > 0 ? h.mass_g : h.count,
      packedOn: h.began_on,
    }));
}

/** Order lines still owed as it stood on a day: taken by then, not delivered or called off yet, less what was set aside for them. */
export async function loadPromises(tx: Tx, day: Day): Promise<PromiseFact[]> {
  const { rows } = await tx.raw(
    `select l.id, l.order_id, o.code, c.name as customer, l.product_code, o.due_day, l.quantity - coalesce(a.given, 0) as owed
     from order_line l join sales_order o on o.id = l.order_id join customer c on c.id = o.customer_id
     join product p on p.code = l.product_code
     left join lateral (
       select sum((case when m.reason = 'allocate' then 1 else -1 end) * case when p.unit = 'kg' then m.mass_g else m.count end) as given
       from movement m where m.order_line_id = l.id and m.farm_day <= :day
         and (m.reason = 'allocate' or (m.reason = 'reverse' and exists (
           select from movement w where w.id = m.reverses_id and w.reason = 'allocate')))) a on true
     where not exists (select from order_event e where e.farm_id = o.farm_id and e.order_id = o.id and e.kind in ('delivered', 'cancelled') and e.farm_day <= :day)
       and (o.state = 'open' or exists (select from order_event e where e.farm_id = o.farm_id and e.order_id = o.id and e.kind in ('delivered', 'cancelled')))
       and not exists (select from order_event e where e.farm_id = o.farm_id and e.order_id = o.id and e.kind = 'placed' and e.farm_day > :day)
       and o.due_day >= :day::date - 21
       and l.quantity - coalesce(a.given, 0) > 0.5
     order by o.due_day, o.code, l.id`,
    { day },
  );
  return rows.map(
    (r: {
      id: string;
      order_id: string;
      code: string;
      customer: string;
      product_code: string;
      due_day: Day;
      owed: number;
    }) => ({
      lineId: r.id,
      orderId: r.order_id,
      orderCode: r.code,
      customer: r.customer,
      productCode: r.product_code,
      day: r.due_day,
      quantity: r.owed,
    }),
  );
}
