import { SPECIES_DEFAULTS } from '../core/library/defaults';
import type {
  FarmFacts,
  FeedRule,
  HouseFact,
  LifeSupport,
  LoopFact,
  PlaceFact,
  ProductFact,
  ReadWater,
} from '../core/facts/farm';
import type { Crop, Species } from '../core/library/types';
import { addDays, type Day } from '../core/quantity/days';
import { rulesOf, type PlanningRules } from '../core/setup/carries/rules';
import { filterOfBed, isFilterBed } from '../core/water/filterBeds';
import { plannedWaterC, tempPlanOf, type TempSetting } from '../core/water/plannedTemperature';
import { bedRests } from './bedRests';
import { loadHouses, recordedInHouses } from './houses';
import { dayMeans } from './readings';
import type { Tx } from './connection';
import { plannedSettings } from './temperature';
import type { HoldingRow } from './facts';

/** A farm's species row; what an older copy does not say yet is filled from the planning defaults. */
function speciesOf(row: { code: string; params: Species; version: number; retired_on: Day | null }): Species {
  const defaults = SPECIES_DEFAULTS.find((s) => s.code === row.code);
  return { ...defaults, ...row.params, retiredOn: row.retired_on };
}

/** Planned temperatures that depart from the months, by loop. */
async function tempPlans(tx: Tx): Promise<Map<string, LoopFact['tempPlan']>> {
  const byLoop = new Map<string, TempSetting[]>();
  for (const s of await plannedSettings(tx)) byLoop.set(s.loopId, [...(byLoop.get(s.loopId) ?? []), s]);
  return new Map([...byLoop].map(([loopId, settings]) => [loopId, tempPlanOf(settings)]));
}

/** What is sown, kept and sold. */
export async function loadLibrary(tx: Tx): Promise<Pick<FarmFacts, 'species' | 'crops' | 'products' | 'feedRules'>> {
  const species = await tx('species').orderBy('code');
  const crops: { params: Crop; retired_on: Day | null }[] = await tx('crop').orderBy('code');
  const products = await tx('product').orderBy(['species_code', 'name', 'code']);
  return {
    species: species.map(speciesOf),
    crops: crops.map((r) => ({ ...r.params, retiredOn: r.retired_on })),
    products: products.map(toProduct),
    feedRules: await feedRules(tx),
  };
}

/** What aerates and filters each loop, as its rating plates say. */
async function equipmentByLoop(tx: Tx): Promise<Map<string, Pick<LifeSupport, 'aerators' | 'media'>>> {
  const rows = await tx('equipment')
    .whereIn('kind', ['aerator', 'filter'])
    .where({ retired_on: null, is_spare: false })
    .whereNotNull('loop_id')
    .orderBy(['run_order', 'name', 'id']);
  const byLoop = new Map<string, Pick<LifeSupport, 'aerators' | 'media'>>();
  for (const r of rows) {
    const own = byLoop.get(r.loop_id) ?? { aerators: [], media: [] };
    byLoop.set(r.loop_id, own);
    if (r.kind === 'aerator') own.aerators.push({ name: r.name, kgO2PerDay: r.kg_o2_per_day ?? 0 });
    else if (r.volume_m3)
      own.media.push({
        name: r.name,
        volumeM3: r.volume_m3,
        surfaceM2PerM3: r.surface_m2_m3 ?? 0,
        gTanPerM2Day: r.g_tan_m2_day ?? 0,
      });
  }
  return byLoop;
}

/** A place that was renamed still answers to its old codes for so long. */
const OLD_CODE_DAYS = 90;

async function formerCodes(tx: Tx, day: Day): Promise<Map<string, string[]>> {
  const { rows } = await tx.raw(
    `select subject, array_agg(distinct was ->> 'code') as codes from setup_change
     where what = 'place' and was -> 'code' is not null and at > ?::date - ?::integer group by 1`,
    [day, OLD_CODE_DAYS],
  );
  return new Map(rows.map((r: { subject: string; codes: string[] }) => [r.subject, r.codes]));
}

/** Where things are: loops and the places in them. */
export async function loadPlaces(
  tx: Tx,
  day: Day,
): Promise<Pick<FarmFacts, 'loops' | 'places'> & { houses: HouseFact[] }> {
  const plans = await tempPlans(tx);
  const loops = await tx('loop').where({ retired_on: null }).orderBy('code');
  const equipment = await equipmentByLoop(tx);
  const rules = await planningRules(tx);
  const former = await formerCodes(tx, day);
  const rests = await bedRests(tx, day);
  const places = await tx('place').where({ retired_on: null }).orderBy(['walk_order', 'code']);
  const houses = await loadHouses(tx);
  const isHouse = new Set(houses.map((h) => h.id));
  return {
    houses,
    loops: loops.map((r) => ({
      ...toLoop(r),
      tempPlan: plans.get(r.id) ?? [],
      lifeSupport: {
        ...(equipment.get(r.id) ?? { aerators: [], media: [] }),
        beds: places.filter((p) => p.loop_id === r.id && isFilterBed(p)).map((p) => bedAsFilter(p, rules.mediaDepthCm)),
        mediaLPerKg: rules.mediaLPerKg,
        energy: r.energy,
      },
    })),
    places: places.map((r) => ({
      ...toPlace(r),
      ...(isHouse.has(r.zone_id) ? { houseId: r.zone_id } : {}),
      ...(former.has(r.id) ? { formerCodes: former.get(r.id)! } : {}),
      ...(rests.has(r.id) ? { rests: rests.get(r.id)! } : {}),
    })),
  };
}

/** Rules of thumb that the farm is planned by. */
export async function planningRules(tx: Tx): Promise<PlanningRules> {
  return rulesOf((await tx('farm').first('habits')).habits.planning);
}

/* eslint-disable @typescript-eslint/no-explicit-any -- rows of a query come untyped; these mappers are where they get a type */
function toLoop(r: any): Omit<LoopFact, 'tempPlan' | 'lifeSupport'> {
  return {
    id: r.id,
    code: r.code,
    name: r.name,
    kind: r.kind,
    bandGM2: [r.band_low_g_m2, r.band_high_g_m2],
    school: r.warns_by,
    bandNPercent: [r.n_low_percent, r.n_high_percent],
    plannedWaterTempC: r.planned_water_temp_c,
    plannedAirTempC: r.planned_air_temp_c,
    plannedLightMol: r.planned_light_mol,
    heldC: r.held_low_c === null || r.held_high_c === null ? null : [r.held_low_c, r.held_high_c],
  };
}

const bedAsFilter = (p: any, depthCm: number) =>
  filterOfBed({ code: p.code, areaM2: p.area_m2, depthM: p.depth_m }, depthCm / 100);

function toPlace(r: any): PlaceFact {
  return {
    id: r.id,
    code: r.code,
    name: r.name,
    kind: r.kind,
    loopId: r.loop_id,
    stage: r.stage,
    volumeL: r.volume_l,
    densityLimitKgM3: r.density_limit_kg_m3,
    positions: r.positions,
    areaM2: r.area_m2,
    method: r.method,
    pieceSize: r.piece_size,
    walk: r.walk,
    walkOrder: r.walk_order,
    role: r.role,
  };
}

function toProduct(r: any): ProductFact {
  return {
    code: r.code,
    name: r.name,
    unit: r.unit,
    speciesCode: r.species_code,
    cropCode: r.crop_code,
    shelfLifeDays: r.shelf_life_days,
    leastLeftDays: r.least_left_days,
    priceMinor: r.price_minor,
    packSize: r.pack_size,
    madeFrom: r.made_from === null ? null : { code: r.made_from, takes: r.takes },
    retiredOn: r.retired_on,
    liveCm: r.live_from_cm === null ? null : [r.live_from_cm, r.live_to_cm],
  };
}
/* eslint-enable @typescript-eslint/no-explicit-any */

async function feedRules(tx: Tx): Promise<FeedRule[]> {
  const rows = await tx('fish_rule').orderBy('species_code');
  return rows.map((r) => ({
    speciesCode: r.species_code,
    ration: r.ration,
    table: r.ration_table,
    feederTimes: r.feeder_times,
    farmGrownShare: r.farm_grown_share,
    feedMinorPerKg: r.feed_minor_per_kg,
    fingerlingMinor: r.fingerling_minor,
    leadDays: r.lead_days,
    quarantineDays: r.quarantine_days,
    version: r.version,
  }));
}

/** An event that was not taken back, and is itself no taking back. */
/** Neither a taking back nor taken back itself; the table is called `e`. */
export const STANDING_EVENT =
  'e.corrects_id is null and not exists (select from husbandry_event c where c.farm_id = e.farm_id and c.corrects_id = e.id)';

interface LoadKeepingArgs {
  tx: Tx;
  day: Day;
  held: readonly HoldingRow[];
  rules: readonly FeedRule[];
}

/** What restrains fish and tanks as it was on a day: withdrawal periods, quarantine, rest. @param held fish and where they were then */
export async function loadKeeping({
  tx,
  day,
  held,
  rules,
}: LoadKeepingArgs): Promise<Pick<FarmFacts, 'treatments' | 'quarantine' | 'resting'>> {
  const { rows: treated } = await tx.raw(
    `select l.code, e.words, e.until_day from husbandry_event e join lot l on l.farm_id = e.farm_id and l.id = e.lot_id
     where e.kind = 'treat' and e.farm_day <= :day and e.until_day >= :day and ${STANDING_EVENT} order by e.until_day, e.id`,
    { day },
  );
  const apart = held.filter((h) => h.place_kind === 'quarantine' && h.count > 0);
  const { rows: watched } = await tx.raw(
    `select e.lot_id, max(e.until_day) filter (where e.kind = 'quarantine_extend') as extended, max(e.farm_day) filter (where e.kind = 'quarantine_clear') as cleared
     from husbandry_event e where e.lot_id = any(:lots) and e.farm_day <= :day and ${STANDING_EVENT} group by 1`,
    { day, lots: apart.map((h) => h.lot_id) },
  );
  const { rows: resting } = await tx.raw(
    `select e.place_id, e.until_day from husbandry_event e
     where e.kind = 'fallow' and e.until_day >= :day and e.farm_day <= :day and ${STANDING_EVENT}
       and not exists (select from husbandry_event d where d.farm_id = e.farm_id and d.place_id = e.place_id and d.kind = 'clean'
         and d.recorded_at > e.recorded_at and d.farm_day <= :day and d.corrects_id is null
         and not exists (select from husbandry_event c where c.farm_id = d.farm_id and c.corrects_id = d.id))`,
    { day },
  );
  const days = new Map(rules.map((r) => [r.speciesCode, r.quarantineDays]));
  const known = new Map(
    (watched as { lot_id: string; extended: Day | null; cleared: Day | null }[]).map((r) => [r.lot_id, r]),
  );
  return {
    treatments: treated.map((r: { code: string; words: string; until_day: Day }) => ({
      lotCode: r.code,
      product: r.words,
      until: r.until_day,
    })),
    quarantine: apart.map((h) => {
      const planned = addDays(h.began_on, days.get(h.species_code ?? '') ?? 14);
      const { extended = null, cleared = null } = known.get(h.lot_id) ?? {};
      return {
        lotCode: h.code,
        placeId: h.place_id,
        until: extended && extended > planned ? extended : planned,
        clearedOn: cleared,
      };
    }),
    resting: resting.map((r: { place_id: string; until_day: Day }) => ({ placeId: r.place_id, until: r.until_day })),
  };
}

/** Husbandry events, as `e`, that nobody took back. */
export function standingHusbandry(tx: Tx) {
  return tx('husbandry_event as e').whereRaw(STANDING_EVENT);
}

/** Versions of what a form may change, so that two people changing the same thing are told. */
export async function loopVersions(tx: Tx): Promise<{ id: string; version: number }[]> {
  return tx('loop').select('id', 'version');
}

export async function speciesVersions(tx: Tx): Promise<{ code: string; version: number }[]> {
  return tx('species').select('code', 'version');
}

/** Days of recorded air and light that crops are reckoned with. */
const AIR_DAYS = 200;
/** Water that was read so many days ago still says how it is. */
const READ_HOLDS_DAYS = 1;
/** Water nearer to its plan is as planned: a thermometer and a morning make as much, °C. */
const AS_PLANNED_C = 1;

/** What the air of each loop was like on the days that are over, where it was read, and what hands read of it today. */
async function recordedAir(tx: Tx, days: { since: Day; until: Day }) {
  const air = new Map<string, { tempC: Record<Day, number>; lightMol: Record<Day, number> }>();
  const today = await readToday(tx, ['air', 'light'], days.until);
  for (const { loopId, kind, day: on, mean } of [...(await dayMeans(tx, ['air', 'light'], days)), ...today]) {
    const of = air.get(loopId) ?? { tempC: {}, lightMol: {} };
    air.set(loopId, of);
    (kind === 'air' ? of.tempC : of.lightMol)[on] = mean;
  }
  return air;
}

async function readToday(tx: Tx, kinds: readonly string[], day: Day) {
  const rows = await tx('reading_today').whereIn('kind', kinds).where({ place_id: null, farm_day: day });
  return rows.map((r) => ({ loopId: r.loop_id as string, kind: r.kind as string, day, mean: r.value as number }));
}

/** How far the water of each loop was from its plan when it was read last, today or yesterday. */
async function readWater(tx: Tx, loops: readonly LoopFact[], day: Day): Promise<Map<string, ReadWater>> {
  const read = [
    ...(await dayMeans(tx, ['t'], { since: addDays(day, -READ_HOLDS_DAYS), until: day })),
    ...(await readToday(tx, ['t'], day)),
  ].sort((a, b) => (a.day < b.day ? -1 : 1));
  const of = new Map<string, ReadWater>();
  for (const { loopId, day: on, mean } of read) {
    const loop = loops.find((l) => l.id === loopId);
    const aboveC = loop ? mean - plannedWaterC(loop, on) : 0;
    if (Math.abs(aboveC) >= AS_PLANNED_C) of.set(loopId, { on, aboveC });
    else of.delete(loopId);
  }
  return of;
}

/** Loops and houses with what was read of them: air and light on the days that are over, and water that is not as planned. */
export async function asRead(
  tx: Tx,
  { loops, houses, places }: { loops: readonly LoopFact[]; houses: readonly HouseFact[]; places: readonly PlaceFact[] },
  day: Day,
): Promise<{ loops: LoopFact[]; houses: HouseFact[] }> {
  const days = { since: addDays(day, -AIR_DAYS), until: day };
  const air = await recordedAir(tx, days);
  const water = await readWater(tx, loops, day);
  const inside = houses.length > 0 ? await recordedInHouses(tx, days) : new Map();
  const ownAir = (house: HouseFact) => inside.get(house.id) ?? air.get(loopWithin(house.id, places) ?? '');
  return {
    loops: loops.map((l) => ({
      ...l,
      ...(air.has(l.id) ? { recordedAir: air.get(l.id)! } : {}),
      ...(water.has(l.id) ? { readWater: water.get(l.id)! } : {}),
    })),
    houses: houses.map((h) => (ownAir(h) ? { ...h, recordedAir: ownAir(h)! } : h)),
  };
}

/** The loop whose beds all stand in a house: what is read for it is read there. */
function loopWithin(houseId: string, places: readonly PlaceFact[]): string | null {
  const beds = places.filter((p) => p.kind === 'bed' || p.kind === 'nursery');
  const loop = beds.find((p) => p.houseId === houseId && p.loopId)?.loopId;
  return loop && beds.every((p) => p.loopId !== loop || p.houseId === houseId) ? loop : null;
}
