import { say, word } from '../words/words';
import { calibrateGrowth } from '../fish/calibration';
import { cohortAccount } from '../fish/cohortAccount';
import { acclimatisation } from '../fish/acclimatise';
import {
  feedByGrowthG,
  feedByTableG,
  feedConversion,
  gainFromFeedG,
  MAINTENANCE_SHARE_PER_DAY,
  perFeedingG,
} from '../fish/feed';
import { shareOfCost } from '../fish/lotCost';
import { countByWeight } from '../fish/grading';
import { dailyRootGainG13, daysToWeight, equivalentTgc, grownWeightG, thermalGrowthWeightG } from '../fish/growth';
import { conditionFactor, lengthFromWeightCm, weightFromLengthG } from '../fish/lengthWeight';
import { sampleShare } from '../fish/presentSize';
import { freshSpread, meanRelative, shareAbove, takeLargest } from '../fish/sizeSpread';
import { dailyMortality, densityKgM3, FASTING_LOSS_PER_DAY } from '../fish/stocking';
import { RuleBroken } from '../errors';
import { formatNumber as figure } from '../quantity/units';
import { temperatureResponse } from '../quantity/temperatureResponse';
import { rotationArithmetic } from '../stocking/rotation';
import { fingerlingPrice } from '../stocking/fingerlingPrice';
import { speciesOf, SPECIES } from './library';
import { input, row, type Sum } from './sum';

const FISH_G = [0.01, 50_000] as const;
const WATER_C = [-2, 45] as const;
const weightG = (start: number) => input('weightG', say`Weight of a fish`, 'g', FISH_G, start, 'smallMass');
const waterTempC = (start: number) => input('waterTempC', say`Water`, '°C', WATER_C, start, 'temperature');
const pace = input('pace', word`Pace against the library`, '×', [0, 4], 1);
const IWAMA = word`Iwama & Tautz (1981), Can. J. Fish. Aquat. Sci. 38: 649–656`;
const FROESE = word`Froese (2006), J. Appl. Ichthyol. 22: 241–253; a and b of the species library`;

export const FISH_SUMS: readonly Sum[] = [
  {
    name: 'temperature-response',
    title: word`Share of the best rate at a temperature`,
    group: 'Fish',
    basis: 'published',
    inputs: [
      input('tempC', word`Temperature`, '°C', [-5, 50], 20, 'temperature'),
      input('tempMinC', word`No growth below`, '°C', [-5, 45], 5, 'temperature'),
      input('tempOptC', word`Best`, '°C', [-5, 45], 25, 'temperature'),
      input('tempMaxC', word`No growth above`, '°C', [-5, 50], 35, 'temperature'),
    ],
    result: { words: word`share of the best rate`, unit: '', digits: 3 },
    formula: word`(Tmax − T)/(Tmax − Topt) × ((T − Tmin)/(Topt − Tmin)) ^ ((Topt − Tmin)/(Tmax − Topt)); 0 at both ends, 1 at the best`,
    source: word`Yan & Hunt (1999), Annals of Botany 84: 607–614`,
    work: ({ n }) => {
      const [t, tempMinC, tempOptC, tempMaxC] = [n('tempC'), n('tempMinC'), n('tempOptC'), n('tempMaxC')];
      const value = temperatureResponse(t, { tempMinC, tempOptC, tempMaxC });
      return {
        value,
        working: [
          `(${figure(tempMaxC, 1)} − ${figure(t, 1)})/(${figure(tempMaxC, 1)} − ${figure(tempOptC, 1)}) × ((${figure(t, 1)} − ${figure(tempMinC, 1)})/(${figure(tempOptC, 1)} − ${figure(tempMinC, 1)})) ^ ${figure((tempOptC - tempMinC) / (tempMaxC - tempOptC), 2)} = ${figure(value, 3)}`,
        ],
      };
    },
  },
  {
    name: 'daily-growth',
    title: word`Growth of a day`,
    group: 'Fish',
    basis: 'published',
    inputs: [SPECIES, waterTempC(25), pace],
    result: { words: word`added to the cube root of the weight`, unit: word`g^⅓ a day`, digits: 5 },
    formula: word`k × f(T) × pace: what a day adds to the cube root of a fish’s weight`,
    source: word`${IWAMA}; k of the species library, a planning default`,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = dailyRootGainG13(s, n('waterTempC'), n('pace'));
      return {
        value,
        working: [
          `${figure(s.growthG13PerDay, 5)} × ${figure(temperatureResponse(n('waterTempC'), s), 3)} × ${figure(n('pace'), 2)} = ${figure(value, 5)} g^⅓`,
        ],
      };
    },
  },
  {
    name: 'grown-weight',
    title: word`Weight after a run of days`,
    group: 'Fish',
    basis: 'published',
    inputs: [
      SPECIES,
      input('startG', word`Weight at the start`, 'g', FISH_G, 50, 'smallMass'),
      waterTempC(25),
      input('days', word`Days`, 'days', [0, 2000], 90),
      pace,
    ],
    result: { words: word`weight`, unit: 'g', digits: 1, quantity: 'smallMass' },
    formula: word`(W0^⅓ + days × growth of a day)³`,
    source: IWAMA,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const days = Math.round(n('days'));
      const value = grownWeightG(n('startG'), Array<number>(days).fill(n('waterTempC')), s, n('pace'));
      const gain = dailyRootGainG13(s, n('waterTempC'), n('pace'));
      return {
        value,
        working: [
          say`cube root of ${figure(n('startG'), 1)} g = ${figure(Math.cbrt(n('startG')), 3)}`,
          `+ ${days} × ${figure(gain, 5)} = ${figure(Math.cbrt(n('startG')) + days * gain, 3)}`,
          say`cubed = ${figure(value, 1)} g`,
        ],
      };
    },
  },
  {
    name: 'days-to-weight',
    title: word`Days from one weight to another`,
    group: 'Fish',
    basis: 'published',
    inputs: [
      SPECIES,
      input('startG', word`Weight at the start`, 'g', FISH_G, 50, 'smallMass'),
      input('targetG', word`Weight wanted`, 'g', FISH_G, 500, 'smallMass'),
      waterTempC(25),
    ],
    result: { words: word`days`, unit: 'days', digits: 0 },
    formula: word`(W^⅓ − W0^⅓) ÷ growth of a day, rounded up`,
    source: IWAMA,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = daysToWeight(n('startG'), n('targetG'), n('waterTempC'), s);
      if (value === null)
        throw new RuleBroken('waterTempC', say`${s.name} does not grow at ${figure(n('waterTempC'), 1)} °C.`);
      return {
        value,
        working: [
          say`(${figure(Math.cbrt(n('targetG')), 3)} − ${figure(Math.cbrt(n('startG')), 3)}) ÷ ${figure(dailyRootGainG13(s, n('waterTempC')), 5)} = ${value} days`,
        ],
      };
    },
  },
  {
    name: 'growth-coefficient-weight',
    title: word`Weight by the older growth coefficient`,
    group: 'Fish',
    basis: 'published',
    inputs: [
      input('startG', word`Weight at the start`, 'g', FISH_G, 50, 'smallMass'),
      input('tgc', word`Thermal growth coefficient`, '', [0, 10], 1),
      input('degreeDays', word`Sum of daily °C`, '°C·days', [0, 50_000], 2000),
    ],
    result: { words: word`weight`, unit: 'g', digits: 1, quantity: 'smallMass' },
    formula: word`(W0^⅓ + TGC ÷ 1000 × Σ °C·days)³; only well below the best temperature, since it never levels off`,
    source: word`Cho (1992), Aquaculture 100: 107–123`,
    work: ({ n }) => {
      const value = thermalGrowthWeightG(n('startG'), n('tgc'), n('degreeDays'));
      return {
        value,
        working: [
          `(${figure(Math.cbrt(n('startG')), 3)} + ${figure(n('tgc'), 3)} ÷ 1000 × ${figure(n('degreeDays'))})³ = ${figure(value, 1)} g`,
        ],
      };
    },
  },
  {
    name: 'equivalent-growth-coefficient',
    title: word`The older coefficient that gives the same day`,
    group: 'Fish',
    basis: 'derived',
    inputs: [SPECIES, input('waterTempC', word`Water`, '°C', [0.1, 45], 25, 'temperature')],
    result: { words: word`thermal growth coefficient`, unit: '', digits: 3 },
    formula: word`1000 × growth of a day ÷ °C`,
    source: word`From both growth models`,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = equivalentTgc(s, n('waterTempC'));
      return {
        value,
        working: [
          `1000 × ${figure(dailyRootGainG13(s, n('waterTempC')), 5)} ÷ ${figure(n('waterTempC'), 1)} = ${figure(value, 3)}`,
        ],
      };
    },
  },
  {
    name: 'weight-from-length',
    title: word`Weight from length`,
    group: 'Fish',
    basis: 'published',
    inputs: [SPECIES, input('lengthCm', word`Length`, 'cm', [0.5, 200], 25)],
    result: { words: word`weight`, unit: 'g', digits: 1, quantity: 'smallMass' },
    formula: word`a × length ^ b`,
    source: FROESE,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = weightFromLengthG(n('lengthCm'), s);
      return {
        value,
        working: [
          `${figure(s.lengthWeightA, 4)} × ${figure(n('lengthCm'), 1)} ^ ${figure(s.lengthWeightB, 2)} = ${figure(value, 1)} g`,
        ],
      };
    },
  },
  {
    name: 'length-from-weight',
    title: word`Length from weight`,
    group: 'Fish',
    basis: 'published',
    inputs: [SPECIES, weightG(300)],
    result: { words: word`length`, unit: 'cm', digits: 1 },
    formula: word`(weight ÷ a) ^ (1 ÷ b)`,
    source: FROESE,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = lengthFromWeightCm(n('weightG'), s);
      return {
        value,
        working: [
          say`(${figure(n('weightG'), 1)} ÷ ${figure(s.lengthWeightA, 4)}) ^ (1 ÷ ${figure(s.lengthWeightB, 2)}) = ${figure(value, 1)} cm`,
        ],
      };
    },
  },
  {
    name: 'condition',
    title: word`Condition of a fish`,
    group: 'Fish',
    basis: 'published',
    inputs: [weightG(300), input('lengthCm', word`Length`, 'cm', [0.5, 200], 27)],
    result: { words: 'K', unit: '', digits: 2 },
    formula: word`100 × weight in g ÷ length in cm, cubed`,
    source: word`Fulton’s factor; Froese (2006)`,
    work: ({ n }) => {
      const value = conditionFactor(n('weightG'), n('lengthCm'));
      return {
        value,
        working: [`100 × ${figure(n('weightG'), 1)} ÷ ${figure(n('lengthCm'), 1)}³ = ${figure(value, 2)}`],
      };
    },
  },
  {
    name: 'feed-conversion',
    title: word`Feed for each weight gained, by size`,
    group: 'Fish',
    basis: 'planning default',
    inputs: [SPECIES, weightG(200)],
    result: { words: word`feed ÷ gain`, unit: '', digits: 2 },
    formula: word`three values of the species joined by straight lines at its break sizes`,
    source: word`Species library`,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = feedConversion(n('weightG'), s);
      return {
        value,
        working: [
          say`${s.fcr.map((x) => figure(x, 2)).join(', ')} up to ${figure(s.fcrBreaksG[0])} g, at ${figure(s.fcrBreaksG[1])} g and from ${figure(2 * s.fcrBreaksG[1])} g: at ${figure(n('weightG'), 1)} g it is ${figure(value, 2)}`,
        ],
      };
    },
  },
  {
    name: 'feed-by-growth',
    title: word`Feed of a tank by growth`,
    group: 'Fish',
    basis: 'derived',
    inputs: [
      SPECIES,
      input('count', word`Fish`, 'fish', [0, 10_000_000], 500),
      weightG(200),
      input('gainG', word`Gain of one fish a day`, 'g', [0, 50_000], 2.5),
    ],
    result: { words: word`feed a day`, unit: 'g', digits: 0, quantity: 'mass' },
    formula: word`fish × gain × conversion by size; never under ${MAINTENANCE_SHARE_PER_DAY * 100} % of the weight while the fish may eat`,
    source: word`Growth of the day times feed conversion by size`,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = feedByGrowthG(n('count'), n('weightG'), n('gainG'), s);
      return {
        value,
        working: [
          `${figure(n('count'))} × ${figure(n('gainG'), 2)} g × ${figure(feedConversion(n('weightG'), s), 2)} = ${figure(n('count') * n('gainG') * feedConversion(n('weightG'), s))} g`,
          say`at least ${figure(n('count'))} × ${figure(n('weightG'), 1)} g × ${MAINTENANCE_SHARE_PER_DAY} = ${figure(n('count') * n('weightG') * MAINTENANCE_SHARE_PER_DAY)} g`,
        ],
      };
    },
  },
  {
    name: 'feed-by-table',
    title: word`Feed of a tank by table`,
    group: 'Fish',
    basis: 'planning default',
    inputs: [
      input('count', word`Fish`, 'fish', [0, 10_000_000], 500),
      weightG(200),
      input('percentPerDay', word`Percent of weight a day`, '%', [0, 50], 1.8),
      input('response', word`Share of the best rate at the water’s temperature`, '', [0, 1], 0.9),
    ],
    result: { words: word`feed a day`, unit: 'g', digits: 0, quantity: 'mass' },
    formula: word`fish × weight × percent of the table × temperature response`,
    source: word`The farm’s own table; temperature curve of Yan & Hunt (1999)`,
    work: ({ n }) => {
      const value = feedByTableG(n('count'), n('weightG'), n('response'), [
        { uptoG: Infinity, percentPerDay: n('percentPerDay') },
      ]);
      return {
        value,
        working: [
          `${figure(n('count'))} × ${figure(n('weightG'), 1)} g × ${figure(n('percentPerDay'), 2)} % × ${figure(n('response'), 2)} = ${figure(value)} g`,
        ],
      };
    },
  },
  {
    name: 'gain-from-feed',
    title: word`Most a fish can gain from its feed`,
    group: 'Fish',
    basis: 'derived',
    inputs: [
      SPECIES,
      input('feedG', word`Feed of the tank a day`, 'g', [0, 1e9], 2000, 'mass'),
      input('count', word`Fish`, 'fish', [1, 10_000_000], 500),
      weightG(200),
    ],
    result: { words: word`gain of one fish a day`, unit: 'g', digits: 2 },
    formula: word`feed ÷ fish ÷ conversion by size`,
    source: word`Feed conversion of the species library`,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = gainFromFeedG(n('feedG'), n('count'), n('weightG'), s);
      return {
        value,
        working: [
          `${figure(n('feedG'))} g ÷ ${figure(n('count'))} ÷ ${figure(feedConversion(n('weightG'), s), 2)} = ${figure(value, 2)} g`,
        ],
      };
    },
  },
  {
    name: 'feedings',
    title: word`A day’s feed in parts`,
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('dayG', word`Feed of the day`, 'g', [0, 1e9], 1000, 'mass'),
      input('feedings', word`Feedings`, '', [1, 24], 3),
    ],
    result: { words: word`first feeding`, unit: 'g', digits: 0, quantity: 'smallMass' },
    formula: word`whole grams that add up to the day; the first take what does not divide`,
    source: word`Model choice`,
    work: ({ n }) => {
      const parts = perFeedingG(n('dayG'), Math.round(n('feedings')));
      return {
        value: parts[0]!,
        working: [`${parts.map((g) => figure(g)).join(' + ')} = ${figure(parts.reduce((a, b) => a + b, 0))} g`],
      };
    },
  },
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
      row('gainsG13', word`Root weight the library adds up to each sample`, 'g^⅓', [0, 40], [1, 2]),
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
      const { multiplier, standardError } = calibrateGrowth(n('startG'), samples, n('cv'));
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
    ],
    result: { words: word`part the new sample has in the size`, unit: '%', digits: 0 },
    formula: word`fish weighed now ÷ (fish weighed now + what was known before, halved every 7 days)`,
    source: word`Weights by number weighed; the half-life is a planning default`,
    work: ({ n }) => {
      const { worthBefore, share } = sampleShare(n('count'), n('worth'), n('days'));
      return {
        value: share * 100,
        working: [
          say`${figure(n('worth'))} × ½ ^ (${figure(n('days'))} ÷ 7) = ${figure(worthBefore, 1)} fish`,
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
    basis: 'planning default',
    inputs: [weightG(500), input('days', word`Days without feed`, 'days', [0, 60], 6)],
    result: { words: word`weight`, unit: 'g', digits: 1, quantity: 'smallMass' },
    formula: word`weight × (1 − ${FASTING_LOSS_PER_DAY}) ^ days`,
    source: word`Planning default: half a percent a day`,
    work: ({ n }) => {
      const value = n('weightG') * (1 - FASTING_LOSS_PER_DAY) ** n('days');
      return {
        value,
        working: [
          `${figure(n('weightG'), 1)} g × ${1 - FASTING_LOSS_PER_DAY} ^ ${figure(n('days'))} = ${figure(value, 1)} g`,
        ],
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
  ...(['biological', 'paid'] as const).map((which): Sum => ({
    name: `conversion-${which}`,
    title:
      which === 'biological'
        ? say`Feed conversion, the dead counted in`
        : say`Feed conversion of what was sold or is here`,
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('feedG', say`Feed given`, 'g', [0, 1e9], 150_000, 'mass'),
      input('startCount', say`Fish stocked`, 'fish', [1, 10_000_000], 500),
      input('startMeanG', say`Weight at stocking`, 'g', FISH_G, 20, 'smallMass'),
      input('presentCount', say`Fish here`, 'fish', [0, 10_000_000], 400),
      input('presentMeanG', say`Their mean weight`, 'g', FISH_G, 250, 'smallMass'),
      input('takenG', say`Weight taken alive`, 'g', [0, 1e9], 20_000, 'mass'),
      input('deadG', say`Weight of the dead`, 'g', [0, 1e9], 2000, 'mass'),
    ],
    result: { words: say`feed ÷ gain`, unit: '', digits: 2 },
    formula:
      which === 'biological' ? say`feed ÷ (present + taken − stocked + dead)` : say`feed ÷ (present + taken − stocked)`,
    source: say`Biological and economic feed conversion`,
    work: ({ n }) => {
      const account = cohortAccount({
        feedG: n('feedG'),
        startCount: n('startCount'),
        startMeanG: n('startMeanG'),
        presentCount: n('presentCount'),
        presentMeanG: n('presentMeanG'),
        takenG: n('takenG'),
        dead: 0,
        deadG: n('deadG'),
      });
      const value = which === 'biological' ? account.fcrBiological : account.fcrEconomic;
      if (value === null)
        throw new RuleBroken('feedG', say`Nothing was gained or fed: there is no conversion to work out.`);
      return {
        value,
        working: [
          say`${figure(n('feedG') / 1000, 1)} kg ÷ ${figure(n('feedG') / value / 1000, 1)} kg = ${figure(value, 2)}`,
        ],
      };
    },
  })),
  {
    name: 'cost-share',
    title: word`Cost that goes along with regrouped fish`,
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('goingG', word`Weight of the fish that go`, 'g', [0, 1e9], 60_000, 'mass'),
      input('leftG', word`Weight of those that stay`, 'g', [0, 1e9], 50_000, 'mass'),
      input('harvestedG', word`Harvested or sold before`, 'g', [0, 1e9], 10_000, 'mass'),
    ],
    result: { words: word`share of the cost so far`, unit: '', digits: 2 },
    formula: word`weight that goes ÷ (weight that goes + stays + was harvested before)`,
    source: word`A kilogram costs the same before and after a grading, a split or a merge`,
    work: ({ n }) => {
      const value = shareOfCost(n('goingG'), n('leftG'), n('harvestedG'));
      return {
        value,
        working: [
          say`${figure(n('goingG') / 1000, 1)} ÷ (${figure(n('goingG') / 1000, 1)} + ${figure(n('leftG') / 1000, 1)} + ${figure(n('harvestedG') / 1000, 1)}) kg = ${figure(value, 2)}`,
        ],
      };
    },
  },
  {
    name: 'rotation',
    title: word`A steady rotation`,
    group: 'Fish',
    basis: 'derived',
    inputs: [
      SPECIES,
      waterTempC(25),
      input('startG', word`Fingerling`, 'g', FISH_G, 20, 'smallMass'),
      input('harvestG', word`Harvested at`, 'g', FISH_G, 500, 'smallMass'),
      input('everyWeeks', word`Weeks between harvests`, 'weeks', [0.5, 52], 6),
      input('kgPerHarvest', word`At each harvest`, 'kg', [0.1, 1e6], 120),
      input('survival', word`Survival as a share`, '', [0.05, 1], 0.92),
      input('densityKgM3', word`Most fish in the water`, 'kg/m³', [0.1, 500], 50),
    ],
    result: { words: word`feed a day at the most`, unit: 'kg', digits: 2 },
    formula: word`cohorts alive = days to harvest ÷ days between, rounded up; fish and feed of all of them for every day between two harvests, mean and most`,
    source: word`Little’s law for batches; growth and feed conversion of the library`,
    work: ({ n, code }) => {
      const r = rotationArithmetic({
        species: speciesOf(code('species')),
        waterTempC: n('waterTempC'),
        startG: n('startG'),
        harvestG: n('harvestG'),
        everyWeeks: n('everyWeeks'),
        kgPerHarvest: n('kgPerHarvest'),
        survival: n('survival'),
        densityKgM3: n('densityKgM3'),
      });
      return {
        value: r.feedPeakKgPerDay,
        working: [
          say`${r.growDays} days ÷ ${figure(n('everyWeeks') * 7)} days = ${r.cohortsAlive} cohorts alive, ${figure(r.stockPerCohort)} fish stocked each time`,
          say`fish in the water: ${figure(r.standingMeanKg)} kg on average, ${figure(r.standingPeakKg)} kg at the most`,
          say`feed a day: ${figure(r.feedMeanKgPerDay, 2)} kg on average, ${figure(r.feedPeakKgPerDay, 2)} kg at the most`,
          say`water at the limit: ${figure(r.totalVolumeL / 1000, 1)} m³`,
        ],
      };
    },
  },
  {
    name: 'acclimatise',
    title: word`Minutes to bring fish into other water`,
    group: 'Fish',
    basis: 'planning default',
    inputs: [
      input('fromTempC', word`Water they come in`, '°C', WATER_C, 18, 'temperature'),
      input('toTempC', word`Water they go to`, '°C', WATER_C, 24, 'temperature'),
      input('fromPH', word`Its pH`, '', [3, 11], 7.4),
      input('toPH', word`pH they go to`, '', [3, 11], 6.8),
    ],
    result: { words: word`minutes`, unit: 'minutes', digits: 0 },
    formula: word`the slower of 4 °C and 0.6 pH an hour, at least 20 minutes`,
    source: word`Planning default of extension advice`,
    work: ({ n }) => {
      const { minutes, steps } = acclimatisation(
        { tempC: n('fromTempC'), pH: n('fromPH') },
        { tempC: n('toTempC'), pH: n('toPH') },
      );
      return { value: minutes, working: steps.length > 0 ? steps : [say`the waters are alike: no mixing needed`] };
    },
  },
  {
    name: 'fingerling-price',
    title: word`Price of a larger fingerling`,
    group: 'Fish',
    basis: 'planning default',
    inputs: [
      input('priceAt10gMinor', word`Price of a 10 g fish, smallest coin`, '', [0, 1e9], 60),
      input('startG', word`Size`, 'g', FISH_G, 50, 'smallMass'),
    ],
    result: { words: word`price of one, smallest coin`, unit: '', digits: 0 },
    formula: word`price of a 10 g fish × (size ÷ 10 g) ^ 0.6`,
    source: word`Planning default: larger ones cost more, less than in proportion`,
    work: ({ n }) => {
      const value = fingerlingPrice(n('priceAt10gMinor'), n('startG'));
      return {
        value,
        working: [
          `${figure(n('priceAt10gMinor'))} × (${figure(Math.max(1, n('startG')), 1)} ÷ 10) ^ 0.6 = ${figure(value)}`,
        ],
      };
    },
  },
];
