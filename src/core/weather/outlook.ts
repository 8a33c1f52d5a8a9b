import { boltFromC, boltShare, HEAT_COUNTS_DAYS, heatOf } from '../crops/bolting';
import { dailyDevelopment } from '../crops/development';
import { expectedYield } from '../crops/quantities';
import type { Crop } from '../library/types';
import { productByCrop } from '../crops/recipes';
import type { FarmFacts, LoopFact } from '../facts/farm';
import type { FarmForecast, PlantStay } from '../facts/forecast';
import { addDays, fromMonths, type Day } from '../quantity/days';
import { strayingYear, type Climate, type Straying } from './climate';

/** Years that are tried. */
export const YEARS = 40;
/** Of a cold spell outside a house lets in so much, because it is closed and heated. Planning default. */
const COLD_LET_IN = 0.4;
/** A house is aired from here on, and is then within so much of the air outside, °C. Planning defaults. */
const AIRED_FROM_C = 24;
const ABOVE_OUTSIDE_C = 4;

/** Air and light in a house on the days ahead, in each of the years tried. */
export interface HouseYear {
  airC: Float64Array;
  lightMol: Float64Array;
}

interface YearsArgs {
  climate: Climate;
  today: Day;
  days: number;
  seed: number;
}

/** The same weather comes over all houses: one run of years for the farm. */
export function yearsAhead({ climate, today, days, seed }: YearsArgs): Straying[] {
  const dates = Array.from({ length: days }, (_, i) => addDays(today, i));
  return Array.from({ length: YEARS }, (_, y) => strayingYear(climate, { days: dates, seed: seed + y * 7919 }));
}

/** A house as it is planned, and as it would be in each of the years tried. */
export interface House {
  planned: HouseYear;
  years: HouseYear[];
}

interface HouseArgs {
  today: Day;
  climate: Climate;
  years: readonly Straying[];
}

/** What straying years make of a house as it is planned: cold spells are kept out by half, warm ones aired away while it is cooler outside. */
export function houseAhead(loop: LoopFact, { today, climate, years }: HouseArgs): House {
  const days = years[0]?.airC.length ?? 0;
  const monthly = (months: readonly number[]) =>
    Float64Array.from({ length: days }, (_, i) => fromMonths(months, addDays(today, i)));
  const planned = { airC: monthly(loop.plannedAirTempC), lightMol: monthly(loop.plannedLightMol) };
  const outsideC = monthly(climate.airC);
  const inside = (year: Straying, i: number): number => {
    const [usual, strays] = [planned.airC[i]!, year.airC[i]!];
    if (strays < 0) return usual + strays * COLD_LET_IN;
    const aired = Math.max(usual, AIRED_FROM_C, outsideC[i]! + strays + ABOVE_OUTSIDE_C);
    return Math.min(usual + strays, aired);
  };
  return {
    planned,
    years: years.map((year) => ({
      airC: planned.airC.map((_, i) => inside(year, i)),
      lightMol: planned.lightMol.map((l, i) => Math.min(70, l * year.light[i]!)),
    })),
  };
}

export interface WeekOutlook {
  from: Day;
  /** Mean air of the week: as planned, and what it stays above and below in nine years of ten, °C. */
  airC: { planned: number; low: number; high: number };
  lightMol: { planned: number; low: number; high: number };
}

/** Air and light of a house, week by week. */
export function weeksAhead({ planned, years }: House, today: Day): WeekOutlook[] {
  return Array.from({ length: Math.floor(planned.airC.length / 7) }, (_, w) => {
    const band = (of: (y: HouseYear) => Float64Array) => {
      const means = years.map((y) => meanOf(of(y), w * 7, w * 7 + 7)).sort((a, b) => a - b);
      return { planned: meanOf(of(planned), w * 7, w * 7 + 7), low: share(means, 0.1), high: share(means, 0.9) };
    };
    return { from: addDays(today, w * 7), airC: band((y) => y.airC), lightMol: band((y) => y.lightMol) };
  });
}

const share = (sorted: readonly number[], at: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * at))] ?? NaN;

function meanOf(values: Float64Array, from: number, until: number): number {
  let sum = 0;
  for (let i = from; i < until; i++) sum += values[i]!;
  return sum / (until - from);
}

/** What weather may do to plants that stand or will stand in a bed. */
export interface PlantRisk {
  kind: 'heat' | 'cold' | 'dark';
  stay: PlantStay;
  crop: Crop;
  /** Years of the tried in which it happens. */
  years: number;
  /** Heat: share lost in those years on average. Dark and cold: days later than planned. */
  share: number;
  lateDays: number;
  /** What the whole pick is worth at list price, and what is lost of it on average over all years, minor units. */
  valueMinor: number;
  expectedLossMinor: number;
  /** Day index of the pick, and the first on which it may be picked all the same. */
  pickAt: number;
  earlyAt: number;
}

interface RisksArgs {
  facts: Pick<FarmFacts, 'crops' | 'products' | 'places' | 'loops' | 'today'>;
  forecast: Pick<FarmForecast, 'plants' | 'supply'>;
  /** By loop. */
  houses: ReadonlyMap<string, House>;
  days: number;
}

/** Shares and days from which it is told. */
const TOLD = { share: 0.05, days: 4, years: 0.1 } as const;
/** A pick so much early still gives nearly all. Planning default: a tenth of the days in the bed. */
const EARLY_PART = 0.1;

/** Plantings that heat, cold or dark may hurt within some days, the dearest first. */
export function plantRisks({ facts, forecast, houses, days }: RisksArgs): PlantRisk[] {
  const crops = new Map(facts.crops.map((c) => [c.code, c]));
  const loops = new Map(facts.places.map((p) => [p.id, p.loopId]));
  const products = productByCrop(facts.products, facts.crops);
  const risks = forecast.plants.flatMap((stay): PlantRisk[] => {
    const crop = crops.get(stay.cropCode);
    const house = houses.get(loops.get(stay.placeId) ?? '');
    const { readyFrom } = stay;
    if (!crop || !house || stay.stage === null || readyFrom === null || readyFrom < 0 || readyFrom >= days) return [];
    const product = products.get(crop.code);
    const { units } = expectedYield(crop, stay.plants, 1);
    const valueMinor = product ? (crop.unit === 'kg' ? units / 1000 : units) * product.priceMinor : 0;
    const earlyAt = Math.max(0, Math.floor(readyFrom - crop.finalDays * EARLY_PART));
    const about = { stay, crop, valueMinor, pickAt: readyFrom, earlyAt };
    return [...heatRisk(about, house), ...slowRisks(about, house)];
  });
  return risks.sort(
    (a, b) => b.expectedLossMinor - a.expectedLossMinor || b.years * b.valueMinor - a.years * a.valueMinor,
  );
}

type About = Pick<PlantRisk, 'stay' | 'crop' | 'valueMinor' | 'pickAt' | 'earlyAt'>;

function heatRisk(about: About, { years }: House): PlantRisk[] {
  const { crop, stay, pickAt, valueMinor } = about;
  const limit = boltFromC(crop);
  if (limit === null) return [];
  const from = Math.max(0, stay.from, pickAt - HEAT_COUNTS_DAYS);
  const shares = years.map(({ airC }) => {
    let degreeDays = 0;
    for (let day = from; day < pickAt; day++) degreeDays += heatOf(airC[day]!, limit);
    return boltShare(degreeDays);
  });
  const hurt = shares.filter((s) => s >= TOLD.share);
  if (hurt.length < years.length * TOLD.years) return [];
  const mean = shares.reduce((a, b) => a + b, 0) / shares.length;
  const hurtBy = hurt.reduce((a, b) => a + b, 0) / hurt.length;
  return [
    { ...about, kind: 'heat', years: hurt.length, share: hurtBy, lateDays: 0, expectedLossMinor: valueMinor * mean },
  ];
}

/** Years in which it is ripe later than planned, by cold or by dark, whichever holds it back more. */
function slowRisks(about: About, { planned, years }: House): PlantRisk[] {
  const { crop, stay, pickAt } = about;
  const from = Math.max(0, stay.from);
  if (pickAt - from < LEAST_DAYS) return [];
  const grown = (year: HouseYear, day: number) => dailyDevelopment(crop, year.airC[day]!, year.lightMol[day]!);
  let asked = 0;
  for (let day = from; day < pickAt; day++) asked += grown(planned, day);
  const late = years.map((year) => {
    let made = 0;
    let day = from;
    for (; day < year.airC.length && made < asked - 1e-9; day++) made += grown(year, day);
    const dark = meanOf(year.lightMol, from, pickAt) / meanOf(planned.lightMol, from, pickAt);
    const cold = meanOf(year.airC, from, pickAt) - meanOf(planned.airC, from, pickAt);
    return { days: day - pickAt, isDark: dark < 1 && (1 - dark) * 10 > -cold };
  });
  const slow = late.filter((l) => l.days >= TOLD.days);
  if (slow.length < years.length * TOLD.years) return [];
  const kind = slow.filter((l) => l.isDark).length * 2 >= slow.length ? 'dark' : 'cold';
  const lateDays = slow.reduce((sum, l) => sum + l.days, 0) / slow.length;
  return [{ ...about, kind, years: slow.length, share: 0, lateDays, expectedLossMinor: 0 }];
}

/** Nearer than this the weather changes nothing. */
const LEAST_DAYS = 5;
