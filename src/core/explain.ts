import { all, plural, say, told } from './words/words';
import { waterL } from './fish/stocking';
import { inSentence } from './library/inSentence';
import { feedConversion } from './fish/feed';
import type { SowingQuantities } from './crops/quantities';
import type { Crop } from './library/types';
import type { TankFeed } from './plan/tankFeed';
import type { LoopFact, PlaceFact } from './facts/farm';
import { bandOf, formatBalance } from './water/loopBalance';
import { temperatureResponse } from './quantity/temperatureResponse';
import {
  formatArea,
  formatDensity,
  formatLoad,
  formatMass,
  formatNumber,
  formatTankSize,
  formatTemperature,
  type UnitChoice,
  formatPellet,
} from './quantity/units';

/** Why a number is what it is. */
export interface Explanation {
  title: string;
  /** The formula in words, with the numbers filled in. */
  formula: string;
  inputs: { label: string; value: string; from: string }[];
  /** Where it is from; absent: where its calculations are from. */
  source?: string;
  /** The registered calculations it rests on, by name: their formulas and sources are read when it is opened. */
  sums?: readonly string[];
  /** Which record or setting moves it. */
  change: string;
}

/** For a Why: the calculations it rests on. */
export const by = (...sums: string[]): Pick<Explanation, 'sums'> => ({ sums });

export function explainFeed(r: TankFeed, units: UnitChoice): Explanation {
  const { feedings, pelletMm, times } = r;
  const unfed = r.feedG <= 0 ? whyUnfed(r, units) : null;
  const given = say`${formatMass(r.feedG, units)} a day, in ${feedings} feedings of ${formatPellet(pelletMm, units)} pellets${times.length > 0 ? ` (${times.join(', ')})` : ''}.`;
  return {
    title: say`feed for ${r.place}`,
    formula: unfed ?? `${r.rule?.ration === 'table' ? tableWords(r, units) : growthWords(r)} = ${given}`,
    inputs: [
      {
        label: say`Fish in the tank`,
        value: formatNumber(r.count),
        from: say`ledger: stocked less moved, dead and harvested`,
      },
      { label: say`Mean weight`, value: formatMass(r.meanG, units), from: say`last sample, grown on since` },
      {
        label: say`Water`,
        value: formatTemperature(r.waterTempC, units),
        from: say`the loop’s planned temperature for the day`,
      },
      {
        label: say`Growth against the library`,
        value: `× ${formatNumber(r.pace, 2)}`,
        from: say`fitted to this cohort’s samples`,
      },
      {
        label: say`Feed per gain at this size`,
        value: formatNumber(feedConversion(r.meanG, r.species), 2),
        from: say`${r.species.name}: ${r.species.basis}`,
      },
      {
        label: say`Feedings`,
        value: unfed ? 'none' : formatNumber(feedings),
        from:
          times.length > 0 ? say`the auto-feeder times on Feed` : say`by fish size: small mouths eat little and often`,
      },
    ],
    ...(r.rule?.ration === 'table'
      ? by('feed-by-table', 'temperature-response')
      : by('daily-growth', 'temperature-response', 'feed-by-growth', 'feed-conversion')),
    change: say`weigh a sample, or correct the count; the feed table and feeder times are on Feed, feed conversion in Species.`,
  };
}

/** Why nothing is fed that day: the water, a purge, or nothing in the table for fish of this size. */
function whyUnfed({ species, waterTempC, place, rule, lots }: TankFeed, units: UnitChoice): string {
  const name = inSentence(species.name);
  const water = formatTemperature(waterTempC, units);
  if (waterTempC <= species.tempMinC)
    return say`Nothing is fed: at ${water} the water is too cold. ${species.name} do not feed at ${formatTemperature(species.tempMinC, units)} and below.`;
  if (waterTempC >= species.tempMaxC)
    return say`Nothing is fed: at ${water} the water is too warm. ${species.name} do not feed at ${formatTemperature(species.tempMaxC, units)} and above.`;
  const table = rule?.ration === 'table' ? say`, or the feed table has nothing for ${name} of this size` : '';
  return say`Nothing is fed in ${place}: the feed of ${all(lots)} is stopped for a purge, a treatment or an illness${table}.`;
}

function growthWords({ count, meanG, feedG, species }: TankFeed): string {
  const fcr = feedConversion(meanG, species);
  const gainG = count > 0 ? feedG / count / fcr : 0;
  return say`${formatNumber(count)} fish × ${formatNumber(gainG, 2)} g gain × ${formatNumber(fcr, 2)} feed per gain`;
}

function tableWords({ count, meanG, waterTempC, species, feedG }: TankFeed, units: UnitChoice): string {
  const response = Math.min(1, temperatureResponse(waterTempC, species));
  const percent = count > 0 && response > 0 ? (feedG / (count * meanG * response)) * 100 : 0;
  return say`${formatNumber(count)} fish × ${formatMass(meanG, units)} × ${formatNumber(percent, 2)} % of the table × ${formatNumber(response, 2)} for the water’s temperature`;
}

export function explainSowing(crop: Crop, q: SowingQuantities, cells: number): Explanation {
  const share = (value: number) => formatNumber(value, 2);
  return {
    title: say`${formatNumber(q.seeds)} seeds of ${inSentence(crop.name)}`,
    formula: say`${formatNumber(q.units)} wanted ÷ (${share(crop.germination)} germination · ${share(crop.nurserySurvival)} nursery · ${share(crop.finalSurvival)} bed · ${share(crop.packout)} pack-out) = ${formatNumber(q.seeds)} seeds, rounded up to ${q.trays} ${plural(q.trays, 'tray', 'trays')} of ${cells}; ${formatNumber(q.spareSeeds)} cells stay spare.`,
    inputs: [
      { label: say`Wanted`, value: formatNumber(q.units), from: say`what the promised orders lack` },
      { label: say`Germination`, value: share(crop.germination), from: told(crop.basis) },
      { label: say`Survives the nursery`, value: share(crop.nurserySurvival), from: told(crop.basis) },
      { label: say`Survives the bed`, value: share(crop.finalSurvival), from: told(crop.basis) },
      { label: say`Good enough to pack`, value: share(crop.packout), from: told(crop.basis) },
      { label: say`Positions in the bed`, value: formatNumber(q.positions), from: say`wanted ÷ (bed · pack-out)` },
    ],
    ...by('seeds'),
    change: say`the shares are in the crop library; the need is in the orders.`,
  };
}

interface ExplainDensityArgs {
  place: PlaceFact;
  biomassG: number;
  count: number;
  units: UnitChoice;
}

export function explainDensity({ place, biomassG, count, units }: ExplainDensityArgs): Explanation {
  const volumeM3 = waterL(place) / 1000;
  return {
    title: say`crowding in ${place.code}`,
    formula: say`${formatMass(biomassG, units)} of fish ÷ ${formatTankSize(volumeM3 * 1000, units)} = ${formatDensity(biomassG / 1000 / volumeM3, units)}, against a limit of ${place.densityLimitKgM3 === null ? '–' : formatDensity(place.densityLimitKgM3, units, 0)}.`,
    inputs: [
      { label: say`Fish`, value: formatNumber(count), from: 'ledger' },
      {
        label: say`Mean weight`,
        value: formatMass(count > 0 ? biomassG / count : 0, units),
        from: say`last sample, grown on since`,
      },
      {
        label: say`Water`,
        value: formatTankSize(volumeM3 * 1000, units),
        from: place.volumeL === null ? say`its area, 30 cm deep: planning default` : say`farm set-up`,
      },
      {
        label: say`Limit`,
        value: place.densityLimitKgM3 === null ? '–' : formatDensity(place.densityLimitKgM3, units, 0),
        from: say`farm set-up, for this tank’s aeration`,
      },
    ],
    ...by('density'),
    change: say`move or harvest fish, weigh a sample, or change the tank’s limit.`,
  };
}

/** "Carried over 15 kg + ripening 40 kg − promised 40 kg = 15 kg free." */
function accountFormula({
  account,
  expected,
  promised,
}: {
  account?: PromiseAccount;
  expected: string;
  promised: string;
}) {
  if (!account) return say`${expected} comes in this week, ${promised} is promised.`;
  const { carried, ripening, given, later, free } = account;
  return later
    ? say`${carried} carried over + ${ripening} ripening − ${given} for this week’s orders − ${later} kept for later orders = ${free} free.`
    : say`${carried} carried over + ${ripening} ripening − ${given} for this week’s orders = ${free} free.`;
}

interface PromiseAccount {
  carried: string;
  ripening: string;
  given: string;
  later: string | null;
  free: string;
}

export function explainPromise(row: {
  product: string;
  week: number;
  expected: string;
  spread: string;
  promised: string;
  short: string;
  available: string;
  availableOn: string;
  /** Where the supply of the week goes; absent: it is made of another product's. */
  account?: PromiseAccount;
  /** Sold alive: fish of the grade still in their tanks. */
  swimming?: string;
  /** Nothing comes in the week and nothing fit to sell is left from before. */
  nothing?: boolean;
  /** Of what is promised: as products made of this one, said in this one. */
  promisedMade?: string;
  /** The product of whose supply this one is made. */
  madeOf?: string;
  shelfLifeDays: number;
}): Explanation {
  return {
    title: say`${row.product} in week ${row.week}`,
    formula: row.nothing
      ? say`Nothing to sell in this week: no harvest or pick is planned for it, and nothing from before is still fit to sell. ${row.promised} is promised.`
      : row.madeOf
        ? say`${row.promised} is promised. It is made of ${row.madeOf}: what lies packed goes first, the rest is taken from that supply, which is counted once. ${row.available} can still be promised for one delivery in this week, on ${row.availableOn}, without shorting anyone promised already.`
        : say`${accountFormula(row)} Each delivery is served from what is fit to sell on its day, oldest first; for one delivery at most ${row.available}, on ${row.availableOn}, is free without shorting anyone promised already.`,
    inputs: [
      {
        label: say`Ripening`,
        value: say`${row.account?.ripening ?? row.expected} (± ${row.spread})`,
        from: say`planned harvests and picks at forecast size`,
      },
      ...(row.account
        ? [
            {
              label: say`Carried over`,
              value: row.account.carried,
              from: say`the cold room, and what ripened earlier and is still good`,
            },
          ]
        : []),
      { label: say`Promised`, value: row.promised, from: say`open order lines, less what is reserved` },
      ...(row.promisedMade
        ? [
            {
              label: say`Of that, promised as products made from it`,
              value: row.promisedMade,
              from: say`said in ${row.product}`,
            },
          ]
        : []),
      { label: say`Short`, value: row.short, from: say`what no batch fit on the day can give` },
      {
        label: say`Keeps for`,
        value: say`${row.shelfLifeDays} days`,
        from: say`product; a bed’s harvest window is added for uncut crops`,
      },
      ...(row.swimming
        ? [
            {
              label: say`In tanks`,
              value: row.swimming,
              from: say`of this size by the forecast; netting is not planned`,
            },
          ]
        : []),
    ],
    ...by('short', 'free-to-promise'),
    change: row.swimming
      ? say`plan a netting on the cohort’s page, or change the order.`
      : say`slide a harvest or sowing on Season, or change the order.`,
  };
}

interface ExplainBalanceArgs {
  loop: string;
  feedG: number;
  areaM2: number;
  band: readonly [number, number];
  units: UnitChoice;
}

export function explainBalance({ loop, feedG, areaM2, band, units }: ExplainBalanceArgs): Explanation {
  return {
    title: say`${loop} loop, fish against plants`,
    formula: say`${formatMass(feedG, units)} feed a day ÷ ${formatArea(areaM2, units)} planted = ${areaM2 > 0 ? formatLoad(feedG / areaM2, units) : '–'} a day; comfortable between ${formatLoad(band[0], units)} and ${formatLoad(band[1], units)}.`,
    inputs: [
      { label: say`Feed`, value: formatMass(feedG, units), from: say`sum over the loop’s tanks` },
      {
        label: say`Planted area`,
        value: formatArea(areaM2, units),
        from: say`positions held in the loop’s beds, by bed area`,
      },
      {
        label: say`Comfortable band`,
        value: `${formatLoad(band[0], units)} – ${formatLoad(band[1], units)}`,
        from: say`loop set-up`,
      },
    ],
    ...by('feed-per-area'),
    change: say`the plan: stockings, harvests and sowings on Season.`,
  };
}

interface ExplainNitrogenArgs {
  loop: LoopFact;
  givenG: number;
  takenG: number;
  units: UnitChoice;
}

export function explainNitrogen({ loop, givenG, takenG, units }: ExplainNitrogenArgs): Explanation {
  const [low, high] = bandOf(loop);
  return {
    title: say`${loop.name} loop, nitrogen of fish against plants`,
    formula: say`${formatMass(givenG, units)} of ammonia nitrogen a day from the feed ÷ ${formatMass(takenG, units)} that the plants take up = ${takenG > 0 ? formatBalance((givenG / takenG) * 100, loop, units) : '–'}; comfortable between ${formatBalance(low, loop, units)} and ${formatBalance(high, loop, units)}.`,
    inputs: [
      { label: say`Given`, value: formatMass(givenG, units), from: say`feed of the loop’s tanks by its protein` },
      {
        label: say`Taken up`,
        value: formatMass(takenG, units),
        from: say`planted area of each crop by what its recipe says`,
      },
    ],
    ...by('nitrogen-balance'),
    change: say`the plan on Season, or the limits of the loop on Farm.`,
  };
}
