import 'server-only';
import { bedPage } from '../features/beds/bed/queries';
import { culturesPage } from '../features/beds/cultures/queries';
import { successionPage } from '../features/beds/planner/queries';
import { plantingPage } from '../features/beds/planting/queries';
import { bedsPage } from '../features/beds/queries';
import { scoutingPage } from '../features/beds/scouting/queries';
import { spacePage } from '../features/beds/space/queries';
import { trialsPage } from '../features/beds/trials/queries';
import { weatherPage } from '../features/beds/weather/queries';
import { arrivalsPage } from '../features/cohorts/arrivals/arrivalsQuery';
import { cohortPage } from '../features/cohorts/cohort/cohortQueries';
import { feedPage } from '../features/cohorts/feed/feedQueries';
import { lifePage } from '../features/cohorts/life/lifeQueries';
import { lossPage } from '../features/cohorts/loss/lossQueries';
import { plannerPage } from '../features/cohorts/planner/plannerQuery';
import { speciesPage } from '../features/cohorts/species/speciesQuery';
import { tankPage } from '../features/cohorts/tanks/oneTankQuery';
import { cohortsPage } from '../features/cohorts/tanks/tankQueries';
import { temperaturePage } from '../features/cohorts/temperature/temperatureQuery';
import { peoplePage } from '../features/farm/people/queries';
import { planPage } from '../features/farm/plan/queries';
import {
  carriesPage,
  changesPage,
  choresPage,
  cropsPage,
  customersPage,
  housesPage,
  inAndOutPage,
  limitsPage,
  papersPage,
  placesPage,
  productsPage,
  todayPage,
} from '../features/farm/queries';
import { marketPage, newOrderPage, orderPage } from '../features/market/queries';
import { purgePage } from '../features/purge/queries';
import { roundPage } from '../features/round/queries';
import { manualPage } from '../features/manual/queries';
import { seasonPage } from '../features/season/queries';
import { sumsPage } from '../features/sums/queries';
import type { Search } from '../server/farmView';
import type { Asked, StationName } from './list';

interface Ask {
  code: string;
  search: Search;
}

/** What each station shows, read as one. */
const answers = {
  round: ({ search }) => roundPage(search),
  cohorts: ({ search }) => cohortsPage(search),
  arrivals: ({ search }) => arrivalsPage(search),
  feed: ({ search }) => feedPage(search),
  temperature: ({ search }) => temperaturePage(search),
  life: ({ search }) => lifePage(search),
  stockingPlanner: ({ search }) => plannerPage(search),
  loss: ({ search }) => lossPage(search),
  species: ({ search }) => speciesPage(search),
  tank: ({ code, search }) => tankPage(code, search),
  cohort: ({ code, search }) => cohortPage(code, search),
  beds: ({ search }) => bedsPage(search),
  space: ({ search }) => spacePage(search),
  successionPlanner: ({ search }) => successionPage(search),
  weather: ({ search }) => weatherPage(search),
  scouting: ({ search }) => scoutingPage(search),
  cultures: ({ search }) => culturesPage(search),
  trials: ({ search }) => trialsPage(search),
  bed: ({ code, search }) => bedPage(code, search),
  planting: ({ code, search }) => plantingPage(code, search),
  purge: ({ search }) => purgePage(search),
  market: ({ search }) => marketPage(search),
  newOrder: ({ search }) => newOrderPage(search),
  order: ({ code, search }) => orderPage(code, search),
  season: ({ search }) => seasonPage(search),
  sums: ({ search }) => sumsPage(search),
  manual: () => manualPage(),
  plan: ({ search }) => planPage(search),
  places: () => placesPage(),
  houses: () => housesPage(),
  carries: () => carriesPage(),
  products: () => productsPage(),
  crops: ({ search }) => cropsPage(search),
  customers: () => customersPage(),
  people: () => peoplePage(),
  chores: () => choresPage(),
  papers: () => papersPage(),
  today: ({ search }) => todayPage(search),
  inAndOut: ({ search }) => inAndOutPage(search),
  limits: () => limitsPage(),
  changes: () => changesPage(),
} satisfies Record<StationName, (ask: Ask) => Promise<unknown>>;

export type Pages = { [Name in StationName]: Awaited<ReturnType<(typeof answers)[Name]>> };

export const pageFor = ({ name, code, search }: Asked): Promise<unknown> =>
  (answers[name] as (ask: Ask) => Promise<unknown>)({ code, search: Promise.resolve(search) });
