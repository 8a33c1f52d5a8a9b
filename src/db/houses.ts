import type { HouseBecomes } from '../core/acts/effects';
import type { HouseFact } from '../core/facts/farm';
import type { Day } from '../core/quantity/days';
import type { SiteKnown } from '../core/setup/decideSite';
import type { SiteBecomes } from '../core/setup/houses';
import type { Tx } from './connection';

/** Where the farm stands, and the houses on it: read as they are, written as was decided. */
export async function siteKnown(tx: Tx): Promise<SiteKnown> {
  const farm = await tx('farm').forUpdate().first('version', 'latitude', 'altitude_m');
  const loops = await tx('loop').where({ retired_on: null }).orderBy('code');
  return {
    version: farm.version,
    latitude: farm.latitude,
    altitudeM: farm.altitude_m,
    loops: loops.map((l) => ({
      id: l.id,
      airC: l.planned_air_temp_c,
      lightMol: l.planned_light_mol,
      waterC: l.planned_water_temp_c,
      held: l.held_low_c === null || l.held_high_c === null ? null : [l.held_low_c, l.held_high_c],
    })),
    houses: await housesSetUp(tx),
  };
}

/** Where the farm stands, to be shown. */
export async function siteShown(tx: Tx): Promise<Pick<SiteKnown, 'version' | 'latitude' | 'altitudeM'>> {
  const farm = await tx('farm').first('version', 'latitude', 'altitude_m');
  return { version: farm.version, latitude: farm.latitude, altitudeM: farm.altitude_m };
}

/** A room of the farm with what somebody said of it, and what stands in it. */
export type HouseSetUp = SiteKnown['houses'][number] & {
  beds: number;
  tanks: number;
  airC: number[] | null;
  lightMol: number[] | null;
  /** A bed of it, under which what is read there is kept; null: none is in a loop. */
  readAt: { loopId: string; placeId: string } | null;
};

export async function housesSetUp(tx: Tx): Promise<HouseSetUp[]> {
  const { rows } = await tx.raw(
    `select z.id, z.version, z.name, z.house, z.planned_air_temp_c, z.planned_light_mol,
       count(p.id) filter (where p.kind in ('bed', 'nursery'))::int as beds, count(p.id) filter (where p.kind = 'tank')::int as tanks,
       (array_agg(p.id order by p.walk_order, p.id) filter (where p.kind in ('bed', 'nursery') and p.loop_id is not null))[1] as bed_id,
       (array_agg(p.loop_id order by p.walk_order, p.id) filter (where p.kind in ('bed', 'nursery') and p.loop_id is not null))[1] as loop_id
     from zone z left join place p on p.zone_id = z.id and p.retired_on is null
     where z.retired_on is null group by z.farm_id, z.id order by min(p.walk_order), z.name`,
  );
  return rows.map((r: ZoneRow) => ({
    ...{ id: r.id, version: r.version, name: r.name, beds: r.beds, tanks: r.tanks },
    house: r.house ? { ...r.house, name: r.name } : null,
    airC: r.planned_air_temp_c,
    lightMol: r.planned_light_mol,
    readAt: r.bed_id && r.loop_id ? { loopId: r.loop_id, placeId: r.bed_id } : null,
  }));
}

interface ZoneRow {
  id: string;
  version: number;
  name: string;
  house: HouseBecomes['house'] | null;
  beds: number;
  tanks: number;
  planned_air_temp_c: number[] | null;
  planned_light_mol: number[] | null;
  bed_id: string | null;
  loop_id: string | null;
}

export async function changeSite(tx: Tx, { version, became }: { version: number; became: SiteBecomes }): Promise<void> {
  const { latitude, altitudeM, loops, houses } = became;
  await tx('farm').update({ latitude, altitude_m: altitudeM, version: version + 1 });
  for (const { id, airC, lightMol, waterC } of loops)
    await tx('loop')
      .where({ id })
      .update({ planned_air_temp_c: airC, planned_light_mol: lightMol, planned_water_temp_c: waterC });
  for (const { id, airC, lightMol } of houses)
    await tx('zone').where({ id }).update({ planned_air_temp_c: airC, planned_light_mol: lightMol });
}

export async function changeHouse(
  tx: Tx,
  { houseId, version, became }: { houseId: string; version: number; became: HouseBecomes },
): Promise<void> {
  const { name: _kept, ...house } = became.house;
  await tx('zone')
    .where({ id: houseId })
    .update({
      house: JSON.stringify(house),
      planned_air_temp_c: became.climate.airC,
      planned_light_mol: became.climate.lightMol,
      version: version + 1,
    });
}

/** Houses with air and light of their own. */
export async function loadHouses(tx: Tx): Promise<HouseFact[]> {
  const rows = await tx('zone').where({ retired_on: null }).whereNotNull('house').orderBy('code');
  return rows.map((r) => ({
    ...{ id: r.id, name: r.name, cover: r.house.cover },
    plannedAirTempC: r.planned_air_temp_c,
    plannedLightMol: r.planned_light_mol,
  }));
}

/** What was read in the places of each house on the days before one, the mean of a day, and what hands read on that day itself. */
export async function recordedInHouses(
  tx: Tx,
  { since, until }: { since: Day; until: Day },
): Promise<Map<string, NonNullable<HouseFact['recordedAir']>>> {
  const { rows } = await tx.raw(
    `select zone_id, kind, farm_day, sum(mean * n) / sum(n) as mean from (
       select p.zone_id, h.kind, h.farm_day, h.mean, h.n from reading_hour h join place p on p.farm_id = h.farm_id and p.id = h.place_id
         where h.kind in ('air', 'light') and h.farm_day >= :since and h.farm_day < :until
       union all
       select p.zone_id, r.kind, r.farm_day, r.value, 1 from reading_due d
         join standing_reading r on r.loop_id = d.loop_id and r.kind = d.kind and r.farm_day = d.farm_day
         join place p on p.farm_id = r.farm_id and p.id = r.place_id
         where d.kind in ('air', 'light') and d.farm_day >= :since and d.farm_day < :until
       union all
       select p.zone_id, r.kind, r.farm_day, r.value, 1 from reading_today r join place p on p.farm_id = r.farm_id and p.id = r.place_id
         where r.kind in ('air', 'light') and r.farm_day = :until
     ) read where zone_id is not null group by 1, 2, 3`,
    { since, until },
  );
  const houses = new Map<string, { tempC: Record<Day, number>; lightMol: Record<Day, number> }>();
  for (const r of rows as { zone_id: string; kind: string; farm_day: Day; mean: number }[]) {
    const of = houses.get(r.zone_id) ?? { tempC: {}, lightMol: {} };
    houses.set(r.zone_id, of);
    (r.kind === 'air' ? of.tempC : of.lightMol)[r.farm_day] = Number(r.mean);
  }
  return houses;
}
