import { say, word } from '../words/words';
import { dailyDevelopment } from '../crops/development';
import { conveyorPositions } from '../crops/occupancy';
import { cutFactor, expectedYield, sowingFor } from '../crops/quantities';
import { RuleBroken } from '../errors';
import { formatNumber as figure } from '../quantity/units';
import { temperatureResponse } from '../quantity/temperatureResponse';
import { CROP, cropOf } from './library';
import { input, type Given, type Sum } from './sum';

const developedShare = ({ n, code }: Given) => dailyDevelopment(cropOf(code('crop')), n('airTempC'), n('lightMolM2'));
const AIR = input('airTempC', word`Air`, '°C', [-20, 60], 21, 'temperature');
const LIGHT = input('lightMolM2', word`Light of a day`, 'mol/m²', [0, 80], 14);

export const CROP_SUMS: readonly Sum[] = [
  {
    name: 'crop-development',
    title: word`Development of a crop in a day`,
    group: 'Crops',
    basis: 'planning default',
    inputs: [CROP, AIR, LIGHT],
    result: { words: word`of a day at its best`, unit: 'days', digits: 3 },
    formula: word`f(T) × (1 − e^(−1.5·x)) ÷ (1 − e^(−1.5)), x = light ÷ target light, at most 1.1`,
    source: word`Temperature curve of Yan & Hunt (1999); light curve is a planning default`,
    work: (g) => {
      const value = developedShare(g);
      const f = temperatureResponse(g.n('airTempC'), cropOf(g.code('crop')));
      return {
        value,
        working: [
          say`${figure(f, 3)} for the air × ${figure(f > 0 ? value / f : 0, 3)} for the light = ${figure(value, 3)} of a day`,
        ],
      };
    },
  },
  {
    name: 'crop-days',
    title: word`Days a crop takes to its first harvest`,
    group: 'Crops',
    basis: 'planning default',
    inputs: [CROP, AIR, LIGHT],
    result: { words: word`days from sowing`, unit: 'days', digits: 0 },
    formula: word`(nursery days + bed days) ÷ development of a day`,
    source: word`Reference days of the crop library`,
    work: (g) => {
      const crop = cropOf(g.code('crop'));
      const share = developedShare(g);
      if (share <= 0)
        throw new RuleBroken(
          'airTempC',
          say`${crop.name} stands still at ${figure(g.n('airTempC'), 1)} °C and ${figure(g.n('lightMolM2'), 1)} mol/m².`,
        );
      const value = Math.ceil((crop.nurseryDays + crop.finalDays) / share);
      return { value, working: [say`(${crop.nurseryDays} + ${crop.finalDays}) ÷ ${figure(share, 3)} = ${value} days`] };
    },
  },
  {
    name: 'seeds',
    title: word`Seeds to sow`,
    group: 'Crops',
    basis: 'derived',
    inputs: [
      CROP,
      input('units', word`Plants or units wanted`, '', [1, 1_000_000], 168),
      input('cellsPerTray', word`Cells of a tray`, '', [1, 2000], 104),
    ],
    result: { words: word`seeds`, unit: 'seeds', digits: 0 },
    formula: word`units ÷ (germination × nursery × bed × pack-out), rounded up; whole trays`,
    source: word`Chances of the crop library`,
    work: ({ n, code }) => {
      const c = cropOf(code('crop'));
      const q = sowingFor(Math.round(n('units')), c, Math.round(n('cellsPerTray')));
      return {
        value: q.seeds,
        working: [
          say`${figure(q.units)} ÷ (${figure(c.germination, 2)} × ${figure(c.nurserySurvival, 2)} × ${figure(c.finalSurvival, 2)} × ${figure(c.packout, 2)}) = ${figure(q.seeds)} seeds`,
          say`${figure(q.positions)} positions in the bed, ${q.trays} trays, ${figure(q.spareSeeds)} cells spare`,
        ],
      };
    },
  },
  {
    name: 'yield',
    title: word`Yield of a planting at a cut`,
    group: 'Crops',
    basis: 'planning default',
    inputs: [
      CROP,
      input('positions', word`Positions`, '', [1, 1_000_000], 200),
      input('cut', word`Number of the cut`, '', [1, 100], 1),
    ],
    result: { words: word`mass`, unit: 'g', digits: 0, quantity: 'mass' },
    formula: word`positions × survival × pack-out × yield of a plant × share of the cut`,
    source: word`Crop library`,
    work: ({ n, code }) => {
      const c = cropOf(code('crop'));
      const { massG, units } = expectedYield(c, Math.round(n('positions')), Math.round(n('cut')));
      return {
        value: massG,
        working: [
          `${figure(n('positions'))} × ${figure(c.finalSurvival, 2)} × ${figure(c.packout, 2)} × ${figure(c.yieldG)} g × ${figure(cutFactor(c, Math.round(n('cut'))), 3)} = ${figure(massG)} g`,
          ...(c.unit === 'kg' ? [] : [`${figure(units)} × ${c.unit}`]),
        ],
      };
    },
  },
  {
    name: 'cut-share',
    title: word`Share of a cut or pick`,
    group: 'Crops',
    basis: 'planning default',
    inputs: [CROP, input('cut', word`Number of the cut`, '', [1, 100], 2)],
    result: { words: word`of the first cut, or of the season`, unit: '', digits: 4 },
    formula: word`cut leaves: the crop’s factor for the cut; fruit: x·(1 − x)^1.5 over the season, all picks adding up to 1`,
    source: word`Crop library; picking curve is a planning default`,
    work: ({ n, code }) => {
      const c = cropOf(code('crop'));
      const value = cutFactor(c, Math.round(n('cut')));
      return {
        value,
        working: [
          c.pickingCurve
            ? say`pick ${Math.round(n('cut'))} of ${c.cutsMax}: ${figure(value * 100, 2)} % of the season`
            : say`cut ${Math.round(n('cut'))} of ${c.cutsMax}: ${figure(value, 2)} of the first`,
        ],
      };
    },
  },
  {
    name: 'conveyor',
    title: word`Positions a steady conveyor holds`,
    group: 'Crops',
    basis: 'derived',
    inputs: [
      input('plantsPerDay', word`Plants a day`, '', [0, 1e6], 24),
      input('daysInBed', word`Days each stays`, 'days', [0, 1000], 30),
    ],
    result: { words: word`positions in use`, unit: '', digits: 0 },
    formula: word`plants a day × days each stays`,
    source: word`Little’s law`,
    work: ({ n }) => ({
      value: conveyorPositions(n('plantsPerDay'), n('daysInBed')),
      working: [
        `${figure(n('plantsPerDay'), 1)} × ${figure(n('daysInBed'))} = ${figure(conveyorPositions(n('plantsPerDay'), n('daysInBed')))}`,
      ],
    }),
  },
];
