import type { FarmDescription } from '../core/setup/description';
import type { Tx } from './connection';

/** The farm as it stands, in the words of a description: what follows from it is worked out as while it was described. */
export async function farmAsDescribed(tx: Tx): Promise<FarmDescription> {
  const farm = await tx('farm').first();
  const loops = await tx('loop').where({ retired_on: null }).orderBy('code');
  const places = await tx('place as p')
    .leftJoin('loop as l', 'l.id', 'p.loop_id')
    .leftJoin('zone as z', 'z.id', 'p.zone_id')
    .where({ 'p.retired_on': null })
    .whereNot({ 'p.kind': 'outside' })
    .whereRaw(`coalesce(p.role, '') <> 'aside'`)
    .orderBy(['p.walk_order', 'p.code'])
    .select('p.*', 'l.code as loop_code', 'z.name as zone_name');
  const equipment = await tx('equipment as e')
    .leftJoin('loop as l', 'l.id', 'e.loop_id')
    .where({ 'e.retired_on': null })
    .orderBy(['e.run_order', 'e.name', 'e.id'])
    .select('e.*', 'l.code as loop_code');
  const codes = (table: 'species' | 'crop') => tx(table).where({ retired_on: null }).orderBy('code').pluck('code');
  return {
    habits: {
      ...{ name: farm.name, latitude: farm.latitude ?? 0, altitudeM: farm.altitude_m ?? 0, timeZone: farm.time_zone },
      ...{
        currency: farm.currency,
        locale: farm.habits.locale ?? 'en-GB',
        firstWeekday: farm.habits.firstWeekday ?? 1,
      },
      units: { mass: farm.habits.mass ?? 'metric', temperature: farm.habits.temperature ?? 'C' },
    },
    loops: loops.map((l) => ({
      ...{ code: l.code, name: l.name, kind: l.kind, into: null },
      lowC: l.held_low_c ?? Math.min(...l.planned_water_temp_c),
      highC: l.held_high_c ?? Math.max(...l.planned_water_temp_c),
    })),
    places: places.map(describedPlace),
    equipment: equipment.map(describedMachine),
    species: await codes('species'),
    crops: await codes('crop'),
    people: [],
  };
}

/* eslint-disable @typescript-eslint/no-explicit-any -- rows of a query come untyped; these mappers are where they get a type */
const describedPlace = (p: any): FarmDescription['places'][number] => ({
  ...{ code: p.code, role: p.kind === 'store' ? p.role : p.kind, loop: p.loop_code, room: p.zone_name ?? '' },
  ...{
    standsOn: p.stands_on,
    stage: p.stage,
    volumeL: p.volume_l,
    limitKgM3: p.density_limit_kg_m3,
    saltGL: p.salt_g_l,
  },
  ...{ method: p.method, positions: p.positions, pieceSize: p.piece_size },
  ...{ lengthM: p.length_m, widthM: p.width_m, depthM: p.depth_m, areaM2: p.area_m2, behind: p.behind },
});

const describedMachine = (e: any): FarmDescription['equipment'][number] => ({
  ...{ name: e.name, kind: e.kind, loop: e.loop_code, flowLH: e.flow_l_h, headM: e.head_m, watts: e.watts },
  ...{ onMin: e.on_min, offMin: e.off_min, kgO2PerDay: e.kg_o2_per_day, volumeM3: e.volume_m3 },
  ...{ surfaceM2PerM3: e.surface_m2_m3, gTanPerM2Day: e.g_tan_m2_day, isSpare: e.is_spare, umolS: e.umol_s },
  ...{ over: e.shines_on, behind: e.behind, leastSpare: e.least_spare },
});
