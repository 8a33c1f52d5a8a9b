import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';

export interface TraceLot {
  lotId: string;
  code: string;
  kind: 'cohort' | 'planting' | 'packed_fish' | 'packed_produce' | 'live_fish' | 'feed' | 'seed';
  name: string;
  beganOn: Day;
  supplier: string | null;
  /** Steps from the order: 0 is what was packed. */
  depth: number;
}

export interface TraceEvent {
  day: Day;
  reason: string;
  lotCode: string;
  count: number;
  massG: number;
  from: string;
  to: string;
  by: string | null;
}

export interface Trace {
  lots: TraceLot[];
  events: TraceEvent[];
}

/** From an order back to every lot that went into it: packs, cohorts and plantings, their feed and seed, and who did what when. */
export async function traceOrder(tx: Tx, orderId: string): Promise<Trace> {
  const { rows: lots } = await tx.raw(
    `with recursive origin as (
       select distinct m.lot_id, 0 as depth from movement m join order_line l on l.id = m.order_line_id where l.order_id = :orderId
       union
       select o.from_lot_id, origin.depth + 1 from origin join lot_origin o on o.lot_id = origin.lot_id),
     eaten as (
       select distinct m.lot_id, max(origin.depth) + 1 as depth
       from origin join feeding f on f.lot_id = origin.lot_id join movement m on m.id = f.movement_id group by m.lot_id)
     select t.id, t.code, t.kind, t.began_on, t.supplier, min(a.depth) as depth,
       coalesce(s.params->>'name', c.params->>'name', p.name, t.note, '') as name
     from (select * from origin union select * from eaten) a
     join lot t on t.id = a.lot_id left join species s on s.code = t.species_code left join crop c on c.code = t.crop_code
     left join product p on p.code = t.product_code
     group by t.id, t.code, t.kind, t.began_on, t.supplier, s.params, c.params, p.name, t.note
     order by depth, t.kind, t.code`,
    { orderId },
  );
  const ids = lots.filter((l: { kind: string }) => l.kind !== 'feed').map((l: { id: string }) => l.id);
  const { rows: events } = await tx.raw(
    `select m.farm_day, m.reason, t.code, m.count, m.mass_g, f.code as "from", g.code as "to", p.name
     from movement m join lot t on t.id = m.lot_id join place f on f.id = m.from_place_id join place g on g.id = m.to_place_id
     left join person p on p.id = m.person_id left join order_line l on l.id = m.order_line_id
     where m.lot_id = any(?) and (m.order_line_id is null or l.order_id = ?) and m.reason not in ('dead')
     order by m.occurred_at, m.recorded_at, m.ctid limit 400`,
    [ids, orderId],
  );
  return {
    lots: lots.map(
      (l: {
        id: string;
        code: string;
        kind: TraceLot['kind'];
        name: string;
        began_on: Day;
        supplier: string | null;
        depth: number;
      }) => ({
        lotId: l.id,
        code: l.code,
        kind: l.kind,
        name: l.name,
        beganOn: l.began_on,
        supplier: l.supplier,
        depth: l.depth,
      }),
    ),
    events: events.map(
      (e: {
        farm_day: Day;
        reason: string;
        code: string;
        count: number;
        mass_g: number;
        from: string;
        to: string;
        name: string | null;
      }) => ({
        day: e.farm_day,
        reason: e.reason,
        lotCode: e.code,
        count: e.count,
        massG: e.mass_g,
        from: e.from,
        to: e.to,
        by: e.name,
      }),
    ),
  };
}
