import { costOfLot, type CostPassed, type LotCost, type LotSpending } from '../core/fish/lotCost';
import type { Day } from '../core/quantity/days';
import type { Tx } from './connection';
import { feedLotPrices } from './fishRecords';

/** The cohort and every cohort that its fish came from. */
const FAMILY = `with recursive family(id) as (select ?::uuid union
  select o.from_lot_id from family f join lot_origin o on o.lot_id = f.id join lot l on l.farm_id = o.farm_id and l.id = o.from_lot_id and l.kind = 'cohort')`;

const NOT_REVERSED = (m: string) =>
  `not exists (select from movement r where r.farm_id = ${m}.farm_id and r.reverses_id = ${m}.id)`;

/** What a cohort has cost so far, with its share of those it came from. Regroupings that were taken back do not count. */
export async function lotCost(tx: Tx, lotId: string, day: Day): Promise<LotCost> {
  const passed = await passedIn(tx, lotId, day);
  const spending = await spendingOf(tx, lotId, day);
  return costOfLot({ lotId, until: Infinity, spending, passed });
}

async function passedIn(tx: Tx, lotId: string, day: Day): Promise<CostPassed[]> {
  const { rows } = await tx.raw(
    `${FAMILY} select o.from_lot_id, o.lot_id, o.share, m.occurred_at from family f join lot_origin o on o.from_lot_id = f.id
     join lot l on l.farm_id = o.farm_id and l.id = o.lot_id and l.kind = 'cohort'
     join movement m on m.farm_id = o.farm_id and m.lot_id = o.lot_id and m.reason in ('grade', 'merge')
     join place p on p.farm_id = m.farm_id and p.id = m.from_place_id and p.role = 'made'
     where o.share is not null and m.farm_day <= ? and ${NOT_REVERSED('m')}`,
    [lotId, day],
  );
  return rows.map((r: { from_lot_id: string; lot_id: string; share: number; occurred_at: Date }) => ({
    fromLotId: r.from_lot_id,
    toLotId: r.lot_id,
    share: Number(r.share),
    at: r.occurred_at.getTime(),
  }));
}

async function spendingOf(tx: Tx, lotId: string, day: Day): Promise<Map<string, LotSpending>> {
  const lots = await tx.raw(`${FAMILY} select l.id, l.cost_minor from family f join lot l on l.id = f.id`, [lotId]);
  const fed = await tx.raw(
    `${FAMILY} select f.lot_id, m.lot_id as feed_lot_id, f.mass_g, m.occurred_at from family c join feeding f on f.lot_id = c.id
     cross join lateral (select * from movement where farm_id = f.farm_id and id = f.movement_id offset 0) m
     where m.farm_day <= ? and ${NOT_REVERSED('m')}`,
    [lotId, day],
  );
  const feedings = fed.rows as { lot_id: string; feed_lot_id: string; mass_g: number; occurred_at: Date }[];
  const prices = await feedLotPrices(tx, lotId, [...new Set(feedings.map((f) => f.feed_lot_id))]);
  return new Map(
    lots.rows.map((l: { id: string; cost_minor: string | null }): [string, LotSpending] => [
      l.id,
      {
        paidMinor: l.cost_minor === null ? null : Number(l.cost_minor),
        feedings: feedings
          .filter((f) => f.lot_id === l.id)
          .map((f) => ({ at: f.occurred_at.getTime(), minor: f.mass_g * prices.get(f.feed_lot_id)!.minorPerG })),
      },
    ]),
  );
}
