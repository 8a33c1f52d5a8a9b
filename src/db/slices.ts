import { say } from '../core/words/words';
import { DEFAULT_SETTINGS } from '../core/plan/settings';
import type { FarmFacts, HouseFact } from '../core/facts/farm';
import { type FarmForecast } from '../core/facts/forecast';
import { forecastSound, withSupplyOnHand } from '../core/plan/forecast';
import { cropFault, loopFault, soundFacts, speciesFault, stepFault, type BrokenRecord } from '../core/plan/faults';
import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../core/library/defaults';
import type { Day } from '../core/quantity/days';
import type { BedGave } from '../core/crops/bedYear';
import { bedYear } from './bedYear';
import type { Tx } from './connection';
import { fishFacts, holdingsOf, loadPromises, packedFacts, type HoldingRow } from './facts';
import { plantingFacts } from './plantingFacts';
import { asRead, loadKeeping, loadLibrary, loadPlaces } from './keeping';
import { openSteps, type StoredStep } from './plan';
import type { Topic } from './revisions';

/** What a slice is asked for. */
export interface SliceAsk {
  tx: Tx;
  day: Day;
  isToday: boolean;
  /** Another slice of the same farm and day. */
  get: <T>(slice: Slice<T>) => Promise<T>;
}

/**
 * A part of what is known of a farm on a day, with the topics it is made of: it is read again when one of them moved, and
 * only then. What it takes from other slices counts among its topics by itself.
 */
export interface Slice<T> {
  name: string;
  topics: readonly Topic[];
  from: readonly Slice<unknown>[];
  /** How much room it takes beside the others, roughly in hundreds of kilobytes. */
  size: number;
  load: (ask: SliceAsk) => Promise<T>;
}

const slice = <T>(s: Slice<T>): Slice<T> => s;

export function topicsOf({ topics, from }: Slice<unknown>): Topic[] {
  return [...new Set([...topics, ...from.flatMap(topicsOf)])].sort();
}

type Library = Pick<FarmFacts, 'species' | 'crops' | 'products' | 'feedRules'> & { broken: BrokenRecord[] };

/** A species or crop that cannot be reckoned with is taken from the planning defaults meanwhile, and told. */
export const library = slice<Library>({
  name: 'library',
  topics: ['library'],
  from: [],
  size: 2,
  load: async ({ tx }) => {
    const { species, crops, ...rest } = await loadLibrary(tx);
    const broken: BrokenRecord[] = [];
    const sound = <T extends { code: string }>({
      what,
      row,
      fault,
      defaults,
    }: {
      what: 'species' | 'crop';
      row: T;
      fault: string | null;
      defaults: readonly T[];
    }): T => {
      if (!fault) return row;
      broken.push({ what, id: row.code, words: say`${fault} The planning default is used meanwhile.` });
      return { ...(defaults.find((d) => d.code === row.code) ?? defaults[0]!), code: row.code };
    };
    return {
      ...rest,
      species: species.map((s) =>
        sound({ what: 'species', row: s, fault: speciesFault(s), defaults: SPECIES_DEFAULTS }),
      ),
      crops: crops.map((c) => sound({ what: 'crop', row: c, fault: cropFault(c), defaults: CROP_DEFAULTS })),
      broken,
    };
  },
});

export const places = slice<Pick<FarmFacts, 'loops' | 'places'> & { houses: HouseFact[]; broken: BrokenRecord[] }>({
  name: 'places',
  topics: ['places'],
  from: [],
  size: 1,
  load: async ({ tx, day }) => {
    const { loops, places: all, houses } = await loadPlaces(tx, day);
    const broken: BrokenRecord[] = [];
    const sound = loops.map((l) => {
      const fault = loopFault(l);
      if (!fault) return l;
      broken.push({ what: 'loop', id: l.id, words: say`${fault.words} It is left out.` });
      return {
        ...l,
        tempPlan: [],
        lifeSupport: { aerators: [], media: [], energy: null },
        ...(fault.months ? EVEN_MONTHS : {}),
      };
    });
    return { loops: sound, places: all, houses, broken };
  },
});

const EVEN_MONTHS = {
  plannedWaterTempC: new Array<number>(12).fill(18),
  waterUnknown: true,
  plannedAirTempC: new Array<number>(12).fill(18),
  plannedLightMol: new Array<number>(12).fill(12),
};

/** What lives and lies where, by kind of lot. */
const fishHeld = slice<HoldingRow[]>({
  name: 'fishHeld',
  topics: ['fish', 'places'],
  from: [],
  size: 1,
  load: ({ tx, day, isToday }) => holdingsOf({ tx, day, isToday, kinds: ['cohort'] }),
});

export const keeping = slice<Pick<FarmFacts, 'treatments' | 'quarantine' | 'resting'>>({
  name: 'keeping',
  topics: ['keeping'],
  from: [library, fishHeld],
  size: 1,
  load: async ({ tx, day, get }) =>
    loadKeeping({ tx, day, held: await get(fishHeld), rules: (await get(library)).feedRules }),
});

export const fish = slice<FarmFacts['fish']>({
  name: 'fish',
  topics: ['plan', 'climate'],
  from: [library, places, fishHeld],
  size: 2,
  load: async ({ tx, day, get }) => {
    const [{ species }, where, held] = [await get(library), await get(places), await get(fishHeld)];
    return fishFacts({ tx, day, holdings: held, loops: where.loops, places: where.places, species });
  },
});

export const plants = slice<FarmFacts['plantings']>({
  name: 'plants',
  topics: ['plants', 'places', 'keeping'],
  from: [],
  size: 2,
  load: async ({ tx, day, isToday }) =>
    plantingFacts(tx, day, await holdingsOf({ tx, day, isToday, kinds: ['planting'] })),
});

export const market = slice<Pick<FarmFacts, 'packed' | 'promises'>>({
  name: 'market',
  topics: ['market', 'customers', 'library', 'places'],
  from: [],
  size: 2,
  load: async ({ tx, day, isToday }) => ({
    packed: packedFacts(await holdingsOf({ tx, day, isToday, kinds: ['packed_fish', 'packed_produce', 'live_fish'] })),
    promises: await loadPromises(tx, day),
  }),
});

/** The open plan. A past day has none: what was done is in the records. */
export const plan = slice<{ steps: StoredStep[]; broken: BrokenRecord[] }>({
  name: 'plan',
  topics: ['plan'],
  from: [library, places],
  size: 6,
  load: async ({ tx, isToday, get }) => {
    if (!isToday) return { steps: [], broken: [] };
    const { species, crops } = await get(library);
    const known = {
      species: new Set(species.map((s) => s.code)),
      crops: new Set(crops.map((c) => c.code)),
      places: new Set((await get(places)).places.map((p) => p.id)),
    };
    const broken: BrokenRecord[] = [];
    const steps = (await openSteps(tx)).filter((step) => {
      const words = stepFault(step, known);
      if (words) broken.push({ what: 'step', id: step.id, words });
      return !words;
    });
    return { steps, broken };
  },
});

/** Loops and houses as they were read: the same objects until a reading of them comes, because tables rest on them. */
const loopsAsRead = slice<{ loops: FarmFacts['loops']; houses: HouseFact[] }>({
  name: 'loopsAsRead',
  topics: ['climate'],
  from: [places],
  size: 1,
  load: async ({ tx, day, get }) => asRead(tx, await get(places), day),
});

/** All that lives on the farm and what restrains it: what fish and plants are forecast from. */
const living = slice<{ facts: FarmFacts; broken: BrokenRecord[] }>({
  name: 'living',
  topics: [],
  from: [library, places, loopsAsRead, fish, plants, keeping],
  size: 1,
  load: async ({ day, get }) => {
    const [lib, where] = [await get(library), await get(places)];
    const { facts, broken } = soundFacts({
      today: day,
      ...(await get(loopsAsRead)),
      places: where.places,
      species: lib.species,
      crops: lib.crops,
      products: lib.products,
      feedRules: lib.feedRules,
      fish: await get(fish),
      plantings: await get(plants),
      packed: [],
      promises: [],
      ...(await get(keeping)),
    });
    return { facts, broken: [...lib.broken, ...where.broken, ...broken] };
  },
});

/** Everything known of the farm on the day. */
export const farmFacts = slice<{ facts: FarmFacts; broken: BrokenRecord[] }>({
  name: 'facts',
  topics: [],
  from: [living, market],
  size: 1,
  load: async ({ get }) => {
    const alive = await get(living);
    const { facts, broken } = soundFacts({ ...alive.facts, ...(await get(market)) });
    return { facts, broken: [...alive.broken, ...broken] };
  },
});

/** The forecast of all that lives, from the plan as it stands; what lies packed is added by who needs it. */
const growing = slice<{ forecast: FarmForecast; broken: BrokenRecord[] }>({
  name: 'growing',
  topics: [],
  from: [living, plan],
  size: 12,
  load: async ({ isToday, get }) => {
    const settings = isToday ? DEFAULT_SETTINGS : { ...DEFAULT_SETTINGS, horizonDays: 1 };
    return forecastSound((await get(living)).facts, (await get(plan)).steps, settings);
  },
});

export const forecast = slice<{ forecast: FarmForecast; broken: BrokenRecord[] }>({
  name: 'forecast',
  topics: [],
  from: [growing, farmFacts],
  size: 1,
  load: async ({ get }) => {
    const { forecast: alive, broken } = await get(growing);
    return { forecast: withSupplyOnHand(alive, (await get(farmFacts)).facts), broken };
  },
});

/** What went into each bed and was packed of it in the year before: it changes with what is done with plants, and not with each look. */
export const yearOfBeds = slice<BedGave[]>({
  name: 'yearOfBeds',
  topics: ['plants', 'market', 'plan'],
  from: [],
  size: 1,
  load: ({ tx, day }) => bedYear(tx, day),
});

/** A reader that shares with nobody: for scripts, tests and the demo loader. */
export function freshReader(tx: Tx, day: Day, isToday: boolean) {
  const own = new Map<Slice<unknown>, Promise<unknown>>();
  const get = <T>(wanted: Slice<T>): Promise<T> => {
    const known = own.get(wanted as Slice<unknown>) as Promise<T> | undefined;
    if (known) return known;
    const reading = wanted.load({ tx, day, isToday, get });
    own.set(wanted as Slice<unknown>, reading);
    return reading;
  };
  return get;
}

/** Everything known of the farm as it stood at the end of a day (today: as it stands now). */
export async function loadFacts(tx: Tx, day: Day, isToday: boolean): Promise<FarmFacts> {
  return (await freshReader(tx, day, isToday)(farmFacts)).facts;
}
