import { say, word } from '../words/words';
import { cohortAccount } from '../fish/cohortAccount';
import { acclimatisation } from '../fish/acclimatise';
import { shareOfCost } from '../fish/lotCost';
import { RuleBroken } from '../errors';
import { formatNumber as figure } from '../quantity/units';
import { rotationArithmetic } from '../stocking/rotation';
import { fingerlingPrice } from '../stocking/fingerlingPrice';
import { speciesOf, SPECIES } from './library';
import { FISH_G, WATER_C, waterTempC } from './fishInputs';
import { input, type Sum } from './sum';

export const STOCK_SUMS: readonly Sum[] = [
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
      input('densityKgM3', word`Highest density in the water`, 'kg/m³', [0.1, 500], 50),
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
