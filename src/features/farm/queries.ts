import 'server-only';
import { learnedFrom, type Learned } from '../../core/crops/learned';
import { batchesOf } from '../../db/batches';
import { goodsCode } from '../../core/crops/recipes';
import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../../core/library/defaults';
import type { Crop } from '../../core/library/types';
import { unplanned } from '../../core/plan/planStanding';
import { unplannedFish } from '../../core/plan/planStandingFish';
import type { UnitChoice } from '../../core/quantity/units';
import {
  choresSetUp,
  cropVersions,
  customersSetUp,
  equipmentSetUp,
  kindsOnFarm,
  limitsSetUp,
  loopsSetUp,
  ownPutAway,
  placesSetUp,
  productsSetUp,
  setUpChanges,
  type ChoreSetUp,
  type CustomerSetUp,
  type EquipmentSetUp,
  type LimitsSetUp,
  type PlaceSetUp,
  type ProductSetUp,
  type SetUpChange,
} from '../../db/farmSetup';
import { farmAsDescribed } from '../../db/farmAsDescribed';
import { housesSetUp, siteShown, type HouseSetUp } from '../../db/houses';
import { loadPlaces, planningRules } from '../../db/keeping';
import type { Follows } from '../../core/setup/carries/parts';
import type { PlanningRules } from '../../core/setup/carries/rules';
import { flowOf, type FlowNode } from '../../core/setup/flow';
import { whatFollows } from '../../core/setup/follows';
import { calendarLinks, type CalendarLink } from '../../db/calendars';
import { measuredPlaces, probes, type Probe } from '../../db/probes';
import type { Tx } from '../../db/connection';
import { papersOf, type Paper } from '../../db/papers';
import { listedPrices, type ListedPrice } from '../../db/prices';
import type { Day } from '../../core/quantity/days';
import { tableSizes, type FileTable } from '../../db/farmFile';
import type { Role, SignedIn } from '../../db/people';
import { passingNow } from '../../server/watch';
import { unitsOf } from '../../server/session';
import { tableKind } from '../../core/tables/tables';
import { openedSoFar } from '../../db/tables';
import { farmView, readFarm, type FarmView, type Search } from '../../server/farmView';
import { tableContext, type TableContext } from './tables/queries';

export interface TodayPage {
  context: TableContext;
  opened: Record<string, number>;
  chosen: string;
  mayChange: boolean;
  /** Plantings that nothing is planned for. */
  unplanned: number;
  /** Species of food fish of which some stand without a harvest planned: code, name, cohorts. */
  openFish: { code: string; name: string; cohorts: number }[];
  units: UnitChoice;
  /** Products without a price. */
  unpriced: string[];
}

export async function todayPage(search: Search): Promise<TodayPage> {
  const wanted = (await search).what;
  const view = await farmView(search, (tx) => openedSoFar(tx));
  const known = typeof wanted === 'string' && tableKind(wanted)?.opening;
  return {
    context: await tableContext(),
    opened: view.more,
    chosen: known ? wanted : 'fish',
    mayChange: view.person.role === 'manager',
    unplanned: unplanned(view.facts, view.steps).length,
    openFish: openFishOf(view),
    units: view.units,
    unpriced: view.facts.products.filter((p) => p.priceMinor === 0).map((p) => p.name),
  };
}

function openFishOf({ facts, steps }: FarmView): TodayPage['openFish'] {
  const open = unplannedFish(facts, steps);
  return facts.species.flatMap(({ code, name }) => {
    const cohorts = new Set(open.filter((f) => f.speciesCode === code).map((f) => f.lotCode)).size;
    return cohorts > 0 ? [{ code, name, cohorts }] : [];
  });
}

export interface PlacesPage extends Viewed {
  places: PlaceSetUp[];
  equipment: EquipmentSetUp[];
  loops: { id: string; code: string; name: string; kind: string }[];
}

/** Who looks, and whether they may change what they see. */
interface Viewed {
  units: UnitChoice;
  currency: string;
  mayChange: boolean;
}

const viewed = (person: SignedIn, roles: readonly Role[] = ['manager']): Viewed => ({
  units: unitsOf(person),
  currency: person.currency,
  mayChange: roles.includes(person.role),
});

export const placesPage = (): Promise<PlacesPage> =>
  readFarm(async (tx, person) => ({
    ...viewed(person),
    places: await placesSetUp(tx),
    equipment: await equipmentSetUp(tx),
    loops: await loopsSetUp(tx),
  }));

export interface ProductsPage extends Viewed {
  products: ProductSetUp[];
  /** What of the library is not on the farm yet. */
  library: { what: 'species' | 'crop'; code: string; name: string }[];
  prices: ListedPrice[];
  /** Part of a whole fish that is left when it is gutted or filleted, by species. */
  dressing: Record<string, { gutted: number | null; fillet: number | null }>;
  today: Day;
}

export const productsPage = (): Promise<ProductsPage> =>
  readFarm(async (tx, person, today) => {
    const have = await kindsOnFarm(tx);
    const library = [
      ...SPECIES_DEFAULTS.map((s) => ({ what: 'species' as const, code: s.code, name: s.name })),
      ...CROP_DEFAULTS.map((c) => ({
        what: 'crop' as const,
        code: c.code,
        name: c.name,
      })),
      ...(await ownPutAway(tx)).map((own) => ({ what: 'crop' as const, ...own })),
    ].filter((k) => !have.has(k.code));
    return {
      ...viewed(person, ['manager', 'office']),
      products: await productsSetUp(tx),
      library,
      prices: await listedPrices(tx),
      dressing: Object.fromEntries(
        SPECIES_DEFAULTS.map((s) => [s.code, { gutted: s.guttedFraction, fillet: s.filletFraction }]),
      ),
      today,
    };
  });

export interface CustomersPage extends Viewed {
  customers: CustomerSetUp[];
  context: TableContext;
}

export async function customersPage(): Promise<CustomersPage> {
  const page = await readFarm(async (tx, person) => ({
    ...viewed(person, ['manager', 'office']),
    customers: await customersSetUp(tx),
  }));
  return { ...page, context: await tableContext() };
}

export interface PapersPage extends Viewed {
  papers: Paper[];
  today: Day;
}

export const papersPage = (): Promise<PapersPage> =>
  readFarm(async (tx, person, today) => ({
    ...viewed(person, ['manager', 'office']),
    papers: await papersOf(tx),
    today,
  }));

export interface CropsPage extends Viewed {
  /** What the farm's own batches of the chosen crop came to; null: too few of them. */
  learned: Learned | null;
  crops: { crop: Crop; version: number }[];
  chosen: string | null;
  /** What the chosen crop is sold as. */
  products: { code: string; name: string; unit: string; priceMinor: number }[];
  today: Day;
}

export async function cropsPage(search: Search): Promise<CropsPage> {
  const wanted = (await search).crop;
  const view = await farmView(search, async (tx, { facts, today }) => {
    const grown = facts.crops.filter((c) => !c.retiredOn);
    const crop = grown.find((c) => c.code === wanted) ?? grown[0];
    return {
      versions: await cropVersions(tx),
      crop,
      learned: crop ? learnedFrom(crop, await batchesOf(tx, today, crop.code), facts) : null,
    };
  });
  const { versions, crop: chosen, learned } = view.more;
  const crops = view.facts.crops
    .filter((c) => !c.retiredOn)
    .map((crop) => ({ crop, version: versions.get(crop.code) ?? 1 }));
  const products = view.facts.products
    .filter((p) => chosen && p.cropCode === goodsCode(chosen) && !p.retiredOn)
    .map(({ code, name, unit, priceMinor }) => ({ code, name, unit, priceMinor }));
  return { ...viewed(view.asks), crops, chosen: chosen?.code ?? null, products, learned, today: view.today };
}

export interface LimitsPage extends Viewed, LimitsSetUp {}

export const limitsPage = (): Promise<LimitsPage> =>
  readFarm(async (tx, person) => ({ ...viewed(person), ...(await limitsSetUp(tx)) }));

export interface CarriesPage extends Viewed {
  rows: Follows[];
  /** The water's way round each loop. */
  ways: { loop: string; nodes: FlowNode[] }[];
  rules: PlanningRules;
  version: number;
}

/** What follows from the farm as it stands, by its own planning rules. */
export const carriesPage = (): Promise<CarriesPage> =>
  readFarm(async (tx, person) => {
    const shown = viewed(person);
    const rules = await planningRules(tx);
    const d = await farmAsDescribed(tx);
    return {
      ...shown,
      rows: whatFollows(d, shown.units, rules),
      ways: d.loops.map((l) => ({ loop: l.name, nodes: flowOf(d, l.code) })),
      rules,
      version: (await limitsSetUp(tx)).farm.version,
    };
  });

export interface HousesPage extends Viewed {
  site: { version: number; latitude: number | null; altitudeM: number | null };
  houses: HouseSetUp[];
  mayRead: boolean;
  /** Air and light of the loops: those of beds in houses of which nobody said what they are. */
  usual: { airC: number[]; lightMol: number[] } | null;
}

export const housesPage = (): Promise<HousesPage> =>
  readFarm(async (tx, person, today) => {
    const { version, latitude, altitudeM } = await siteShown(tx);
    const [loop] = (await loadPlaces(tx, today)).loops;
    return {
      ...viewed(person),
      site: { version, latitude, altitudeM },
      houses: await housesSetUp(tx),
      mayRead: person.role === 'manager' || person.role === 'hand',
      usual: loop ? { airC: loop.plannedAirTempC, lightMol: loop.plannedLightMol } : null,
    };
  });

export interface ChoresPage extends Viewed {
  chores: ChoreSetUp[];
  places: { id: string; code: string; name: string }[];
  today: Day;
}

export const choresPage = (): Promise<ChoresPage> =>
  readFarm(async (tx, person, today) => ({
    ...viewed(person),
    chores: await choresSetUp(tx),
    places: (await placesSetUp(tx)).filter((p) => !p.retiredOn),
    today,
  }));

export interface ChangesPage {
  changes: SetUpChange[];
  now: Date;
}

export const changesPage = (): Promise<ChangesPage> =>
  readFarm(async (tx) => ({ changes: await setUpChanges(tx), now: passingNow() }));

export interface InAndOutPage {
  /** How many rows each table of the farm has. */
  tables: { name: FileTable; rows: number }[];
  role: Role;
  /** The kind of table that a file is taken in of. */
  bring: string | null;
  context: TableContext;
  /** One's own addresses of calendars. */
  calendars: CalendarLink[];
  /** For a manager: what sends readings by itself. */
  instruments: Probe[];
  /** A batch as one of them sends it. */
  example: string;
  now: Date;
}

export async function inAndOutPage(search: Search): Promise<InAndOutPage> {
  const wanted = (await search).bring;
  const page = await readFarm(async (tx, person) => ({
    tables: await tableSizes(tx),
    role: person.role,
    calendars: await calendarLinks(tx, person.personId),
    ...(await instrumentsFor(tx, person.role)),
  }));
  const bring = typeof wanted === 'string' && tableKind(wanted) ? wanted : null;
  return { ...page, bring, context: await tableContext(), now: passingNow() };
}

/** What sends by itself, and how, with a loop and a tank of this very farm. */
async function instrumentsFor(tx: Tx, role: Role): Promise<Pick<InAndOutPage, 'instruments' | 'example'>> {
  if (role !== 'manager') return { instruments: [], example: '' };
  const { loops, places } = await measuredPlaces(tx);
  const at = passingNow().toISOString().slice(0, 17).concat('00Z');
  const values = [
    ...loops.slice(0, 1).map((l) => ({ loop: l.code, kind: 'ph', value: 6.8, at })),
    ...places.slice(0, 1).map((p) => ({ place: p.code, kind: 'do', value: 6.4, at })),
  ];
  return {
    instruments: await probes(tx),
    example: `Authorization: Bearer KEY\nContent-Type: application/json\n\n${JSON.stringify({ sequence: 0, values }, null, 2)}`,
  };
}
