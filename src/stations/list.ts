import { say } from '../core/words/words';

/** Everything a person opens on the farm: where, and what it is called. What it shows is in `answers`, how in `views`. */
interface Place {
  /** `:code` stands for a name of the farm: a tank, a bed, a lot. */
  path: string;
  title: (code: string) => string;
  /** What of an address it answers to. All else of it is for the eye alone and asks nothing. */
  search?: readonly string[];
  /** What it shows differs by person, not only by role. */
  own?: true;
}

const places = {
  round: { path: '/round', title: () => say`Round`, search: ['day'] },
  cohorts: { path: '/cohorts', title: () => say`Cohorts`, search: ['day'] },
  arrivals: { path: '/cohorts/arrivals', title: () => say`Arrivals`, search: ['day'] },
  feed: { path: '/cohorts/feed', title: () => say`Feed`, search: ['day'] },
  temperature: { path: '/cohorts/temperature', title: () => say`Temperature`, search: ['day'] },
  life: { path: '/cohorts/life', title: () => say`Life support`, search: ['day'] },
  stockingPlanner: { path: '/cohorts/planner', title: () => say`Stocking planner`, search: ['day'] },
  loss: { path: '/cohorts/loss', title: () => say`In step`, search: ['day', 'loss', 'suppose', 'gap'] },
  species: { path: '/cohorts/species', title: () => say`Species`, search: ['day'] },
  tank: { path: '/cohorts/tank/:code', title: (code) => say`Tank ${code}`, search: ['day'] },
  cohort: { path: '/cohorts/:code', title: (code) => code, search: ['day', 'story'], own: true },
  beds: { path: '/beds', title: () => say`Beds`, search: ['day'] },
  space: { path: '/beds/space', title: () => say`Space`, search: ['day'] },
  successionPlanner: { path: '/beds/planner', title: () => say`Succession planner`, search: ['day'] },
  weather: { path: '/beds/weather', title: () => say`Weather ahead`, search: ['day'] },
  scouting: { path: '/beds/scouting', title: () => say`Scouting`, search: ['day'], own: true },
  cultures: { path: '/beds/cultures', title: () => say`Side cultures`, search: ['day'] },
  trials: { path: '/beds/trials', title: () => say`Trials`, search: ['day'] },
  bed: { path: '/beds/bed/:code', title: (code) => code, search: ['day'] },
  planting: { path: '/beds/:code', title: (code) => code, search: ['day'], own: true },
  purge: { path: '/purge', title: () => say`Purge & pick`, search: ['day'] },
  market: { path: '/market', title: () => say`Market`, search: ['day'] },
  newOrder: { path: '/market/new', title: () => say`New order`, search: ['day'] },
  order: { path: '/market/orders/:code', title: () => say`Order`, search: ['day'] },
  season: { path: '/season', title: () => say`Season`, search: ['day', 'draft'] },
  sums: { path: '/sums', title: () => say`Sums`, search: ['day', 'sum'] },
  manual: { path: '/manual', title: () => say`Manual` },
  plan: { path: '/farm', title: () => say`Plan of the farm`, search: ['day'] },
  places: { path: '/farm/places', title: () => say`Loops and places` },
  houses: { path: '/farm/houses', title: () => say`Houses` },
  carries: { path: '/farm/carries', title: () => say`What it carries` },
  products: { path: '/farm/products', title: () => say`Products and prices` },
  crops: { path: '/farm/crops', title: () => say`Crops and recipes`, search: ['day', 'crop'] },
  customers: { path: '/farm/customers', title: () => say`Customers` },
  people: { path: '/farm/people', title: () => say`People`, own: true },
  chores: { path: '/farm/chores', title: () => say`Chores` },
  papers: { path: '/farm/papers', title: () => say`Rules, permits, contacts` },
  today: { path: '/farm/today', title: () => say`What is there`, search: ['day', 'what'] },
  inAndOut: { path: '/farm/in-and-out', title: () => say`In and out`, search: ['bring'], own: true },
  limits: { path: '/farm/limits', title: () => say`Habits and limits` },
  changes: { path: '/farm/changes', title: () => say`Changes` },
} satisfies Record<string, Place>;

export type StationName = keyof typeof places;
export const PLACES: Readonly<Record<StationName, Place>> = places;

/** What an address asks for. */
export interface Asked {
  name: StationName;
  /** The name in its path, or nothing. */
  code: string;
  search: Readonly<Record<string, string>>;
  /** The same for all addresses that ask the same. */
  about: string;
}

const patterns = (Object.entries(PLACES) as [StationName, Place][])
  // A place that is named comes before any code: /beds/space is no planting.
  .sort(([, a], [, b]) => Number(a.path.includes(':')) - Number(b.path.includes(':')))
  .map(([name, { path }]) => ({ name, pattern: new RegExp(`^${path.replace(':code', '([^/]+)')}/?$`) }));

/** Which station an address is of, and what it asks; null: none. */
export function stationAt(path: string, search: URLSearchParams): Asked | null {
  for (const { name, pattern } of patterns) {
    const found = pattern.exec(path);
    if (!found) continue;
    const code = decoded(found[1] ?? '');
    if (code === null) return null;
    const asked = (PLACES[name].search ?? []).flatMap((key) => {
      const value = search.get(key);
      return value === null ? [] : [[key, value.slice(0, LONGEST)] as const];
    });
    return { name, code, search: Object.fromEntries(asked), about: JSON.stringify([name, code, asked]) };
  }
  return null;
}

const LONGEST = 200;

function decoded(code: string): string | null {
  try {
    return decodeURIComponent(code);
  } catch {
    return null;
  }
}

/** Where its answer is asked for. */
export const dataPath = (path: string, { search }: Asked): string => {
  const query = new URLSearchParams(search).toString();
  return `/api/stations${path}${query ? `?${query}` : ''}`;
};

export const titleOf = ({ name, code }: Pick<Asked, 'name' | 'code'>): string => PLACES[name].title(code);
