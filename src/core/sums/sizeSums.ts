import { say, word } from '../words/words';
import { calibrateGrowth } from '../fish/calibration';
import { countByWeight } from '../fish/grading';
import { sampleShare } from '../fish/presentSize';
import { freshSpread, meanRelative, shareAbove, takeLargest } from '../fish/sizeSpread';
import { dailyMortality, densityKgM3 } from '../fish/stocking';
import { dailyDeaths } from '../fish/deaths';
import { FASTING_LOSS_PER_DAY, fastingLoss, purgeDaysAt } from '../fish/fasting';
import { RuleBroken } from '../errors';
import { formatNumber as figure } from '../quantity/units';
import { FISH_G, waterTempC, weightG } from './fishInputs';
import { SPECIES, speciesOf } from './library';
import { input, row, type Sum } from './sum';

export const SIZE_SUMS: readonly Sum[] = [
  {
    name: 'share-above',
    title: word`Part of a cohort over a size`,
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('cv', word`Spread of sizes, as a share of the mean`, '', [0, 1], 0.2),
      input('referenceG', word`Mean weight`, 'g', FISH_G, 400, 'smallMass'),
      input('targetG', word`Size`, 'g', FISH_G, 450, 'smallMass'),
    ],
    result: { words: word`part over it`, unit: '%', digits: 0 },
    formula: word`fish over the size among 21 equal bins of a log-normal spread`,
    source: word`Model choice; sizes log-normal`,
    work: ({ n }) => {
      const value = shareAbove(freshSpread(n('cv')), n('referenceG'), n('targetG')) * 100;
      return {
        value,
        working: [
          say`mean ${figure(n('referenceG'))} g, one spread ${figure(n('referenceG') * n('cv'))} g: ${figure(value)} % weigh ${figure(n('targetG'))} g or more`,
        ],
      };
    },
  },
  {
    name: 'largest-mean',
    title: word`What the largest of a cohort weigh`,
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('cv', word`Spread of sizes, as a share of the mean`, '', [0, 1], 0.2),
      input('referenceG', word`Mean weight`, 'g', FISH_G, 400, 'smallMass'),
      input('part', word`Part taken, the largest first`, '', [0.01, 1], 0.25),
    ],
    result: { words: word`their mean weight`, unit: 'g', digits: 0, quantity: 'smallMass' },
    formula: word`mean of the top bins of a log-normal spread`,
    source: word`Model choice: harvests take the largest first`,
    work: ({ n }) => {
      const relative = meanRelative(takeLargest(freshSpread(n('cv')), n('part')).taken);
      return {
        value: n('referenceG') * relative,
        working: [`${figure(n('referenceG'))} g × ${figure(relative, 3)} = ${figure(n('referenceG') * relative)} g`],
      };
    },
  },
  {
    name: 'pace',
    title: word`How much faster than the library a cohort grows`,
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('startG', word`Weight at stocking`, 'g', FISH_G, 20, 'smallMass'),
      row('gainsG13', word`Root weight the library adds up to each sample`, '∛g', [0, 40], [1, 2]),
      row('weightsG', word`Mean weight of each sample`, 'g', FISH_G, [55, 110], 'smallMass'),
      row('counts', word`Fish in each sample`, 'fish', [1, 100_000], [30, 30]),
      input('cv', word`Spread of sizes, as a share of the mean`, '', [0, 1], 0.2),
    ],
    result: { words: word`times the library’s growth`, unit: '×', digits: 3 },
    formula: word`least squares on the cube root of weight through the stocking weight, each sample by its fish, pulled to 1 by a guess worth 15 fish`,
    source: word`Least squares; the prior is a planning default`,
    work: ({ n, many }) => {
      const [gains, weights, counts] = [many('gainsG13'), many('weightsG'), many('counts')];
      if (gains.length !== weights.length || gains.length !== counts.length)
        throw new RuleBroken('weightsG', say`Give as many weights and numbers of fish as samples.`);
      const samples = gains.map((expectedGainG13, i) => ({
        expectedGainG13,
        meanWeightG: weights[i]!,
        sampleCount: counts[i]!,
      }));
      const { multiplier, standardError } = calibrateGrowth({ startG: n('startG'), samples, cv: n('cv') });
      return {
        value: multiplier,
        working: [
          ...samples.map(
            (s) =>
              say`cube root of ${figure(s.meanWeightG, 1)} g less that of ${figure(n('startG'), 1)} g is ${figure(Math.cbrt(s.meanWeightG) - Math.cbrt(n('startG')), 3)} against ${figure(s.expectedGainG13, 3)} of the library, ${figure(s.sampleCount)} fish`,
          ),
          say`fitted: × ${figure(multiplier, 3)} ± ${figure(standardError, 3)}`,
        ],
      };
    },
  },
  {
    name: 'sample-share',
    title: word`How much a sample counts`,
    group: 'Fish',
    basis: 'planning default',
    inputs: [
      input('count', word`Fish weighed now`, 'fish', [1, 100_000], 30),
      input('worth', word`Fish weighed before, or what was known before is worth`, 'fish', [0, 100_000], 30),
      input('days', word`Days between`, 'days', [0, 3650], 7),
      input('paceSpreads', word`Error of its growth since, in spreads of single fish`, '', [0, 10], 0.1),
    ],
    result: { words: word`part the new sample has in the size`, unit: '%', digits: 0 },
    formula: word`fish weighed now ÷ (fish weighed now + what was known before), where 1 ÷ known = 1 ÷ fish weighed then + days ÷ 1250 + error of growth²`,
    source: word`Means weighted by the inverse of their variance (standard statistics); what days bring is a planning default`,
    work: ({ n }) => {
      const { worthBefore, share } = sampleShare(n('count'), {
        ...{ worth: n('worth'), days: n('days'), paceSpreads: n('paceSpreads') },
      });
      return {
        value: share * 100,
        working: [
          say`1 ÷ (1 ÷ ${figure(n('worth'))} + ${figure(n('days'))} ÷ 1250 + ${figure(n('paceSpreads'), 2)}²) = ${figure(worthBefore, 1)} fish`,
          `${figure(n('count'))} ÷ (${figure(n('count'))} + ${figure(worthBefore, 1)}) = ${figure(share * 100)} %`,
        ],
      };
    },
  },
  {
    name: 'daily-mortality',
    title: word`Deaths a day from the survival of a stage`,
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('survival', word`Survival as a share`, '', [0.01, 1], 0.95),
      input('days', word`Days`, 'days', [1, 2000], 300),
    ],
    result: { words: word`die each day`, unit: word`% a day`, digits: 4 },
    formula: word`−ln(survival) ÷ days`,
    source: word`Constant rate over the stage`,
    work: ({ n }) => {
      const value = dailyMortality(n('survival'), n('days')) * 100;
      return {
        value,
        working: [say`−ln(${figure(n('survival'), 3)}) ÷ ${figure(n('days'))} = ${figure(value, 4)} % a day`],
      };
    },
  },
  {
    name: 'fasting-weight',
    title: word`Weight after days without feed`,
    group: 'Fish',
    basis: 'published',
    inputs: [SPECIES, weightG(500), waterTempC(16), input('days', word`Days without feed`, 'days', [0, 60], 6)],
    result: { words: word`weight`, unit: 'g', digits: 1, quantity: 'smallMass' },
    formula: word`weight × (1 − ${FASTING_LOSS_PER_DAY} × 1.83 ^ ((water − best water) ÷ 10)) ^ days`,
    source: word`Half a percent a day at the best temperature, a planning default; 1.83 for ten degrees: Clarke & Johnston (1999), J. Anim. Ecol. 68: 893–905`,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const loss = fastingLoss(s, n('waterTempC'));
      const value = n('weightG') * (1 - loss) ** n('days');
      return {
        value,
        working: [
          say`${figure(loss * 100, 3)} % a day at ${figure(n('waterTempC'), 1)} °C`,
          `${figure(n('weightG'), 1)} g × ${figure(1 - loss, 5)} ^ ${figure(n('days'))} = ${figure(value, 1)} g`,
        ],
      };
    },
  },
  {
    name: 'purge-days',
    title: word`Days of purging by the water`,
    group: 'Fish',
    basis: 'planning default',
    inputs: [SPECIES, waterTempC(16)],
    result: { words: word`days of purging`, unit: 'days', digits: 0 },
    formula: word`days of the species × 1.83 ^ ((best water − water) ÷ 10), never fewer than the species’ days, to the whole day`,
    source: word`Cold fish clear at the pace at which they live: Clarke & Johnston (1999), J. Anim. Ecol. 68: 893–905; the taste decides`,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = purgeDaysAt(s, n('waterTempC'));
      return {
        value,
        working: [
          say`${s.name}: ${s.purgeDays} days at ${figure(s.tempOptC, 1)} °C and above, ${value} at ${figure(n('waterTempC'), 1)} °C`,
        ],
      };
    },
  },
  {
    name: 'daily-deaths',
    title: word`Deaths a day by species and size`,
    group: 'Fish',
    basis: 'published',
    inputs: [SPECIES, weightG(100), input('times', word`The farm’s own deaths against the published`, '', [0.2, 5], 1)],
    result: { words: word`die in a day`, unit: '%', digits: 4 },
    formula: word`rate of the species at 100 g × (weight ÷ 100 g) ^ −0.3 × the farm’s own`,
    source: word`Survival of the species as published (docs/science.md); by weight: Lorenzen (1996), J. Fish Biol. 49: 627–647`,
    work: ({ n, code }) => {
      const s = { ...speciesOf(code('species')), deathsTimes: n('times') };
      const [at100, value] = [dailyDeaths(s, 100) * 100, dailyDeaths(s, n('weightG')) * 100];
      return {
        value,
        working: [`${figure(at100, 4)} % × (${figure(n('weightG'), 1)} g ÷ 100 g) ^ −0.3 = ${figure(value, 4)} %`],
      };
    },
  },
  {
    name: 'density',
    title: word`Crowding of a tank`,
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('biomassG', word`Fish in the tank`, 'g', [0, 1e8], 300_000, 'mass'),
      input('volumeL', word`Water`, 'L', [1, 10_000_000], 9000, 'volume'),
    ],
    result: { words: word`crowding`, unit: 'kg/m³', digits: 1 },
    formula: word`weight of the fish ÷ volume of the water`,
    source: word`Held against the tank’s own limit`,
    work: ({ n }) => {
      const value = densityKgM3(n('biomassG'), n('volumeL'));
      return {
        value,
        working: [
          say`${figure(n('biomassG') / 1000, 1)} kg ÷ ${figure(n('volumeL') / 1000, 2)} m³ = ${figure(value, 1)} kg/m³`,
        ],
      };
    },
  },
  {
    name: 'count-by-weight',
    title: word`Number of fish from the weight of a box`,
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('massG', word`Weight of the box`, 'g', [0.01, 1e8], 12_000, 'mass'),
      input('meanG', word`Mean of a few weighed`, 'g', FISH_G, 60, 'smallMass'),
    ],
    result: { words: word`fish`, unit: 'fish', digits: 0 },
    formula: word`weight of the box ÷ mean of a few weighed, rounded`,
    source: word`Counting by weight`,
    work: ({ n }) => {
      const value = countByWeight(n('massG'), n('meanG'));
      return { value, working: [say`${figure(n('massG'))} g ÷ ${figure(n('meanG'), 1)} g = ${figure(value)} fish`] };
    },
  },
];
