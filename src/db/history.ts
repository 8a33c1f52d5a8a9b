import type { BoardFish, BoardPlants } from '../core/plan/board';
import { addDays, daysBetween, type Day } from '../core/quantity/days';
import type { Tx } from './connection';

interface Change {
  lot_id: string;
  code: string;
  crop_code: string | null;
  kind: string;
  place_id: string;
  day: Day;
  change: number;
}

/**
 * What stood where, as recorded, from a day up to today: counts from the ledger, sizes between samples by straight lines.
 * Day indexes are negative: they count back from today.
 */
export async function recordedStays(
  tx: Tx,
  from: Day,
  today: Day,
): Promise<{ fish: BoardFish[]; plants: BoardPlants[] }> {
  const { rows } = await tx.raw(
    // What stood there at the start is what stands there now less all that changed since: no need to read years of movements.
    `with change as (
       select lot_id, to_place_id as place_id, farm_day, count from movement where farm_day >= :from
       union all select lot_id, from_place_id, farm_day, -count from movement where farm_day >= :from)
     select l.id as lot_id, l.code, l.crop_code, l.kind, x.place_id, x.farm_day as day, sum(x.count)::bigint as change from (
       select lot_id, place_id, :from::date as farm_day, count from balance where count > 0 and place_id = any(array(select id from place where kind in ('tank', 'purge', 'bed')))
       union all select lot_id, place_id, :from::date, -count from change
       union all select lot_id, place_id, farm_day, count from change where farm_day < :today) x
     join lot l on l.id = x.lot_id and l.kind in ('cohort', 'planting')
     join place p on p.id = x.place_id and p.kind in ('tank', 'purge', 'bed')
     group by 1, 2, 3, 4, 5, 6 having sum(x.count) <> 0 order by 6`,
    { from, today },
  );
  const stays = new Map<string, Change[]>();
  for (const row of rows as Change[]) {
    const key = `${row.lot_id}|${row.place_id}`;
    stays.set(key, [...(stays.get(key) ?? []), row]);
  }
  const lotIds = [...new Set((rows as Change[]).filter((r) => r.kind === 'cohort').map((r) => r.lot_id))];
  const sizes = await sizesOf({ tx, lotIds, from: addDays(from, -21), until: today });
  const fish: BoardFish[] = [];
  const plants: BoardPlants[] = [];
  for (const changes of stays.values()) {
    const counts = dailyCounts(changes, today);
    if (counts.length === 0) continue;
    const first = changes[0]!;
    const at = -daysBetween(first.day, today);
    if (first.kind === 'planting') {
      plants.push({
        lotCode: first.code,
        cropCode: first.crop_code!,
        placeId: first.place_id,
        from: at,
        until: at + counts.length,
        positions: counts[0]!,
      });
      continue;
    }
    const meanG = counts.map((_, i) => sizes(first.lot_id, addDays(first.day, i)));
    const kg = counts.map((count, i) => Math.round((count * meanG[i]!) / 100) / 10);
    fish.push({
      lotCode: first.code,
      placeId: first.place_id,
      from: at,
      kg,
      meanG: meanG.map(Math.round),
      count: counts[0]!,
    });
  }
  return { fish, plants };
}

/** Count on each day from the first change until it is gone or today. */
function dailyCounts(changes: Change[], today: Day): number[] {
  const counts: number[] = [];
  let count = 0;
  for (const [i, change] of changes.entries()) {
    count += change.change;
    const until = changes[i + 1]?.day ?? today;
    if (count <= 0) break;
    for (let d = daysBetween(change.day, until); d > 0; d--) counts.push(count);
  }
  return counts;
}

interface SizesOfArgs {
  tx: Tx;
  lotIds: string[];
  from: Day;
  until: Day;
}

async function sizesOf({ tx, lotIds, from, until }: SizesOfArgs): Promise<(lotId: string, day: Day) => number> {
  const rows: { lot_id: string; farm_day: Day; mean_g: number }[] = await tx('sample')
    .whereIn('lot_id', lotIds)
    .whereBetween('farm_day', [from, until])
    .andWhere({ withdrawn: false })
    .orderBy(['farm_day', 'taken_at', 'ctid'])
    .select('lot_id', 'farm_day', 'mean_g');
  const starts: { id: string; start_mean_g: number | null }[] = await tx('lot')
    .whereIn('id', lotIds)
    .select('id', 'start_mean_g');
  const start = new Map(starts.map((s) => [s.id, s.start_mean_g ?? 1]));
  return (lotId, day) => {
    const own = rows.filter((r) => r.lot_id === lotId);
    const after = own.find((r) => r.farm_day >= day);
    const before = own.filter((r) => r.farm_day <= day).at(-1);
    if (!before || !after || before === after) return (before ?? after)?.mean_g ?? start.get(lotId) ?? 1;
    const share = daysBetween(before.farm_day, day) / daysBetween(before.farm_day, after.farm_day);
    return before.mean_g + (after.mean_g - before.mean_g) * share;
  };
}
