import { say, word } from '../words/words';
import { bestCuts, cutsCompared, spacingsCompared } from '../crops/advisers';
import { boltFromC, boltShare, heatOf } from '../crops/bolting';
import { minutesOf, type PlantJob } from '../crops/labour';
import { compareArms } from '../crops/trial';
import { formatNumber as figure } from '../quantity/units';
import { USUAL_COSTS, worthOf } from '../crops/worth';
import { CROP, cropOf } from './library';
import { input, row, type Sum } from './sum';

export const ADVISER_SUMS: readonly Sum[] = [
  {
    name: 'cut-or-replant',
    title: word`Cut again or replant`,
    group: 'Crops',
    basis: 'published',
    inputs: [CROP, input('turnoverDays', word`Days until the place is planted again`, word`days`, [0, 60], 2)],
    result: { words: word`cuts that give most for a place and day`, unit: '', digits: 0 },
    formula: word`sum of the cuts ÷ (days to the first + regrowth between + turning the bed); cut again while the next cut gives more a day than the cycle so far`,
    source: word`Marginal value theorem: Charnov (1976), Theoretical Population Biology 9: 129–136; cuts of the crop library`,
    work: ({ n, code }) => {
      const choices = cutsCompared(cropOf(code('crop')), n('turnoverDays'));
      return {
        value: bestCuts(choices).cuts,
        working: choices
          .slice(0, 12)
          .map(
            (c) =>
              say`after ${c.cuts}: ${figure(c.perPlaceDay, 2)} g a place and day; the last of them gives ${figure(c.lastCutPerDay, 2)} g a day`,
          ),
      };
    },
  },
  {
    name: 'spacing',
    title: word`Plant once or re-space`,
    group: 'Crops',
    basis: 'derived',
    inputs: [
      input('finalDays', word`From transplant to harvest`, word`days`, [1, 400], 30),
      input('finalPerM2', word`Plants at the last spacing`, word`a m²`, [0.1, 10_000], 22),
      input('denseDays', word`Days spent dense`, word`days`, [0, 399], 12),
      input('densePerM2', word`Plants while dense`, word`a m²`, [0.1, 10_000], 80),
      input('goodShare', word`Share that is good enough to pack`, '', [0.01, 1], 0.9),
      input('plantMin', word`Planting one`, word`minutes`, [0, 60], 0.2),
      input('respaceMin', word`Re-spacing one`, word`minutes`, [0, 60], 0.15),
    ],
    result: { words: word`heads more a square metre and week, when re-spaced`, unit: '', digits: 2 },
    formula: word`heads a m² and week = 7 × share ÷ Σ (days of a stage ÷ plants a m² in it)`,
    source: word`Bed area that a plant takes, stage by stage (derived)`,
    work: ({ n }) => {
      const [days, perM2, denseDays] = [n('finalDays'), n('finalPerM2'), Math.min(n('denseDays'), n('finalDays') - 1)];
      const dense = { days: denseDays, perM2: Math.max(n('densePerM2'), perM2) };
      const stages = denseDays > 0 ? { stages: [dense, { days: days - denseDays, perM2 }] } : {};
      const { once, respaced } = spacingsCompared(
        { finalDays: days, finalPerM2: perM2, finalSurvival: n('goodShare'), packout: 1, ...stages },
        { plantMin: n('plantMin'), respaceMin: n('respaceMin') },
      );
      return {
        value: respaced.headsPerM2Week - once.headsPerM2Week,
        working: [
          say`planted once: ${figure(once.m2Days, 3)} m²·days a plant, ${figure(once.headsPerM2Week, 2)} heads a m² and week, ${figure(once.minutesPerHead, 2)} minutes a head`,
          say`re-spaced: ${figure(respaced.m2Days, 3)} m²·days a plant, ${figure(respaced.headsPerM2Week, 2)} heads a m² and week, ${figure(respaced.minutesPerHead, 2)} minutes a head`,
        ],
      };
    },
  },
  {
    name: 'floor-worth',
    title: word`What a square metre of floor earns`,
    group: 'Crops',
    basis: 'planning default',
    inputs: [
      CROP,
      input('priceMinor', word`Price of a kg, head or bunch, in cents`, '', [0, 1_000_000], 140),
      input('bedPerFloor', word`Growing area on one m² of floor`, word`m²`, [0.1, 10], 0.75),
      input('workFactor', word`Work against rafts at waist height`, '', [0.2, 5], 1),
      input('wattsPerM2', word`Pumps and air for a m² of growing area`, word`W`, [0, 200], 3),
      input('lampWattsPerM2', word`Lamps for a m² of growing area, mean of day and night`, word`W`, [0, 500], 0),
      input('hourMinor', word`An hour of work, in cents`, '', [0, 100_000], USUAL_COSTS.hourMinor),
      input('plugs100Minor', word`A hundred plugs, in cents`, '', [0, 100_000], USUAL_COSTS.plugs100Minor),
      input('kwhMinor', word`A kilowatt-hour, in cents`, '', [0, 1000], USUAL_COSTS.kwhMinor),
      input('turnoverDays', word`Days until the place is planted again`, word`days`, [0, 60], USUAL_COSTS.turnoverDays),
    ],
    result: { words: word`left of a m² of floor and week, in cents`, unit: '', digits: 0 },
    formula: word`(income − plugs − work of one plant) × 7 × growing area on a m² of floor ÷ Σ (days of a stage ÷ plants a m² in it) − current`,
    source: word`Floor that a plant takes, stage by stage (derived); minutes of the recipe; floor, work and current of each method are planning defaults`,
    work: ({ n, code }) => {
      const w = worthOf({
        crop: cropOf(code('crop')),
        method: {
          ...{ bedPerFloor: n('bedPerFloor'), workFactor: n('workFactor') },
          ...{ wattsPerM2: n('wattsPerM2'), lampWattsPerM2: n('lampWattsPerM2') },
        },
        priceMinor: n('priceMinor'),
        costs: {
          ...{ hourMinor: n('hourMinor'), plugs100Minor: n('plugs100Minor'), kwhMinor: n('kwhMinor') },
          turnoverDays: n('turnoverDays'),
        },
      })!;
      return {
        value: w.netMinor,
        working: [
          say`${figure(w.plants, 2)} plants a m² of floor and week, income ${figure(w.grossMinor)}`,
          say`work ${figure(w.minutes, 1)} minutes, current ${figure(w.kwh, 2)} kWh`,
          say`an hour of work on it brings ${figure(w.perHourMinor)}`,
        ],
      };
    },
  },
  {
    name: 'trial',
    title: word`Is the difference of a trial real?`,
    group: 'Crops',
    basis: 'published',
    inputs: [
      row('a', word`First arm, one number a plant`, '', [0, 1_000_000], [182, 176, 190, 171, 185, 179]),
      row('b', word`Second arm, one number a plant`, '', [0, 1_000_000], [201, 188, 196, 179, 207, 193]),
    ],
    result: { words: word`mean of the second less mean of the first`, unit: '', digits: 2 },
    formula: word`difference of the means ± t × √(s₁²/n₁ + s₂²/n₂), 95 %; real when the interval leaves zero out`,
    source: word`Welch (1947), Biometrika 34: 28–35; Satterthwaite (1946), Biometrics Bulletin 2: 110–114`,
    work: ({ many }) => {
      const { a, b, difference, interval, degreesOfFreedom, isReal } = compareArms(many('a'), many('b'));
      const arm = ({ n, mean, standardDeviation }: typeof a) =>
        say`${figure(mean, 2)} ± ${figure(standardDeviation, 2)} of ${n}`;
      return {
        value: difference,
        working: [
          say`first ${arm(a)}; second ${arm(b)}`,
          say`from ${figure(interval[0], 2)} to ${figure(interval[1], 2)} with ${figure(degreesOfFreedom, 1)} degrees of freedom`,
          isReal
            ? say`The difference is real: chance alone gives as much less than once in twenty trials.`
            : say`No real difference: chance alone may give as much. More plants would tell.`,
        ],
      };
    },
  },
  {
    name: 'bolting',
    title: word`What heat costs a leaf crop`,
    group: 'Crops',
    basis: 'planning default',
    inputs: [
      CROP,
      row(
        'air',
        word`Mean air of the last days before the pick, one number a day`,
        '°C',
        [-20, 60],
        [24, 27, 29, 30, 28],
      ),
    ],
    result: { words: word`share of its plants that bolts`, unit: '%', digits: 0 },
    formula: word`degree-days above what it bears, over the last 21 days: 1 − e^(−0.025 × degree-days)`,
    source: word`Leaf crops bolt from six degrees above their best on; rate is a planning default`,
    work: ({ many, code }) => {
      const limit = boltFromC(cropOf(code('crop')));
      if (limit === null) return { value: 0, working: [say`it does not bolt`] };
      const degreeDays = many('air').reduce((sum, c) => sum + heatOf(c, limit), 0);
      return {
        value: boltShare(degreeDays) * 100,
        working: [say`it bears ${figure(limit, 1)} °C; ${figure(degreeDays, 1)} degree-days above it`],
      };
    },
  },
  {
    name: 'plant-work',
    title: word`Work of one sowing`,
    group: 'Crops',
    basis: 'planning default',
    inputs: [CROP, input('plants', word`Plants in the bed`, '', [1, 1_000_000], 200)],
    result: { words: word`hours from sowing to clearing`, unit: word`hours`, digits: 1 },
    formula: word`each job: minutes each time + minutes for 100 plants × plants ÷ 100; a pick for each cut`,
    source: word`Minutes of the crop’s recipe, or of its kind`,
    work: ({ n, code }) => {
      const crop = cropOf(code('crop'));
      const seeds = n('plants') / (crop.germination * crop.nurserySurvival);
      const jobs: [PlantJob, number, number][] = [
        ['sow', seeds, 1],
        ['transplant', n('plants'), 1],
        ['pick', n('plants'), crop.cutsMax],
        ['clear', n('plants'), 1],
      ];
      const minutes = jobs.map(([job, count, times]) => minutesOf(job, crop, count) * times);
      return {
        value: minutes.reduce((a, b) => a + b, 0) / 60,
        working: [
          say`sowing ${figure(minutes[0]!)}, transplanting ${figure(minutes[1]!)}, picking ${figure(minutes[2]!)}, clearing ${figure(minutes[3]!)} minutes`,
        ],
      };
    },
  },
];
