import type { Day } from '../core/quantity/days';
import type { PlanThing } from '../core/setup/planLayout';
import type { FarmDescription } from '../core/setup/description';
import type { Chore } from '../core/tasks/source';
import { CROP_DEFAULTS } from '../core/library/defaults';
import type { School } from '../core/facts/farm';
import { SCOUT_EVERY_DAYS } from '../core/crops/signs';
import { USUAL_COSTS, type GrowingCosts } from '../core/crops/worth';
import { DIVERSITY_PERCENT } from '../core/crops/diversity';
import type { Tx } from './connection';

/** How a farm is set up, as its Farm station shows it. */

export interface PlaceSetUp {
  id: string;
  version: number;
  code: string;
  name: string;
  kind: string;
  role: string | null;
  loopId: string | null;
  loop: string | null;
  room: string | null;
  stage: string | null;
  volumeL: number | null;
  limitKgM3: number | null;
  saltGL: number;
  method: string | null;
  positions: number | null;
  pieceSize: number | null;
  areaM2: number | null;
  retiredOn: Day | null;
}

export async function placesSetUp(tx: Tx): Promise<PlaceSetUp[]> {
  const rows = await tx('place as p')
    .leftJoin('loop as l', 'l.id', 'p.loop_id')
    .leftJoin('zone as z', 'z.id', 'p.zone_id')
    .whereNot('p.kind', 'outside')
    .orderByRaw('p.retired_on is not null, p.walk_order, p.code')
    .select('p.*', 'l.code as loop_code', 'z.name as zone_name');
  return rows.map((r) => ({
    id: r.id,
    version: r.version,
    code: r.code,
    name: r.name,
    kind: r.kind,
    role: r.role,
    loopId: r.loop_id,
    loop: r.loop_code,
    room: r.zone_name ?? r.walk,
    stage: r.stage,
    volumeL: r.volume_l,
    limitKgM3: r.density_limit_kg_m3,
    saltGL: r.salt_g_l,
    method: r.method,
    positions: r.positions,
    pieceSize: r.piece_size,
    areaM2: r.area_m2,
    retiredOn: r.retired_on,
  }));
}

export interface EquipmentSetUp {
  id: string;
  version: number;
  name: string;
  kind: string;
  loop: string | null;
  flowLH: number | null;
  headM: number | null;
  watts: number | null;
  onMin: number | null;
  offMin: number | null;
  kgO2PerDay: number | null;
  volumeM3: number | null;
  isSpare: boolean;
  leastSpare: number | null;
  umolS: number | null;
  over: string | null;
  retiredOn: Day | null;
}

export async function equipmentSetUp(tx: Tx): Promise<EquipmentSetUp[]> {
  const rows = await tx('equipment as e')
    .leftJoin('loop as l', 'l.id', 'e.loop_id')
    .orderByRaw('e.retired_on is not null, l.code, e.run_order, e.name, e.id')
    .select('e.*', 'l.code as loop_code');
  return rows.map((r) => ({
    id: r.id,
    version: r.version,
    name: r.name,
    kind: r.kind,
    loop: r.loop_code,
    flowLH: r.flow_l_h,
    headM: r.head_m,
    watts: r.watts,
    onMin: r.on_min,
    offMin: r.off_min,
    kgO2PerDay: r.kg_o2_per_day,
    volumeM3: r.volume_m3,
    isSpare: r.is_spare,
    leastSpare: r.least_spare,
    umolS: r.umol_s,
    over: r.shines_on,
    retiredOn: r.retired_on,
  }));
}

export interface ProductSetUp {
  code: string;
  version: number;
  name: string;
  unit: string;
  of: string;
  shelfLifeDays: number;
  priceMinor: number;
  leastLeftDays: number;
  form: string | null;
  packSize: number | null;
  speciesCode: string | null;
  cropCode: string | null;
  live: boolean;
  madeFrom: { code: string; name: string; unit: string; takes: number } | null;
  retiredOn: Day | null;
}

export async function productsSetUp(tx: Tx): Promise<ProductSetUp[]> {
  const rows = await tx('product as p')
    .leftJoin('species as s', 's.code', 'p.species_code')
    .leftJoin('crop as c', 'c.code', 'p.crop_code')
    .leftJoin('product as m', 'm.code', 'p.made_from')
    .orderByRaw('p.species_code is null, coalesce(m.name, p.name), p.made_from is not null, p.name, p.code')
    .select(
      'p.*',
      'm.name as main_name',
      'm.unit as main_unit',
      tx.raw("coalesce(s.params ->> 'name', c.params ->> 'name', '') as of"),
    );
  return rows.map((r) => ({
    code: r.code,
    version: r.version,
    name: r.name,
    unit: r.unit,
    of: r.of,
    shelfLifeDays: r.shelf_life_days,
    priceMinor: r.price_minor,
    leastLeftDays: r.least_left_days,
    form: r.form,
    packSize: r.pack_size,
    speciesCode: r.species_code,
    cropCode: r.crop_code,
    live: r.live_from_cm !== null,
    madeFrom: r.made_from && { code: r.made_from, name: r.main_name, unit: r.main_unit, takes: r.takes },
    retiredOn: r.retired_on,
  }));
}

export interface CustomerSetUp {
  name: string;
  priceList: string | null;
  channel: string;
  open: number;
  last: Day | null;
}

export async function customersSetUp(tx: Tx): Promise<CustomerSetUp[]> {
  const rows = await tx('customer as c')
    .leftJoin('sales_order as o', 'o.customer_id', 'c.id')
    .groupBy('c.id', 'c.name', 'c.channel', 'c.price_list')
    .orderBy(['c.name', 'c.id'])
    .select(
      'c.name',
      'c.channel',
      'c.price_list',
      tx.raw("count(o.id) filter (where o.state = 'open')::int as open"),
      tx.raw('max(o.due_day) as last'),
    );
  return rows.map((r) => ({
    name: r.name,
    channel: r.channel,
    priceList: r.price_list,
    open: r.open,
    last: r.last,
  }));
}

export type ChoreSetUp = Omit<Chore, 'walk' | 'walkOrder'> & { version: number };

export async function choresSetUp(tx: Tx): Promise<ChoreSetUp[]> {
  const rows = await tx('chore').where({ retired_on: null }).orderBy(['walk_order', 'title', 'id']);
  return rows.map((r) => ({
    id: r.id,
    version: r.version,
    placeId: r.place_id,
    placeCode: r.place_code,
    title: r.title,
    detail: r.detail,
    everyDays: r.every_days,
    startsOn: r.starts_on,
    minutes: r.minutes,
    caution: r.caution,
  }));
}

export interface SetUpChange {
  id: number;
  what: string;
  subject: string;
  was: Record<string, unknown> | null;
  became: Record<string, unknown>;
  by: string;
  at: Date;
}

const MOST_CHANGES = 300;

/** What was changed in the set-up, newest first; the subject by the name it has now. */
export async function setUpChanges(tx: Tx): Promise<SetUpChange[]> {
  const rows = await tx('setup_change as s')
    .join('person as p', 'p.id', 's.person_id')
    .orderBy('s.id', 'desc')
    .limit(MOST_CHANGES)
    .select('s.*', 'p.name as by')
    .select(
      tx.raw(`coalesce(
        (select x.code from place x where x.farm_id = s.farm_id and s.what = 'place' and x.id::text = s.subject),
        (select x.name from loop x where x.farm_id = s.farm_id and s.what = 'loop' and x.id::text = s.subject),
        (select x.name from equipment x where x.farm_id = s.farm_id and s.what = 'equipment' and x.id::text = s.subject),
        (select x.name from zone x where x.farm_id = s.farm_id and s.what = 'zone' and x.id::text = s.subject),
        (select x.name from customer x where x.farm_id = s.farm_id and s.what = 'customer' and x.id::text = s.subject),
        (select x.title from chore x where x.farm_id = s.farm_id and s.what = 'chore' and x.id::text = s.subject),
        (select x.name from person x where x.farm_id = s.farm_id and s.what = 'person' and x.id::text = s.subject),
        (select x.name from product x where x.farm_id = s.farm_id and s.what = 'product' and x.code = s.subject),
        s.subject) as named`),
    );
  return rows.map((r) => ({
    id: r.id,
    what: r.what,
    subject: r.named,
    was: r.was,
    became: r.became,
    by: r.by,
    at: r.at,
  }));
}

export async function loopsSetUp(tx: Tx): Promise<{ id: string; code: string; name: string; kind: string }[]> {
  return tx('loop').where({ retired_on: null }).orderBy('code').select('id', 'code', 'name', 'kind');
}

/** Codes of the species and crops that the farm has. */
export async function kindsOnFarm(tx: Tx): Promise<Set<string>> {
  const codes = (table: 'species' | 'crop') => tx(table).where({ retired_on: null }).pluck('code');
  return new Set<string>([...(await codes('species')), ...(await codes('crop'))]);
}

/** Recipes of the farm's own that were put away: no library brings them back. */
export async function ownPutAway(tx: Tx): Promise<{ code: string; name: string }[]> {
  const known = new Set(CROP_DEFAULTS.map((c) => c.code));
  const rows: { code: string; name: string }[] = await tx('crop')
    .whereNotNull('retired_on')
    .select('code', tx.raw(`params->>'name' as name`));
  return rows.filter((r) => !known.has(r.code));
}

/** A tank, a bed and a loop as the log line would name them: the first of each in walking order. */
export async function firstCodes(tx: Tx): Promise<{ tank?: string; bed?: string; loop?: string }> {
  const { rows } = await tx.raw(
    `select (select code from place where kind = 'tank' and retired_on is null order by walk_order, code limit 1) as tank,
       (select code from place where kind = 'bed' and retired_on is null order by walk_order, code limit 1) as bed,
       (select code from loop where retired_on is null order by code limit 1) as loop`,
  );
  return rows[0];
}

/** Where places stand and how large they are, in walking order: what the plan of the farm is drawn from. */
export async function placeShapes(
  tx: Tx,
): Promise<(PlanThing & { code: string; placeKind: string; role: string | null })[]> {
  const rows = await tx('place as p')
    .leftJoin('zone as z', 'z.id', 'p.zone_id')
    .where({ 'p.retired_on': null })
    .whereNot({ 'p.kind': 'outside' })
    .whereRaw(`coalesce(p.role, '') <> 'aside'`)
    .orderBy(['p.walk_order', 'p.code'])
    .select('p.*', 'z.name as zone_name');
  return rows.map((r) => ({
    id: r.id,
    code: r.code,
    placeKind: r.kind,
    role: r.role,
    room: r.zone_name ?? r.walk,
    kind: r.kind === 'bed' || r.kind === 'nursery' ? 'bed' : r.kind === 'store' ? 'store' : 'tank',
    loopId: r.loop_id,
    volumeL: r.volume_l,
    areaM2: r.area_m2,
    lengthM: r.length_m,
    widthM: r.width_m,
    xM: r.x_m,
    yM: r.y_m,
  }));
}

/** The set-up in progress, or null when the farm is open. */
export async function loadDescription(tx: Tx): Promise<{ description: FarmDescription; version: number } | null> {
  const row = await tx('farm').first('described', 'version');
  return row?.described ? { description: row.described, version: row.version } : null;
}

/** Whether what comes is described so already, whatever order its parts are written in. */
export async function isDescribedSo(tx: Tx, description: FarmDescription): Promise<boolean> {
  const same = await tx('farm')
    .whereRaw('described = ?::jsonb', [JSON.stringify(description)])
    .first('version');
  return same !== undefined;
}

export async function cropVersions(tx: Tx): Promise<Map<string, number>> {
  const rows: { code: string; version: number }[] = await tx('crop').select('code', 'version');
  return new Map(rows.map((r) => [r.code, r.version]));
}

export interface LimitsSetUp {
  farm: {
    version: number;
    name: string;
    locale: string;
    mass: 'metric' | 'us';
    temperature: 'C' | 'F';
    entryBackDays: number;
    /** Of what is planned to be planted, by area, the most that one crop should take. */
    mostOfOnePercent: number;
    /** Days between walks over the beds of a house; 0: the round asks for none. */
    scoutEveryDays: number;
  };
  loops: {
    id: string;
    version: number;
    code: string;
    name: string;
    lowGM2: number;
    highGM2: number;
    warnsBy: School;
    lowNPercent: number;
    highNPercent: number;
  }[];
}

/** The most that one crop should take of what is planted, percent by area. */
export async function mostOfOnePercent(tx: Tx): Promise<number> {
  return (await tx('farm').first('habits')).habits.mostOfOnePercent ?? DIVERSITY_PERCENT;
}

/** What growing costs here: the farm's own numbers, or the planning defaults. */
export async function growingCosts(tx: Tx): Promise<GrowingCosts & { version: number; isOwn: boolean }> {
  const { habits, version } = await tx('farm').first('habits', 'version');
  return { ...USUAL_COSTS, methods: [], ...habits.growing, version, isOwn: habits.growing !== undefined };
}

/** What the farm is used to, and by what its loops warn. */
export async function limitsSetUp(tx: Tx): Promise<LimitsSetUp> {
  const f = await tx('farm').first();
  const loops = await tx('loop').where({ retired_on: null }).orderBy('code');
  return {
    farm: {
      version: f.version,
      name: f.name,
      locale: f.habits.locale ?? 'en-GB',
      mass: f.habits.mass ?? 'metric',
      temperature: f.habits.temperature ?? 'C',
      entryBackDays: f.entry_back_days,
      mostOfOnePercent: f.habits.mostOfOnePercent ?? DIVERSITY_PERCENT,
      scoutEveryDays: f.habits.scoutEveryDays ?? SCOUT_EVERY_DAYS,
    },
    loops: loops.map((l) => ({
      id: l.id,
      version: l.version,
      code: l.code,
      name: l.name,
      lowGM2: l.band_low_g_m2,
      highGM2: l.band_high_g_m2,
      warnsBy: l.warns_by,
      lowNPercent: l.n_low_percent,
      highNPercent: l.n_high_percent,
    })),
  };
}
