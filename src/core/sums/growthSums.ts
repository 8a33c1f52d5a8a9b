import { say, word } from '../words/words';
import { dailyRootGainG13, daysToWeight, equivalentTgc, grownWeightG, thermalGrowthWeightG } from '../fish/growth';
import { conditionFactor, lengthFromWeightCm, weightFromLengthG } from '../fish/lengthWeight';
import { RuleBroken } from '../errors';
import { formatNumber as figure } from '../quantity/units';
import { temperatureResponse } from '../quantity/temperatureResponse';
import { speciesOf, SPECIES } from './library';
import { FISH_G, weightG, waterTempC } from './fishInputs';
import { input, type Sum } from './sum';

const pace = input('pace', word`Pace against the library`, '×', [0, 4], 1);
const IWAMA = word`Iwama & Tautz (1981), Can. J. Fish. Aquat. Sci. 38: 649–656`;
const FROESE = word`Froese (2006), J. Appl. Ichthyol. 22: 241–253; a and b of the species library`;

export const GROWTH_SUMS: readonly Sum[] = [
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
    result: { words: word`added to the cube root of the weight`, unit: word`∛g a day`, digits: 5 },
    formula: word`k × f(T) × pace: what a day adds to the cube root of a fish’s weight`,
    source: word`${IWAMA}; k of the species library, a planning default`,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = dailyRootGainG13(s, n('waterTempC'), n('pace'));
      return {
        value,
        working: [
          `${figure(s.growthG13PerDay, 5)} × ${figure(temperatureResponse(n('waterTempC'), s), 3)} × ${figure(n('pace'), 2)} = ${figure(value, 5)} ∛g`,
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
];
