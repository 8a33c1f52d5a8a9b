import type { PlaceFact } from '../core/facts/farm';
import { groupBy } from '../core/groupBy';
import type { Species } from '../core/library/types';
import type { Day } from '../core/quantity/days';
import { earlierFeed, writtenMoment, type CohortKnown, type FeedingsKnown } from '../core/setup/decideBringing';
import type { Tx } from './connection';
import { prefixesInUse } from './lotPrefix';

/** What is known of a farm before what was there earlier comes into its books. */

type PlaceKnown = Pick<PlaceFact, 'id' | 'code' | 'kind' | 'method' | 'volumeL' | 'densityLimitKgM3' | 'positions'>;

export const placesToFill = (tx: Tx): Promise<PlaceKnown[]> =>
  tx('place')
    .where({ retired_on: null })
    .select(
      'id',
      'code',
      'kind',
      'method',
      'volume_l as volumeL',
      'density_limit_kg_m3 as densityLimitKgM3',
      'positions',
    );

/** Plants that stand in beds and nurseries, by place. */
export async function plantsStanding(tx: Tx): Promise<Map<string, number>> {
  const rows: { place_id: string; n: number }[] = await tx('balance as b')
    .join('place as p', 'p.id', 'b.place_id')
    .whereIn('p.kind', ['bed', 'nursery'])
    .groupBy('b.place_id')
    .select('b.place_id', tx.raw('sum(b.count)::int as n'));
  return new Map(rows.map((r) => [r.place_id, r.n]));
}

export const goodsSold = (tx: Tx): Promise<{ code: string; unit: string; speciesCode: string | null }[]> =>
  tx('product').select('code', 'unit', 'species_code as speciesCode');

/** Moments as they are written on the farm's clock, as instants with their zone, in the order they were given. */
export async function instants(tx: Tx, moments: readonly { day: string; time?: string }[]): Promise<string[]> {
  const { rows } = await tx.raw<{ rows: { at: Date }[] }>(
    `select (m.written::timestamp at time zone f.time_zone) as at
       from unnest(?::text[]) with ordinality as m(written, i), farm f order by m.i`,
    [moments.map(writtenMoment)],
  );
  return rows.map((r) => r.at.toISOString());
}

interface CohortRow {
  code: string;
  id: string;
  params: Species;
  place: string | null;
  weighed: { day: Day; meanG: number }[];
}

/** Cohorts by code, with where most of each swims and what was weighed of it. */
export async function cohortsKnown(tx: Tx, codes: readonly string[]): Promise<Map<string, CohortKnown>> {
  const { rows } = await tx.raw<{ rows: CohortRow[] }>(
    `select l.code, l.id, s.params,
       (select b.place_id from balance b where b.farm_id = l.farm_id and b.lot_id = l.id and b.count > 0
          order by b.count desc, b.place_id limit 1) as place,
       coalesce((select jsonb_agg(jsonb_build_object('day', w.farm_day, 'meanG', w.mean_g)) from sample w
          where w.farm_id = l.farm_id and w.lot_id = l.id and not w.withdrawn
            and not exists (select from sample c where c.farm_id = w.farm_id and c.corrects_id = w.id)), '[]') as weighed
     from lot l join species s on s.farm_id = l.farm_id and s.code = l.species_code
     where l.kind = 'cohort' and l.code = any (?)`,
    [[...new Set(codes)]],
  );
  return new Map(rows.map((r) => [r.code, { lotId: r.id, species: r.params, placeId: r.place, weighings: r.weighed }]));
}

interface FishRow {
  place_id: string;
  code: string;
  lot_id: string;
  species_code: string;
  count: number;
}

/** Tanks with fish in them, by code: which lots, the first in the order of their codes. */
async function fedTanks(tx: Tx): Promise<FeedingsKnown['tanks']> {
  const fish: FishRow[] = await tx('balance as b')
    .join('lot as l', (on) => void on.on('l.farm_id', 'b.farm_id').on('l.id', 'b.lot_id'))
    .join('place as p', (on) => void on.on('p.farm_id', 'b.farm_id').on('p.id', 'b.place_id'))
    .where({ 'l.kind': 'cohort' })
    .andWhere('b.count', '>', 0)
    .orderBy('l.code')
    .select('b.place_id', 'p.code', 'b.lot_id', 'l.species_code', 'b.count');
  return new Map(
    [...groupBy(fish, (f) => f.code)].map(([code, here]) => [
      code,
      {
        placeId: here[0]!.place_id,
        eaters: here.map((f) => ({ lotId: f.lot_id, species: f.species_code, count: f.count })),
      },
    ]),
  );
}

/** What is known before feedings of the past come in. */
export async function feedingsKnown(
  tx: Tx,
  rows: readonly { day: string; time?: string }[],
): Promise<Omit<FeedingsKnown, 'today'>> {
  const days = [...new Set(rows.map((r) => r.day))];
  const { rows: feedings } = await tx.raw(
    `select f.place_id as "placeId", m.farm_day::text as day, m.mass_g::float as "massG", count(distinct m.id)::int as n
       from feeding f join movement m on m.farm_id = f.farm_id and m.id = f.movement_id
      where m.farm_day = any (?::date[])
        and not exists (select from movement r where r.farm_id = m.farm_id and r.reverses_id = m.id)
      group by 1, 2, 3`,
    [days],
  );
  const prefixes = await prefixesInUse(tx);
  const species: string[] = await tx('species').pluck('code');
  const earlier = new Map(species.map((code) => [earlierFeed(prefixes.get(code)), code]));
  const lots: { code: string; id: string }[] = await tx('lot')
    .whereIn('code', [...earlier.keys()])
    .select('code', 'id');
  const began = await instants(
    tx,
    days.map((day) => ({ day, time: '00:00' })),
  );
  return {
    ...{ tanks: await fedTanks(tx), feedings, prefixes },
    ...{ feedLots: new Map(lots.map((l) => [earlier.get(l.code)!, l.id])), at: await instants(tx, rows) },
    midnight: new Map(days.map((day, i) => [day, began[i]!])),
  };
}
