import 'server-only';
import { boltFromC } from '../../../core/crops/bolting';
import { addDays, type Day } from '../../../core/quantity/days';
import {
  houseAhead,
  plantRisks,
  weeksAhead,
  yearsAhead,
  YEARS,
  type PlantRisk,
  type WeekOutlook,
} from '../../../core/weather/outlook';
import { OWN_FROM_DAYS } from '../../../core/weather/climate';
import { farmClimate, type PlaceClimate } from '../../../db/weather';
import { dayOnly, farmView, type DayView, type FarmView, type Search } from '../../../server/farmView';

export interface RiskView {
  kind: PlantRisk['kind'];
  lotCode: string;
  crop: string;
  bed: string;
  plants: number;
  /** Years of ten. */
  ofTen: number;
  share: number;
  lateDays: number;
  valueMinor: number;
  expectedLossMinor: number;
  pickOn: Day;
  earlyOn: Day;
}

/** What the recorded air has done already to what stands. */
export interface HappenedView {
  lotCode: string;
  bed: string;
  words: string;
}

export interface WeatherPage extends DayView {
  currency: string;
  years: number;
  houses: { code: string; name: string; weeks: WeekOutlook[]; boltsFromC: number | null }[];
  risks: RiskView[];
  /** Weeks ahead that risks are looked for in. */
  riskWeeks: number;
  happened: HappenedView[];
  source: Omit<PlaceClimate, 'climate'> & { ownMonths: number };
}

const DAYS = 182;
/** Plants further ahead can still be planned otherwise. */
const RISK_DAYS = 84;
const MOST_RISKS = 60;
/** The same years each time the page is opened. */
const SEED = 20;

/** Air and light of the houses half a year ahead, in many seeded years, and what they may do to the plants that are planned. */
export async function weatherPage(search: Search): Promise<WeatherPage> {
  const view = await farmView(search, (tx) => farmClimate(tx));
  const { facts, forecast, more } = view;
  const years = yearsAhead({ climate: more.climate, today: facts.today, days: DAYS, seed: SEED });
  const green = facts.loops.filter((l) => facts.places.some((p) => p.kind === 'bed' && p.loopId === l.id));
  const houses = new Map(green.map((l) => [l.id, houseAhead(l, { today: facts.today, climate: more.climate, years })]));
  const grown = new Set(forecast.plants.map((s) => s.cropCode));
  const limits = facts.crops
    .filter((c) => grown.has(c.code))
    .map(boltFromC)
    .filter((c) => c !== null);
  const { climate, ...source } = more;
  return {
    ...dayOnly(view),
    currency: view.asks.currency,
    years: YEARS,
    houses: green.map((l) => ({
      code: l.code,
      name: l.name,
      weeks: weeksAhead(houses.get(l.id)!, facts.today),
      boltsFromC: limits.length > 0 ? Math.min(...limits) : null,
    })),
    riskWeeks: RISK_DAYS / 7 + 1,
    risks: view.when === 'past' ? [] : risksOf(view, houses),
    happened: happenedTo(view),
    source: { ...source, ownMonths: climate.ownDays.filter((n) => n >= OWN_FROM_DAYS).length },
  };
}

function risksOf({ facts, forecast }: FarmView, houses: Parameters<typeof plantRisks>[0]['houses']): RiskView[] {
  return plantRisks({ facts, forecast, houses, days: RISK_DAYS })
    .slice(0, MOST_RISKS)
    .map(({ stay, crop, years, pickAt, earlyAt, kind, share, lateDays, valueMinor, expectedLossMinor }) => ({
      ...{ kind, share, lateDays, valueMinor, expectedLossMinor },
      ...{ lotCode: stay.lotCode, crop: crop.name, plants: Math.round(stay.plants) },
      bed: facts.places.find((p) => p.id === stay.placeId)?.code ?? '',
      ofTen: Math.max(1, Math.round((years / YEARS) * 10)),
      pickOn: addDays(facts.today, pickAt),
      earlyOn: addDays(facts.today, earlyAt),
    }));
}

/** Heat that was read, as the forecast reckons with it. */
function happenedTo({ facts, forecast }: FarmView): HappenedView[] {
  return forecast.warnings
    .filter((w) => w.kind === 'bolting')
    .map((w) => ({
      lotCode: w.lotCode,
      bed: facts.places.find((p) => p.id === w.placeId)?.code ?? '',
      words: w.words,
    }));
}
