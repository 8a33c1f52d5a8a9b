import { presentSize, type CohortSize, type Taking } from '../core/fish/presentSize';
import type { Species } from '../core/library/types';
import type { LoopFact, PlaceFact } from '../core/facts/farm';
import type { Day } from '../core/quantity/days';
import { plannedWaterC } from '../core/water/plannedTemperature';
import type { Tx } from './connection';
import { homeLoops, loopOn } from './homeLoops';
import { dayMeans } from './readings';

/** What a lot has to say of itself for its size to be worked out. */
interface CohortIdentity {
  lot_id: string;
  species_code: string | null;
  began_on: Day;
  start_mean_g: number | null;
  start_cv: number | null;
  start_sizes: number[] | null;
  start_pace: number | null;
}

interface CohortSizesArgs {
  tx: Tx;
  day: Day;
  held: CohortIdentity[];
  loops: LoopFact[];
  places: PlaceFact[];
  species: Species[];
}

/** Size and pace of each cohort on a day, from samples, takings and recorded water temperatures. */
export async function cohortSizes({
  tx,
  day,
  held,
  loops,
  places,
  species,
}: CohortSizesArgs): Promise<Map<string, CohortSize>> {
  const sizes = new Map<string, CohortSize>();
  if (held.length === 0) return sizes;
  const lotIds = [...new Set(held.map((h) => h.lot_id))];
  const since = held.reduce((min, h) => (h.began_on < min ? h.began_on : min), day);
  const [samples, taken, temps, homes] = [
    await samplesOf(tx, lotIds, day),
    await takings(tx, lotIds, day),
    await recordedTemps(tx, since, day),
    await homeLoops({ tx, lotIds, day, places, loops }),
  ];
  for (const h of held) {
    if (sizes.has(h.lot_id)) continue;
    const lived = homes.get(h.lot_id) ?? [];
    const waterTempC = (d: Day) => {
      const loop = loopOn(lived, d);
      return loop ? (temps.get(`${loop.id}|${d}`) ?? plannedWaterC(loop, d)) : own.tempOptC;
    };
    const own = species.find((s) => s.code === h.species_code)!;
    sizes.set(
      h.lot_id,
      presentSize({
        species: own,
        stockedOn: h.began_on,
        startMeanG: h.start_mean_g ?? 1,
        startCv: h.start_cv,
        startSizes: h.start_sizes,
        startPace: h.start_pace,
        samples: samples.filter((s) => s.lotId === h.lot_id),
        taken: taken.filter((t) => t.lotId === h.lot_id),
        waterTempC,
        day,
      }),
    );
  }
  return sizes;
}

export async function samplesOf(tx: Tx, lotIds: string[], day: Day) {
  const rows = await tx('sample as s')
    .whereIn('s.lot_id', lotIds)
    .andWhere('s.farm_day', '<=', day)
    .andWhere('s.withdrawn', false)
    .whereNotExists(tx('sample as c').whereRaw('c.farm_id = s.farm_id and c.corrects_id = s.id'))
    .orderBy(['s.farm_day', 's.taken_at', 's.ctid'])
    .select(
      's.lot_id',
      's.farm_day',
      's.taken_at',
      's.mean_g',
      tx.raw('coalesce(s.fish_count, cardinality(s.weights_g)) as n'),
    );
  return rows.map((r: { lot_id: string; farm_day: Day; taken_at: Date; mean_g: number; n: number }) => ({
    lotId: r.lot_id,
    day: r.farm_day,
    at: r.taken_at.getTime(),
    meanG: r.mean_g,
    count: r.n,
  }));
}

/**
 * Fish taken by size from where the cohort grows, each with how many stood there before. What is sold alive was netted
 * as one grade, so its own weight says which; all else was taken largest first.
 */
async function takings(tx: Tx, lotIds: string[], day: Day): Promise<(Taking & { lotId: string })[]> {
  const { rows } = await tx.raw(
    `with flow as (
       select m.farm_id, m.id, m.lot_id, m.farm_day, m.occurred_at, m.reason, m.count, m.mass_g, case when p.kind in ('tank', 'quarantine', 'sump') then -m.count else 0 end
         + case when q.kind in ('tank', 'quarantine', 'sump') then m.count else 0 end as change
       from movement m join place p on p.id = m.from_place_id join place q on q.id = m.to_place_id
       where m.lot_id = any(:lotIds) and m.farm_day <= :day),
     run as (select *, sum(change) over (partition by lot_id order by occurred_at, change, id rows unbounded preceding) as after from flow)
     select r.lot_id, r.farm_day, r.occurred_at, (-change)::bigint as taken, (after - change)::bigint as before,
       case when r.reason = 'harvest' and exists (select from product p where p.farm_id = l.farm_id and p.species_code = l.species_code and p.live_from_cm is not null)
         then r.mass_g / nullif(r.count, 0) end as grade_g
     from run r join lot l on l.id = r.lot_id
     where r.reason in ('purge', 'harvest', 'grade') and change < 0
       and not exists (select from movement v where v.farm_id = r.farm_id and v.reverses_id = r.id)
     order by r.occurred_at, r.change, r.id`,
    { lotIds, day },
  );
  return rows.map(
    (r: {
      lot_id: string;
      farm_day: Day;
      occurred_at: Date;
      taken: number;
      before: number;
      grade_g: number | null;
    }) => ({
      lotId: r.lot_id,
      day: r.farm_day,
      at: r.occurred_at.getTime(),
      count: r.taken,
      before: r.before,
      ...(r.grade_g ? { gradeG: r.grade_g } : {}),
    }),
  );
}

/** Mean recorded temperature by loop and day, keyed `loop|day`. */
async function recordedTemps(tx: Tx, since: Day, until: Day): Promise<Map<string, number>> {
  const means = await dayMeans(tx, ['t'], { since, until });
  return new Map(means.map(({ loopId, day, mean }) => [`${loopId}|${day}`, mean]));
}
