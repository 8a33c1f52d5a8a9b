import { say } from './words/words';
import { inSentence } from './library/inSentence';
import { by, type Explanation } from './explain';
import type { CohortAccount } from './fish/cohortAccount';
import type { LotCost } from './fish/lotCost';
import type { SampleWeight } from './facts/farm';
import type { Species } from './library/types';
import { formatMoney } from './quantity/money';
import { formatChange, formatMass, formatNumber, formatTemperature, type UnitChoice } from './quantity/units';

/** How a size came about: the last sample against what was known before it. */
export function saySampleWeight(last: SampleWeight | null | undefined): string {
  if (!last) return say`stocking weight, grown on since: no sample yet`;
  const percent = Math.round(last.share * 100);
  if (percent >= 99) return say`last sample (${formatNumber(last.count)} weighed), grown on since`;
  const before = Math.max(1, Math.round(last.worthBefore));
  return say`last sample (${formatNumber(last.count)} weighed) for ${percent} %, what was known before it (worth ${formatNumber(before)} weighed fish by then) for ${100 - percent} %; grown on since`;
}

/** Why a cohort is taken to grow faster or slower than the library. */
export function explainPace(cohort: {
  lotCode: string;
  species: Species;
  pace: number;
  paceError: number;
  samples: number;
  weighed: number;
}): Explanation {
  const { species, pace, paceError } = cohort;
  return {
    title: say`pace of ${cohort.lotCode}`,
    formula:
      cohort.samples === 0
        ? say`No sample yet: it is taken to grow as ${inSentence(species.name)} of the library; ${formatNumber(paceError, 2)} either way is one standard error, the band of the forecast.`
        : say`Its samples rise ${formatNumber(pace, 2)} times as fast as ${inSentence(species.name)} of the library in the water it had; one standard error either way is ${formatNumber(paceError, 2)}, the band of the forecast.`,
    inputs: [
      {
        label: say`Samples`,
        value: say`${formatNumber(cohort.samples)}, ${formatNumber(cohort.weighed)} fish weighed`,
        from: say`weighings of this cohort`,
      },
      {
        label: say`Before any sample`,
        value: say`× 1.00, worth 15 weighed fish`,
        from: say`planning default: few weighed fish barely move it`,
      },
      {
        label: say`Root weight gained a day at its best`,
        value: `${formatNumber(species.growthG13PerDay, 4)} ∛g`,
        from: say`${species.name}: ${species.basis}`,
      },
      { label: say`Water`, value: say`day by day`, from: say`readings of its loop; where none was taken, as planned` },
    ],
    ...by('pace', 'daily-growth'),
    change: say`weigh a sample; a wrong one can be taken back on the Round.`,
  };
}

/** Said first when the water of the day lets fish neither feed nor grow. */
function growsNot({ species, waterTempC }: { species: Species; waterTempC: number }, units: UnitChoice): string {
  const at = (c: number) => formatTemperature(c, units);
  if (waterTempC <= species.tempMinC)
    return say`At ${at(waterTempC)} the water is too cold for them today; they grow above ${at(species.tempMinC)}. `;
  if (waterTempC >= species.tempMaxC)
    return say`At ${at(waterTempC)} the water is too warm for them today; they grow below ${at(species.tempMaxC)}. `;
  return '';
}

/** Why a day is said to be the day of market size. */
export function explainReady(
  cohort: {
    lotCode: string;
    meanG: number;
    species: Species;
    pace: number;
    waterTempC: number;
    day: string;
    lastSample?: SampleWeight | null;
    /** Share of those here now that live to that day, and what dies a day as they are; null: it is not in sight. */
    lives?: { share: number; perDay: number } | null;
  },
  units: UnitChoice,
): Explanation {
  const [smallest, largest] = cohort.species.marketG ?? [0, 0];
  return {
    title: say`when ${cohort.lotCode} is of market size`,
    formula:
      cohort.meanG >= smallest
        ? say`Now: ${formatMass(cohort.meanG, units)} on average on ${cohort.day} is market size, ${formatMass(smallest, units)} and more.`
        : say`${growsNot(cohort, units)}From ${formatMass(cohort.meanG, units)} on ${cohort.day}, grown on day by day at ${formatNumber(cohort.pace, 2)} times the library’s growth in the planned water until the mean passes ${formatMass(smallest, units)}. Half of them are larger by then.`,
    inputs: [
      { label: say`Mean weight`, value: formatMass(cohort.meanG, units), from: saySampleWeight(cohort.lastSample) },
      {
        label: say`Market size`,
        value: say`${formatMass(smallest, units)} to ${formatMass(largest, units)}`,
        from: say`${cohort.species.name}: ${cohort.species.basis}`,
      },
      { label: say`Pace`, value: `× ${formatNumber(cohort.pace, 2)}`, from: say`fitted to its samples` },
      {
        label: say`Water`,
        value: say`${formatTemperature(cohort.waterTempC, units)} on the day`,
        from: say`planned temperatures of its loop`,
      },
      ...(cohort.lives
        ? [
            {
              label: say`Sold live`,
              value: `${formatNumber(cohort.lives.share * 100, 1)} %`,
              from: cohort.species.deathsTimes
                ? say`${formatNumber(cohort.lives.perDay * 100, 3)} % die a day at their size, by this farm’s own deaths`
                : say`${formatNumber(cohort.lives.perDay * 100, 3)} % die a day at their size, as published for the species`,
            },
          ]
        : []),
    ],
    ...by('days-to-weight', 'daily-deaths', 'daily-growth', 'temperature-response', 'sample-share'),
    change: say`weigh a sample, plan another temperature, or change the market size in Species.`,
  };
}

interface ExplainConversionArgs {
  lotCode: string;
  feedG: number;
  account: CohortAccount;
  units: UnitChoice;
}

/** Why the two feed conversions of a cohort differ. */
export function explainConversion({ lotCode, feedG, account, units }: ExplainConversionArgs): Explanation {
  const figure = (fcr: number | null) => (fcr === null ? '–' : formatNumber(fcr, 2));
  return {
    title: say`feed conversion of ${lotCode}`,
    formula:
      account.fcrBiological === null
        ? feedG <= 0
          ? say`No feeding of this cohort is recorded yet, so there is nothing to divide.`
          : say`By the last sample they have not gained weight yet: there is nothing to divide the feed by.`
        : say`${formatMass(feedG, units)} of feed for the weight gained, the dead counted in, is ${figure(account.fcrBiological)}: how well they turn feed into fish. For the weight that is here or was taken it is ${figure(account.fcrEconomic)}: what the feed bill bought.`,
    inputs: [
      { label: say`Feed given`, value: formatMass(feedG, units), from: say`feedings of this cohort` },
      {
        label: say`Survival`,
        value: account.survival === null ? '–' : `${formatNumber(account.survival * 100, 1)} %`,
        from: say`ledger: stocked, died`,
      },
      { label: say`Weight of the dead`, value: say`by the sample before each death`, from: say`deaths and samples` },
    ],
    ...by('conversion-biological', 'conversion-paid'),
    change: say`record what was eaten and held back; count and weigh at every move.`,
  };
}

interface ExplainCostArgs {
  lotCode: string;
  cost: LotCost & { currency: string; origins: string[]; offspring: string[] };
  producedG: number;
  units: UnitChoice;
}

/** Why a kilogram of a cohort has cost so much up to now. */
export function explainCost({ lotCode, cost, producedG, units }: ExplainCostArgs): Explanation {
  const money = (minor: number) => formatMoney(minor, cost.currency);
  const spent = (cost.fishMinor ?? 0) + cost.feedMinor;
  return {
    title: say`what raising ${lotCode} costs`,
    formula:
      producedG <= 0
        ? say`${money(spent)} spent and nothing here or harvested to divide it by.`
        : say`(${money(cost.fishMinor ?? 0)} fish + ${money(cost.feedMinor)} feed) ÷ ${formatMass(producedG, units)} = ${money(spent / (producedG / 1000))} a kg. Work, heat and power are not in it.`,
    inputs: [
      {
        label: say`Paid for the fish`,
        value: cost.fishMinor === null ? say`not recorded` : money(cost.fishMinor),
        from: say`the price noted on arrival`,
      },
      {
        label: say`Feed given`,
        value: money(cost.feedMinor),
        from: say`each feeding at the price of its lot, or of the species’ feed rule`,
      },
      ...(cost.cameMinor > 0
        ? [
            {
              label: say`Of both, brought along by fish of ${cost.origins.join(', ')}`,
              value: money(cost.cameMinor),
              from: say`their share of what that cohort had cost, by weight of all it had raised`,
            },
          ]
        : []),
      ...(cost.wentMinor > 0
        ? [
            {
              label: say`Less what went on with ${cost.offspring.join(', ')}`,
              value: money(cost.wentMinor),
              from: say`the same share: a kilogram costs the same before and after`,
            },
          ]
        : []),
      {
        label: say`Weight here or taken`,
        value: formatMass(producedG, units),
        from: say`forecast of the day, and what left it for harvest or sale`,
      },
    ],
    ...(cost.cameMinor + cost.wentMinor > 0
      ? by('cost-share')
      : { source: say`Money spent over weight raised; both up to the day shown.` }),
    change: say`note what was paid for fish and feed lots in Arrivals and Feed.`,
  };
}

/** Why so many fish are said to be of a live grade. */
export function explainGrade(
  grade: {
    name: string;
    fromCm: number;
    toCm: number;
    count: number;
    lotCode: string;
    present: number;
    meanG: number;
    species: Species;
  },
  units: UnitChoice,
): Explanation {
  const { species } = grade;
  const weight = (cm: number) => formatMass(species.lengthWeightA * cm ** species.lengthWeightB, units);
  return {
    title: say`how many of ${grade.lotCode} are ${grade.name}`,
    formula: say`${formatNumber(grade.fromCm)} to ${formatNumber(grade.toCm)} cm is ${weight(grade.fromCm)} to ${weight(grade.toCm)} (${formatNumber(species.lengthWeightA, 4)} × length^${formatNumber(species.lengthWeightB, 2)}); of ${formatNumber(grade.present)} fish of ${formatMass(grade.meanG, units)} on average, ${formatNumber(grade.count)} lie between.`,
    inputs: [
      {
        label: say`Fish of the cohort`,
        value: formatNumber(grade.present),
        from: say`ledger: stocked less moved, dead and sold`,
      },
      { label: say`Mean weight`, value: formatMass(grade.meanG, units), from: say`last sample, grown on since` },
      {
        label: say`Spread of sizes`,
        value: `± ${formatNumber(species.sizeCv * 100)} %`,
        from: say`species library, or the sample it was graded by; fish already taken are left out`,
      },
    ],
    ...by('weight-from-length', 'share-above'),
    change: say`weigh and measure a sample; the length–weight numbers are in Species.`,
  };
}

/** Why a way back into step is said to miss so much. */
export function explainWay(way: {
  title: string;
  species: string;
  lost: string;
  missingKg: number;
  otherKg: number;
  fishMinor: number;
  currency: string;
}): Explanation {
  return {
    title: say`what “${way.title}” leaves missing`,
    formula: say`Week by week, ${inSentence(way.species)} harvested as if nothing had been lost, less ${inSentence(way.species)} harvested this way, both added up from today on: ${formatNumber(way.missingKg)} kg are still missing after 52 weeks. Other fish over the same weeks: ${formatChange(way.otherKg)} kg.`,
    inputs: [
      { label: say`Lost`, value: way.lost, from: say`the record of the loss, or the rehearsal` },
      {
        label: say`Harvests`,
        value: say`two forecasts`,
        from: say`the plan with the fish still there, and the plan with this way in it`,
      },
      {
        label: say`Fish bought`,
        value: formatMoney(way.fishMinor, way.currency),
        from: say`the fingerling price on Feed, larger fish dearer with their weight`,
      },
    ],
    source: say`Growth forecast of both plans; deliveries 10 days after the order and 95 % survival to harvest are planning defaults.`,
    change: say`lay it aside and edit its steps on Season; prices and quarantine days are on Feed.`,
  };
}
