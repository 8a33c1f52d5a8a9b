import type { Tx } from './connection';
import type { NewEquipment, NewFarm, NewPlace, NewChore, NewZone } from '../core/setup/newFarm';
import type { LoopFact, ProductFact } from '../core/facts/farm';

/** Lays a whole farm into its tables. The one way a farm is made: demo, tests and set-up all come here. */
export async function createFarm(tx: Tx, farmId: string, farm: NewFarm): Promise<void> {
  const insert = async (table: string, rows: object[]) => {
    for (let i = 0; i < rows.length; i += 500)
      await tx(table).insert(rows.slice(i, i + 500).map((r) => ({ farm_id: farmId, ...r })));
  };
  await insert('loop', farm.loops.map(loopRow));
  await insert('zone', farm.zones.map(zoneRow));
  await insert('place', farm.places.map(placeRow));
  await insert('equipment', [...equipmentOfLoops(farm.loops), ...farm.equipment].map(equipmentRow));
  await insert(
    'species',
    farm.species.map((s) => ({ code: s.code, params: JSON.stringify(s) })),
  );
  await insert('fish_rule', farm.feedRules.map(ruleRow));
  await insert(
    'crop',
    farm.crops.map((c) => ({ code: c.code, params: JSON.stringify(c) })),
  );
  await insert('product', farm.products.map(productRow));
  await insert('customer', farm.customers);
  await insert('chore', farm.chores.map(choreRow));
}

/** What a loop’s facts say of aerators and filters, as rows; its other equipment comes beside. */
function equipmentOfLoops(loops: readonly LoopFact[]): (NewEquipment & { id: string })[] {
  return loops.flatMap((l) => {
    const common = (i: number) => ({ id: crypto.randomUUID() as string, loopId: l.id, placeId: null, runOrder: i });
    return [
      ...l.lifeSupport.aerators.map((a, i) => ({ ...common(i), ...a, kind: 'aerator' as const })),
      ...l.lifeSupport.media.map((m, i) => ({ ...common(i), ...m, kind: 'filter' as const })),
    ];
  });
}

/** A loop as its table holds it. */
export const loopRow = (l: LoopFact) => ({
  id: l.id,
  code: l.code,
  name: l.name,
  kind: l.kind,
  band_low_g_m2: l.bandGM2[0],
  band_high_g_m2: l.bandGM2[1],
  ...(l.school ? { warns_by: l.school } : {}),
  ...(l.bandNPercent ? { n_low_percent: l.bandNPercent[0], n_high_percent: l.bandNPercent[1] } : {}),
  planned_water_temp_c: l.plannedWaterTempC,
  planned_air_temp_c: l.plannedAirTempC,
  planned_light_mol: l.plannedLightMol,
  held_low_c: l.heldC?.[0] ?? null,
  held_high_c: l.heldC?.[1] ?? null,
  energy: l.lifeSupport.energy ? JSON.stringify(l.lifeSupport.energy) : null,
});

const zoneRow = ({ house, climate, ...zone }: NewZone) => ({
  ...zone,
  house: house ? JSON.stringify({ ...house, name: undefined }) : null,
  planned_air_temp_c: climate?.airC ?? null,
  planned_light_mol: climate?.lightMol ?? null,
});

const placeRow = (p: NewPlace) => ({
  id: p.id,
  code: p.code,
  name: p.name,
  kind: p.kind,
  role: p.role,
  loop_id: p.loopId,
  zone_id: p.zoneId,
  stage: p.stage,
  volume_l: p.volumeL,
  density_limit_kg_m3: p.densityLimitKgM3,
  positions: p.positions,
  area_m2: p.areaM2,
  method: p.method,
  piece_size: p.pieceSize,
  salt_g_l: p.saltGL,
  is_source: p.isSource,
  walk: p.walk,
  walk_order: p.walkOrder,
  length_m: p.lengthM,
  width_m: p.widthM,
  depth_m: p.depthM,
  stands_on: p.standsOn,
  behind: p.behind || null,
});

const equipmentRow = (e: NewEquipment) => ({
  id: e.id,
  name: e.name,
  kind: e.kind,
  loop_id: e.loopId,
  place_id: e.placeId,
  run_order: e.runOrder,
  flow_l_h: e.flowLH ?? null,
  head_m: e.headM ?? null,
  watts: e.watts ?? null,
  on_min: e.onMin ?? null,
  off_min: e.offMin ?? null,
  kg_o2_per_day: e.kgO2PerDay ?? null,
  volume_m3: e.volumeM3 ?? null,
  surface_m2_m3: e.surfaceM2PerM3 ?? null,
  g_tan_m2_day: e.gTanPerM2Day ?? null,
  is_spare: e.isSpare ?? false,
  least_spare: e.leastSpare ?? null,
  umol_s: e.umolS ?? null,
  shines_on: e.over || null,
  behind: e.behind || null,
});

const ruleRow = (r: NewFarm['feedRules'][number]) => ({
  species_code: r.speciesCode,
  ...(r.ration ? { ration: r.ration } : {}),
  ...(r.table ? { ration_table: JSON.stringify(r.table) } : {}),
  ...(r.feederTimes ? { feeder_times: r.feederTimes } : {}),
  ...(r.farmGrownShare !== undefined ? { farm_grown_share: r.farmGrownShare } : {}),
  ...(r.feedMinorPerKg !== undefined ? { feed_minor_per_kg: r.feedMinorPerKg } : {}),
  ...(r.fingerlingMinor !== undefined ? { fingerling_minor: r.fingerlingMinor } : {}),
  ...(r.leadDays !== undefined ? { lead_days: r.leadDays } : {}),
  ...(r.quarantineDays !== undefined ? { quarantine_days: r.quarantineDays } : {}),
});

const productRow = (p: ProductFact) => ({
  code: p.code,
  name: p.name,
  unit: p.unit,
  species_code: p.speciesCode,
  crop_code: p.cropCode,
  shelf_life_days: p.shelfLifeDays,
  price_minor: p.priceMinor,
  live_from_cm: p.liveCm?.[0] ?? null,
  live_to_cm: p.liveCm?.[1] ?? null,
  form: p.form ?? null,
  pack_size: p.packSize ?? null,
  least_left_days: p.leastLeftDays ?? 0,
  made_from: p.madeFrom?.code ?? null,
  takes: p.madeFrom?.takes ?? null,
});

const choreRow = (c: NewChore) => ({
  id: c.id,
  place_id: c.placeId,
  place_code: c.placeCode,
  title: c.title,
  detail: c.detail,
  every_days: c.everyDays,
  starts_on: c.startsOn,
  minutes: c.minutes,
  walk: c.walk,
  walk_order: c.walkOrder,
  caution: c.caution,
});
