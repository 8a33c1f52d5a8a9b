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
import { formatNumber as say } from '../quantity/units';
import { temperatureResponse } from '../quantity/temperatureResponse';
import { rotationArithmetic } from '../stocking/rotation';
import { fingerlingPrice } from '../stocking/fingerlingPrice';
import { speciesOf, SPECIES } from './library';
import { input, row, type Sum } from './sum';

const FISH_G = [0.01, 50_000] as const;
const WATER_C = [-2, 45] as const;
const weightG = (start: number) => input('weightG', 'Weight of a fish', 'g', FISH_G, start, 'smallMass');
const waterTempC = (start: number) => input('waterTempC', 'Water', '°C', WATER_C, start, 'temperature');
const pace = input('pace', 'Pace against the library', '×', [0, 4], 1);
const IWAMA = 'Iwama & Tautz (1981), Can. J. Fish. Aquat. Sci. 38: 649–656';
const FROESE = 'Froese (2006), J. Appl. Ichthyol. 22: 241–253; a and b of the species library';

export const FISH_SUMS: readonly Sum[] = [
  {
    name: 'temperature-response',
    title: 'Share of the best rate at a temperature',
    group: 'Fish',
    basis: 'published',
    inputs: [
      input('tempC', 'Temperature', '°C', [-5, 50], 20, 'temperature'),
      input('tempMinC', 'No growth below', '°C', [-5, 45], 5, 'temperature'),
      input('tempOptC', 'Best', '°C', [-5, 45], 25, 'temperature'),
      input('tempMaxC', 'No growth above', '°C', [-5, 50], 35, 'temperature'),
    ],
    result: { words: 'share of the best rate', unit: '', digits: 3 },
    formula:
      '(Tmax − T)/(Tmax − Topt) × ((T − Tmin)/(Topt − Tmin)) ^ ((Topt − Tmin)/(Tmax − Topt)); 0 at both ends, 1 at the best',
    source: 'Yan & Hunt (1999), Annals of Botany 84: 607–614',
    work: ({ n }) => {
      const [t, tempMinC, tempOptC, tempMaxC] = [n('tempC'), n('tempMinC'), n('tempOptC'), n('tempMaxC')];
      const value = temperatureResponse(t, { tempMinC, tempOptC, tempMaxC });
      return {
        value,
        working: [
          `(${say(tempMaxC, 1)} − ${say(t, 1)})/(${say(tempMaxC, 1)} − ${say(tempOptC, 1)}) × ((${say(t, 1)} − ${say(tempMinC, 1)})/(${say(tempOptC, 1)} − ${say(tempMinC, 1)})) ^ ${say((tempOptC - tempMinC) / (tempMaxC - tempOptC), 2)} = ${say(value, 3)}`,
        ],
      };
    },
  },
  {
    name: 'daily-growth',
    title: 'Growth of a day',
    group: 'Fish',
    basis: 'published',
    inputs: [SPECIES, waterTempC(25), pace],
    result: { words: 'added to the cube root of the weight', unit: 'g^⅓ a day', digits: 5 },
    formula: 'k × f(T) × pace: what a day adds to the cube root of a fish’s weight',
    source: `${IWAMA}; k of the species library, a planning default`,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = dailyRootGainG13(s, n('waterTempC'), n('pace'));
      return {
        value,
        working: [
          `${say(s.growthG13PerDay, 5)} × ${say(temperatureResponse(n('waterTempC'), s), 3)} × ${say(n('pace'), 2)} = ${say(value, 5)} g^⅓`,
        ],
      };
    },
  },
  {
    name: 'grown-weight',
    title: 'Weight after a run of days',
    group: 'Fish',
    basis: 'published',
    inputs: [
      SPECIES,
      input('startG', 'Weight at the start', 'g', FISH_G, 50, 'smallMass'),
      waterTempC(25),
      input('days', 'Days', 'days', [0, 2000], 90),
      pace,
    ],
    result: { words: 'weight', unit: 'g', digits: 1, quantity: 'smallMass' },
    formula: '(W0^⅓ + days × growth of a day)³',
    source: IWAMA,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const days = Math.round(n('days'));
      const value = grownWeightG(n('startG'), Array<number>(days).fill(n('waterTempC')), s, n('pace'));
      const gain = dailyRootGainG13(s, n('waterTempC'), n('pace'));
      return {
        value,
        working: [
          `cube root of ${say(n('startG'), 1)} g = ${say(Math.cbrt(n('startG')), 3)}`,
          `+ ${days} × ${say(gain, 5)} = ${say(Math.cbrt(n('startG')) + days * gain, 3)}`,
          `cubed = ${say(value, 1)} g`,
        ],
      };
    },
  },
  {
    name: 'days-to-weight',
    title: 'Days from one weight to another',
    group: 'Fish',
    basis: 'published',
    inputs: [
      SPECIES,
      input('startG', 'Weight at the start', 'g', FISH_G, 50, 'smallMass'),
      input('targetG', 'Weight wanted', 'g', FISH_G, 500, 'smallMass'),
      waterTempC(25),
    ],
    result: { words: 'days', unit: 'days', digits: 0 },
    formula: '(W^⅓ − W0^⅓) ÷ growth of a day, rounded up',
    source: IWAMA,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = daysToWeight(n('startG'), n('targetG'), n('waterTempC'), s);
      if (value === null)
        throw new RuleBroken('waterTempC', `${s.name} does not grow at ${say(n('waterTempC'), 1)} °C.`);
      return {
        value,
        working: [
          `(${say(Math.cbrt(n('targetG')), 3)} − ${say(Math.cbrt(n('startG')), 3)}) ÷ ${say(dailyRootGainG13(s, n('waterTempC')), 5)} = ${value} days`,
        ],
      };
    },
  },
  {
    name: 'growth-coefficient-weight',
    title: 'Weight by the older growth coefficient',
    group: 'Fish',
    basis: 'published',
    inputs: [
      input('startG', 'Weight at the start', 'g', FISH_G, 50, 'smallMass'),
      input('tgc', 'Thermal growth coefficient', '', [0, 10], 1),
      input('degreeDays', 'Sum of daily °C', '°C·days', [0, 50_000], 2000),
    ],
    result: { words: 'weight', unit: 'g', digits: 1, quantity: 'smallMass' },
    formula: '(W0^⅓ + TGC ÷ 1000 × Σ °C·days)³; only well below the best temperature, since it never levels off',
    source: 'Cho (1992), Aquaculture 100: 107–123',
    work: ({ n }) => {
      const value = thermalGrowthWeightG(n('startG'), n('tgc'), n('degreeDays'));
      return {
        value,
        working: [
          `(${say(Math.cbrt(n('startG')), 3)} + ${say(n('tgc'), 3)} ÷ 1000 × ${say(n('degreeDays'))})³ = ${say(value, 1)} g`,
        ],
      };
    },
  },
  {
    name: 'equivalent-growth-coefficient',
    title: 'The older coefficient that gives the same day',
    group: 'Fish',
    basis: 'derived',
    inputs: [SPECIES, input('waterTempC', 'Water', '°C', [0.1, 45], 25, 'temperature')],
    result: { words: 'thermal growth coefficient', unit: '', digits: 3 },
    formula: '1000 × growth of a day ÷ °C',
    source: 'From both growth models',
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = equivalentTgc(s, n('waterTempC'));
      return {
        value,
        working: [
          `1000 × ${say(dailyRootGainG13(s, n('waterTempC')), 5)} ÷ ${say(n('waterTempC'), 1)} = ${say(value, 3)}`,
        ],
      };
    },
  },
  {
    name: 'weight-from-length',
    title: 'Weight from length',
    group: 'Fish',
    basis: 'published',
    inputs: [SPECIES, input('lengthCm', 'Length', 'cm', [0.5, 200], 25)],
    result: { words: 'weight', unit: 'g', digits: 1, quantity: 'smallMass' },
    formula: 'a × length ^ b',
    source: FROESE,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = weightFromLengthG(n('lengthCm'), s);
      return {
        value,
        working: [
          `${say(s.lengthWeightA, 4)} × ${say(n('lengthCm'), 1)} ^ ${say(s.lengthWeightB, 2)} = ${say(value, 1)} g`,
        ],
      };
    },
  },
  {
    name: 'length-from-weight',
    title: 'Length from weight',
    group: 'Fish',
    basis: 'published',
    inputs: [SPECIES, weightG(300)],
    result: { words: 'length', unit: 'cm', digits: 1 },
    formula: '(weight ÷ a) ^ (1 ÷ b)',
    source: FROESE,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = lengthFromWeightCm(n('weightG'), s);
      return {
        value,
        working: [
          `(${say(n('weightG'), 1)} ÷ ${say(s.lengthWeightA, 4)}) ^ (1 ÷ ${say(s.lengthWeightB, 2)}) = ${say(value, 1)} cm`,
        ],
      };
    },
  },
  {
    name: 'condition',
    title: 'Condition of a fish',
    group: 'Fish',
    basis: 'published',
    inputs: [weightG(300), input('lengthCm', 'Length', 'cm', [0.5, 200], 27)],
    result: { words: 'K', unit: '', digits: 2 },
    formula: '100 × weight in g ÷ length in cm, cubed',
    source: 'Fulton’s factor; Froese (2006)',
    work: ({ n }) => {
      const value = conditionFactor(n('weightG'), n('lengthCm'));
      return { value, working: [`100 × ${say(n('weightG'), 1)} ÷ ${say(n('lengthCm'), 1)}³ = ${say(value, 2)}`] };
    },
  },
  {
    name: 'feed-conversion',
    title: 'Feed for each weight gained, by size',
    group: 'Fish',
    basis: 'planning default',
    inputs: [SPECIES, weightG(200)],
    result: { words: 'feed ÷ gain', unit: '', digits: 2 },
    formula: 'three values of the species joined by straight lines at its break sizes',
    source: 'Species library',
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = feedConversion(n('weightG'), s);
      return {
        value,
        working: [
          `${s.fcr.map((x) => say(x, 2)).join(', ')} up to ${say(s.fcrBreaksG[0])} g, at ${say(s.fcrBreaksG[1])} g and from ${say(2 * s.fcrBreaksG[1])} g: at ${say(n('weightG'), 1)} g it is ${say(value, 2)}`,
        ],
      };
    },
  },
  {
    name: 'feed-by-growth',
    title: 'Feed of a tank by growth',
    group: 'Fish',
    basis: 'derived',
    inputs: [
      SPECIES,
      input('count', 'Fish', 'fish', [0, 10_000_000], 500),
      weightG(200),
      input('gainG', 'Gain of one fish a day', 'g', [0, 50_000], 2.5),
    ],
    result: { words: 'feed a day', unit: 'g', digits: 0, quantity: 'mass' },
    formula: `fish × gain × conversion by size; never under ${MAINTENANCE_SHARE_PER_DAY * 100} % of the weight while the fish may eat`,
    source: 'Growth of the day times feed conversion by size',
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = feedByGrowthG(n('count'), n('weightG'), n('gainG'), s);
      return {
        value,
        working: [
          `${say(n('count'))} × ${say(n('gainG'), 2)} g × ${say(feedConversion(n('weightG'), s), 2)} = ${say(n('count') * n('gainG') * feedConversion(n('weightG'), s))} g`,
          `at least ${say(n('count'))} × ${say(n('weightG'), 1)} g × ${MAINTENANCE_SHARE_PER_DAY} = ${say(n('count') * n('weightG') * MAINTENANCE_SHARE_PER_DAY)} g`,
        ],
      };
    },
  },
  {
    name: 'feed-by-table',
    title: 'Feed of a tank by table',
    group: 'Fish',
    basis: 'planning default',
    inputs: [
      input('count', 'Fish', 'fish', [0, 10_000_000], 500),
      weightG(200),
      input('percentPerDay', 'Percent of weight a day', '%', [0, 50], 1.8),
      input('response', 'Share of the best rate at the water’s temperature', '', [0, 1], 0.9),
    ],
    result: { words: 'feed a day', unit: 'g', digits: 0, quantity: 'mass' },
    formula: 'fish × weight × percent of the table × temperature response',
    source: 'The farm’s own table; temperature curve of Yan & Hunt (1999)',
    work: ({ n }) => {
      const value = feedByTableG(n('count'), n('weightG'), n('response'), [
        { uptoG: Infinity, percentPerDay: n('percentPerDay') },
      ]);
      return {
        value,
        working: [
          `${say(n('count'))} × ${say(n('weightG'), 1)} g × ${say(n('percentPerDay'), 2)} % × ${say(n('response'), 2)} = ${say(value)} g`,
        ],
      };
    },
  },
  {
    name: 'gain-from-feed',
    title: 'Most a fish can gain from its feed',
    group: 'Fish',
    basis: 'derived',
    inputs: [
      SPECIES,
      input('feedG', 'Feed of the tank a day', 'g', [0, 1e9], 2000, 'mass'),
      input('count', 'Fish', 'fish', [1, 10_000_000], 500),
      weightG(200),
    ],
    result: { words: 'gain of one fish a day', unit: 'g', digits: 2 },
    formula: 'feed ÷ fish ÷ conversion by size',
    source: 'Feed conversion of the species library',
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = gainFromFeedG(n('feedG'), n('count'), n('weightG'), s);
      return {
        value,
        working: [
          `${say(n('feedG'))} g ÷ ${say(n('count'))} ÷ ${say(feedConversion(n('weightG'), s), 2)} = ${say(value, 2)} g`,
        ],
      };
    },
  },
  {
    name: 'feedings',
    title: 'A day’s feed in parts',
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('dayG', 'Feed of the day', 'g', [0, 1e9], 1000, 'mass'),
      input('feedings', 'Feedings', '', [1, 24], 3),
    ],
    result: { words: 'first feeding', unit: 'g', digits: 0, quantity: 'smallMass' },
    formula: 'whole grams that add up to the day; the first take what does not divide',
    source: 'Model choice',
    work: ({ n }) => {
      const parts = perFeedingG(n('dayG'), Math.round(n('feedings')));
      return {
        value: parts[0]!,
        working: [`${parts.map((g) => say(g)).join(' + ')} = ${say(parts.reduce((a, b) => a + b, 0))} g`],
      };
    },
  },
  {
    name: 'share-above',
    title: 'Part of a cohort over a size',
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('cv', 'Spread of sizes, as a share of the mean', '', [0, 1], 0.2),
      input('referenceG', 'Mean weight', 'g', FISH_G, 400, 'smallMass'),
      input('targetG', 'Size', 'g', FISH_G, 450, 'smallMass'),
    ],
    result: { words: 'part over it', unit: '%', digits: 0 },
    formula: 'fish over the size among 21 equal bins of a log-normal spread',
    source: 'Model choice; sizes log-normal',
    work: ({ n }) => {
      const value = shareAbove(freshSpread(n('cv')), n('referenceG'), n('targetG')) * 100;
      return {
        value,
        working: [
          `mean ${say(n('referenceG'))} g, one spread ${say(n('referenceG') * n('cv'))} g: ${say(value)} % weigh ${say(n('targetG'))} g or more`,
        ],
      };
    },
  },
  {
    name: 'largest-mean',
    title: 'What the largest of a cohort weigh',
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('cv', 'Spread of sizes, as a share of the mean', '', [0, 1], 0.2),
      input('referenceG', 'Mean weight', 'g', FISH_G, 400, 'smallMass'),
      input('part', 'Part taken, the largest first', '', [0.01, 1], 0.25),
    ],
    result: { words: 'their mean weight', unit: 'g', digits: 0, quantity: 'smallMass' },
    formula: 'mean of the top bins of a log-normal spread',
    source: 'Model choice: harvests take the largest first',
    work: ({ n }) => {
      const relative = meanRelative(takeLargest(freshSpread(n('cv')), n('part')).taken);
      return {
        value: n('referenceG') * relative,
        working: [`${say(n('referenceG'))} g × ${say(relative, 3)} = ${say(n('referenceG') * relative)} g`],
      };
    },
  },
  {
    name: 'pace',
    title: 'How much faster than the library a cohort grows',
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('startG', 'Weight at stocking', 'g', FISH_G, 20, 'smallMass'),
      row('gainsG13', 'Root weight the library adds up to each sample', 'g^⅓', [0, 40], [1, 2]),
      row('weightsG', 'Mean weight of each sample', 'g', FISH_G, [55, 110], 'smallMass'),
      row('counts', 'Fish in each sample', 'fish', [1, 100_000], [30, 30]),
      input('cv', 'Spread of sizes, as a share of the mean', '', [0, 1], 0.2),
    ],
    result: { words: 'times the library’s growth', unit: '×', digits: 3 },
    formula:
      'least squares on the cube root of weight through the stocking weight, each sample by its fish, pulled to 1 by a guess worth 15 fish',
    source: 'Least squares; the prior is a planning default',
    work: ({ n, many }) => {
      const [gains, weights, counts] = [many('gainsG13'), many('weightsG'), many('counts')];
      if (gains.length !== weights.length || gains.length !== counts.length)
        throw new RuleBroken('weightsG', 'Give as many weights and numbers of fish as samples.');
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
              `cube root of ${say(s.meanWeightG, 1)} g less that of ${say(n('startG'), 1)} g is ${say(Math.cbrt(s.meanWeightG) - Math.cbrt(n('startG')), 3)} against ${say(s.expectedGainG13, 3)} of the library, ${say(s.sampleCount)} fish`,
          ),
          `fitted: × ${say(multiplier, 3)} ± ${say(standardError, 3)}`,
        ],
      };
    },
  },
  {
    name: 'sample-share',
    title: 'How much a sample counts',
    group: 'Fish',
    basis: 'planning default',
    inputs: [
      input('count', 'Fish weighed now', 'fish', [1, 100_000], 30),
      input('worth', 'Fish weighed before, or what was known before is worth', 'fish', [0, 100_000], 30),
      input('days', 'Days between', 'days', [0, 3650], 7),
    ],
    result: { words: 'part the new sample has in the size', unit: '%', digits: 0 },
    formula: 'fish weighed now ÷ (fish weighed now + what was known before, halved every 7 days)',
    source: 'Weights by number weighed; the half-life is a planning default',
    work: ({ n }) => {
      const { worthBefore, share } = sampleShare(n('count'), n('worth'), n('days'));
      return {
        value: share * 100,
        working: [
          `${say(n('worth'))} × ½ ^ (${say(n('days'))} ÷ 7) = ${say(worthBefore, 1)} fish`,
          `${say(n('count'))} ÷ (${say(n('count'))} + ${say(worthBefore, 1)}) = ${say(share * 100)} %`,
        ],
      };
    },
  },
  {
    name: 'daily-mortality',
    title: 'Deaths a day from the survival of a stage',
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('survival', 'Survival as a share', '', [0.01, 1], 0.95),
      input('days', 'Days', 'days', [1, 2000], 300),
    ],
    result: { words: 'die each day', unit: '% a day', digits: 4 },
    formula: '−ln(survival) ÷ days',
    source: 'Constant rate over the stage',
    work: ({ n }) => {
      const value = dailyMortality(n('survival'), n('days')) * 100;
      return { value, working: [`−ln(${say(n('survival'), 3)}) ÷ ${say(n('days'))} = ${say(value, 4)} % a day`] };
    },
  },
  {
    name: 'fasting-weight',
    title: 'Weight after days without feed',
    group: 'Fish',
    basis: 'planning default',
    inputs: [weightG(500), input('days', 'Days without feed', 'days', [0, 60], 6)],
    result: { words: 'weight', unit: 'g', digits: 1, quantity: 'smallMass' },
    formula: `weight × (1 − ${FASTING_LOSS_PER_DAY}) ^ days`,
    source: 'Planning default: half a percent a day',
    work: ({ n }) => {
      const value = n('weightG') * (1 - FASTING_LOSS_PER_DAY) ** n('days');
      return {
        value,
        working: [`${say(n('weightG'), 1)} g × ${1 - FASTING_LOSS_PER_DAY} ^ ${say(n('days'))} = ${say(value, 1)} g`],
      };
    },
  },
  {
    name: 'density',
    title: 'Crowding of a tank',
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('biomassG', 'Fish in the tank', 'g', [0, 1e8], 300_000, 'mass'),
      input('volumeL', 'Water', 'L', [1, 10_000_000], 9000, 'volume'),
    ],
    result: { words: 'crowding', unit: 'kg/m³', digits: 1 },
    formula: 'weight of the fish ÷ volume of the water',
    source: 'Held against the tank’s own limit',
    work: ({ n }) => {
      const value = densityKgM3(n('biomassG'), n('volumeL'));
      return {
        value,
        working: [`${say(n('biomassG') / 1000, 1)} kg ÷ ${say(n('volumeL') / 1000, 2)} m³ = ${say(value, 1)} kg/m³`],
      };
    },
  },
  {
    name: 'count-by-weight',
    title: 'Number of fish from the weight of a box',
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('massG', 'Weight of the box', 'g', [0.01, 1e8], 12_000, 'mass'),
      input('meanG', 'Mean of a few weighed', 'g', FISH_G, 60, 'smallMass'),
    ],
    result: { words: 'fish', unit: 'fish', digits: 0 },
    formula: 'weight of the box ÷ mean of a few weighed, rounded',
    source: 'Counting by weight',
    work: ({ n }) => {
      const value = countByWeight(n('massG'), n('meanG'));
      return { value, working: [`${say(n('massG'))} g ÷ ${say(n('meanG'), 1)} g = ${say(value)} fish`] };
    },
  },
  ...(['biological', 'paid'] as const).map((which): Sum => ({
    name: `conversion-${which}`,
    title:
      which === 'biological' ? 'Feed conversion, the dead counted in' : 'Feed conversion of what was sold or is here',
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('feedG', 'Feed given', 'g', [0, 1e9], 150_000, 'mass'),
      input('startCount', 'Fish stocked', 'fish', [1, 10_000_000], 500),
      input('startMeanG', 'Weight at stocking', 'g', FISH_G, 20, 'smallMass'),
      input('presentCount', 'Fish here', 'fish', [0, 10_000_000], 400),
      input('presentMeanG', 'Their mean weight', 'g', FISH_G, 250, 'smallMass'),
      input('takenG', 'Weight taken alive', 'g', [0, 1e9], 20_000, 'mass'),
      input('deadG', 'Weight of the dead', 'g', [0, 1e9], 2000, 'mass'),
    ],
    result: { words: 'feed ÷ gain', unit: '', digits: 2 },
    formula:
      which === 'biological' ? 'feed ÷ (present + taken − stocked + dead)' : 'feed ÷ (present + taken − stocked)',
    source: 'Biological and economic feed conversion',
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
        throw new RuleBroken('feedG', 'Nothing was gained or fed: there is no conversion to work out.');
      return {
        value,
        working: [`${say(n('feedG') / 1000, 1)} kg ÷ ${say(n('feedG') / value / 1000, 1)} kg = ${say(value, 2)}`],
      };
    },
  })),
  {
    name: 'cost-share',
    title: 'Cost that goes along with regrouped fish',
    group: 'Fish',
    basis: 'derived',
    inputs: [
      input('goingG', 'Weight of the fish that go', 'g', [0, 1e9], 60_000, 'mass'),
      input('leftG', 'Weight of those that stay', 'g', [0, 1e9], 50_000, 'mass'),
      input('harvestedG', 'Harvested or sold before', 'g', [0, 1e9], 10_000, 'mass'),
    ],
    result: { words: 'share of the cost so far', unit: '', digits: 2 },
    formula: 'weight that goes ÷ (weight that goes + stays + was harvested before)',
    source: 'A kilogram costs the same before and after a grading, a split or a merge',
    work: ({ n }) => {
      const value = shareOfCost(n('goingG'), n('leftG'), n('harvestedG'));
      return {
        value,
        working: [
          `${say(n('goingG') / 1000, 1)} ÷ (${say(n('goingG') / 1000, 1)} + ${say(n('leftG') / 1000, 1)} + ${say(n('harvestedG') / 1000, 1)}) kg = ${say(value, 2)}`,
        ],
      };
    },
  },
  {
    name: 'rotation',
    title: 'A steady rotation',
    group: 'Fish',
    basis: 'derived',
    inputs: [
      SPECIES,
      waterTempC(25),
      input('startG', 'Fingerling', 'g', FISH_G, 20, 'smallMass'),
      input('harvestG', 'Harvested at', 'g', FISH_G, 500, 'smallMass'),
      input('everyWeeks', 'Weeks between harvests', 'weeks', [0.5, 52], 6),
      input('kgPerHarvest', 'At each harvest', 'kg', [0.1, 1e6], 120),
      input('survival', 'Survival as a share', '', [0.05, 1], 0.92),
      input('densityKgM3', 'Most fish in the water', 'kg/m³', [0.1, 500], 50),
    ],
    result: { words: 'feed a day at the most', unit: 'kg', digits: 2 },
    formula:
      'cohorts alive = days to harvest ÷ days between, rounded up; fish and feed of all of them for every day between two harvests, mean and most',
    source: 'Little’s law for batches; growth and feed conversion of the library',
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
          `${r.growDays} days ÷ ${say(n('everyWeeks') * 7)} days = ${r.cohortsAlive} cohorts alive, ${say(r.stockPerCohort)} fish stocked each time`,
          `fish in the water: ${say(r.standingMeanKg)} kg on average, ${say(r.standingPeakKg)} kg at the most`,
          `feed a day: ${say(r.feedMeanKgPerDay, 2)} kg on average, ${say(r.feedPeakKgPerDay, 2)} kg at the most`,
          `water at the limit: ${say(r.totalVolumeL / 1000, 1)} m³`,
        ],
      };
    },
  },
  {
    name: 'acclimatise',
    title: 'Minutes to bring fish into other water',
    group: 'Fish',
    basis: 'planning default',
    inputs: [
      input('fromTempC', 'Water they come in', '°C', WATER_C, 18, 'temperature'),
      input('toTempC', 'Water they go to', '°C', WATER_C, 24, 'temperature'),
      input('fromPH', 'Its pH', '', [3, 11], 7.4),
      input('toPH', 'pH they go to', '', [3, 11], 6.8),
    ],
    result: { words: 'minutes', unit: 'minutes', digits: 0 },
    formula: 'the slower of 4 °C and 0.6 pH an hour, at least 20 minutes',
    source: 'Planning default of extension advice',
    work: ({ n }) => {
      const { minutes, steps } = acclimatisation(
        { tempC: n('fromTempC'), pH: n('fromPH') },
        { tempC: n('toTempC'), pH: n('toPH') },
      );
      return { value: minutes, working: steps.length > 0 ? steps : ['the waters are alike: no mixing needed'] };
    },
  },
  {
    name: 'fingerling-price',
    title: 'Price of a larger fingerling',
    group: 'Fish',
    basis: 'planning default',
    inputs: [
      input('priceAt10gMinor', 'Price of a 10 g fish, smallest coin', '', [0, 1e9], 60),
      input('startG', 'Size', 'g', FISH_G, 50, 'smallMass'),
    ],
    result: { words: 'price of one, smallest coin', unit: '', digits: 0 },
    formula: 'price of a 10 g fish × (size ÷ 10 g) ^ 0.6',
    source: 'Planning default: larger ones cost more, less than in proportion',
    work: ({ n }) => {
      const value = fingerlingPrice(n('priceAt10gMinor'), n('startG'));
      return {
        value,
        working: [`${say(n('priceAt10gMinor'))} × (${say(Math.max(1, n('startG')), 1)} ÷ 10) ^ 0.6 = ${say(value)}`],
      };
    },
  },
];
