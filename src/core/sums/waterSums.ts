import { say, word } from '../words/words';
import { formatNumber as figure } from '../quantity/units';
import { temperatureResponse } from '../quantity/temperatureResponse';
import { spareCapacity } from '../stocking/rotation';
import { ammoniaFromFeedG, unionisedShare } from '../water/ammonia';
import { feedBalance } from '../water/balance';
import { holdingKwhPerDay, warmingKwh } from '../water/energy';
import {
  MEDIA_L_PER_KG,
  minutesToDanger,
  nitrificationG,
  OXYGEN_PER_FEED,
  oxygenNeedKg,
  oxygenSaturationMgL,
  respirationMgKgH,
} from '../water/lifeSupport';
import { SPECIES, speciesOf } from './library';
import { input, type Sum } from './sum';

const TIMMONS = word`Timmons & Ebeling, Recirculating Aquaculture`;
const EMERSON = word`Emerson, Russo, Lund & Thurston (1975), J. Fish. Res. Board Can. 32: 2379–2383; fresh water`;
const pH = input('pH', 'pH', '', [5, 10], 7);
const water = (start: number, high = 40) => input('waterTempC', word`Water`, '°C', [0, high], start, 'temperature');
const feedKg = (start: number) => input('feedKg', word`Feed a day`, 'kg', [0, 100_000], start);

export const WATER_SUMS: readonly Sum[] = [
  {
    name: 'unionised-share',
    title: word`Part of the ammonia that harms gills`,
    group: 'Water and life support',
    basis: 'published',
    inputs: [pH, water(20, 35)],
    result: { words: word`un-ionised`, unit: '%', digits: 3 },
    formula: word`1 ÷ (1 + 10 ^ (pKa − pH)), pKa = 0.09018 + 2729.92 ÷ (273.15 + °C)`,
    source: EMERSON,
    work: ({ n }) => {
      const value = unionisedShare(n('pH'), n('waterTempC')) * 100;
      const pKa = 0.09018 + 2729.92 / (n('waterTempC') + 273.15);
      return {
        value,
        working: [
          say`pKa = 0.09018 + 2729.92 ÷ ${figure(n('waterTempC') + 273.15, 2)} = ${figure(pKa, 3)}`,
          `1 ÷ (1 + 10 ^ (${figure(pKa, 3)} − ${figure(n('pH'), 2)})) = ${figure(value, 3)} %`,
        ],
      };
    },
  },
  {
    name: 'free-ammonia',
    title: word`Free ammonia in the water`,
    group: 'Water and life support',
    basis: 'published',
    inputs: [input('tanMgL', word`Total ammonia nitrogen`, 'mg/L', [0, 50], 1), pH, water(20, 35)],
    result: { words: word`free ammonia nitrogen`, unit: 'mg/L', digits: 4 },
    formula: word`total ammonia nitrogen × un-ionised share`,
    source: EMERSON,
    work: ({ n }) => {
      const share = unionisedShare(n('pH'), n('waterTempC'));
      return {
        value: n('tanMgL') * share,
        working: [
          say`${figure(n('tanMgL'), 2)} mg/L × ${figure(share * 100, 3)} % = ${figure(n('tanMgL') * share, 4)} mg/L`,
        ],
      };
    },
  },
  {
    name: 'ammonia-from-feed',
    title: word`Ammonia from feed`,
    group: 'Water and life support',
    basis: 'published',
    inputs: [
      input('feedG', word`Feed a day`, 'g', [0, 1e9], 10_000, 'mass'),
      input('proteinFraction', word`Protein as a share`, '', [0.1, 0.7], 0.4),
    ],
    result: { words: word`ammonia nitrogen a day`, unit: 'g', digits: 0 },
    formula: word`feed × protein × 0.092`,
    source: TIMMONS,
    work: ({ n }) => {
      const value = ammoniaFromFeedG(n('feedG'), n('proteinFraction'));
      return {
        value,
        working: [`${figure(n('feedG'))} g × ${figure(n('proteinFraction'), 2)} × 0.092 = ${figure(value)} g`],
      };
    },
  },
  {
    name: 'oxygen-need',
    title: word`Oxygen that a day’s feed uses`,
    group: 'Water and life support',
    basis: 'published',
    inputs: [feedKg(10)],
    result: { words: word`oxygen a day`, unit: 'kg', digits: 2 },
    formula: word`feed × (fish ${OXYGEN_PER_FEED.fish} + nitrifying bacteria ${OXYGEN_PER_FEED.nitrifiers} + others ${OXYGEN_PER_FEED.others})`,
    source: TIMMONS,
    work: ({ n }) => ({
      value: oxygenNeedKg(n('feedKg')),
      working: [say`${figure(n('feedKg'), 1)} kg × 0.5 = ${figure(oxygenNeedKg(n('feedKg')), 2)} kg`],
    }),
  },
  {
    name: 'oxygen-saturation',
    title: word`Oxygen that water holds in balance with air`,
    group: 'Water and life support',
    basis: 'published',
    inputs: [
      water(20),
      input('altitudeM', word`Altitude`, 'm', [0, 5000], 0),
      input('salinityPpt', word`Salt`, '‰', [0, 40], 0),
    ],
    result: { words: word`oxygen at saturation`, unit: 'mg/L', digits: 2 },
    formula: word`saturation by temperature and salt × pressure by altitude`,
    source: word`Benson & Krause (1984), in the form of APHA Standard Methods 4500-O; standard atmosphere`,
    work: ({ n }) => {
      const [fresh, value] = [
        oxygenSaturationMgL(n('waterTempC')),
        oxygenSaturationMgL(n('waterTempC'), n('altitudeM'), n('salinityPpt')),
      ];
      return {
        value,
        working: [
          say`fresh water at sea level: ${figure(fresh, 2)} mg/L`,
          say`at ${figure(n('altitudeM'))} m and ${figure(n('salinityPpt'), 1)} ‰: ${figure(value, 2)} mg/L`,
        ],
      };
    },
  },
  {
    name: 'respiration',
    title: word`Oxygen that fish breathe`,
    group: 'Water and life support',
    basis: 'planning default',
    inputs: [
      SPECIES,
      input('weightG', word`Weight of a fish`, 'g', [0.01, 50_000], 300, 'smallMass'),
      water(25),
      input('fed', word`1 if fed, 0 if unfed`, '', [0, 1], 1),
    ],
    result: { words: word`oxygen breathed`, unit: word`mg per kg and hour`, digits: 0 },
    formula: word`species’ value at 100 g × (weight ÷ 100 g) ^ −0.2 × temperature response, at least a quarter; unfed 60 %`,
    source: word`Allometric planning default`,
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = respirationMgKgH(s, n('weightG'), n('waterTempC'), n('fed') >= 0.5);
      return {
        value,
        working: [
          `${figure(s.respirationMgKgH)} × (${figure(n('weightG'), 1)} ÷ 100) ^ −0.2 × ${figure(Math.max(0.25, temperatureResponse(n('waterTempC'), s)), 2)}${n('fed') >= 0.5 ? '' : ' × 0.6'} = ${figure(value)}`,
        ],
      };
    },
  },
  {
    name: 'minutes-to-danger',
    title: word`Minutes when all air stops`,
    group: 'Water and life support',
    basis: 'derived',
    inputs: [
      input('oxygenMgL', word`Oxygen now`, 'mg/L', [0, 30], 7),
      input('criticalMgL', word`Critical for the fish`, 'mg/L', [0, 20], 3),
      input('volumeL', word`Water`, 'L', [1, 1e8], 9000, 'volume'),
      input('breathedMgH', word`Breathed by all fish in an hour`, 'mg', [0.001, 1e9], 60_000),
    ],
    result: { words: word`minutes`, unit: 'minutes', digits: 0 },
    formula: word`(oxygen − critical) × water ÷ breathed × 60; no exchange at the surface, so on the careful side`,
    source: word`Mass balance; an estimate that never replaces an alarm and a second blower`,
    work: ({ n }) => {
      const value = minutesToDanger({
        oxygenMgL: n('oxygenMgL'),
        criticalMgL: n('criticalMgL'),
        volumeL: n('volumeL'),
        breathedMgH: n('breathedMgH'),
      });
      return {
        value,
        working: [
          say`(${figure(n('oxygenMgL'), 1)} − ${figure(n('criticalMgL'), 1)}) mg/L × ${figure(n('volumeL'))} L ÷ ${figure(n('breathedMgH'))} mg/h × 60 = ${figure(value)} minutes`,
        ],
      };
    },
  },
  {
    name: 'nitrification',
    title: word`Ammonia that filter media turn over`,
    group: 'Water and life support',
    basis: 'planning default',
    inputs: [
      input('volumeM3', word`Media`, 'm³', [0, 10_000], 1),
      input('surfaceM2PerM3', word`Surface`, 'm²/m³', [1, 5000], 500),
      input('gTanPerM2Day', word`Rate at 20 °C`, 'g/m²·day', [0, 5], 0.5),
      water(22),
      input('pH', 'pH', '', [4, 10], 7),
    ],
    result: { words: word`ammonia nitrogen a day`, unit: 'g', digits: 0 },
    formula: word`media × surface × rate at 20 °C × 1.07 ^ (°C − 20); below pH 6.5 a tenth less for each 0.1`,
    source: word`Planning default by filter type`,
    work: ({ n }) => {
      const value = nitrificationG(
        [{ name: '', volumeM3: n('volumeM3'), surfaceM2PerM3: n('surfaceM2PerM3'), gTanPerM2Day: n('gTanPerM2Day') }],
        n('waterTempC'),
        n('pH'),
      );
      return {
        value,
        working: [
          `${figure(n('volumeM3'), 2)} m³ × ${figure(n('surfaceM2PerM3'))} m²/m³ × ${figure(n('gTanPerM2Day'), 2)} g × 1.07 ^ ${figure(n('waterTempC') - 20, 1)}${n('pH') < 6.5 ? say` × ${figure(Math.max(0.1, 1 - (6.5 - n('pH'))), 2)} for its pH` : ''} = ${figure(value)} g`,
        ],
      };
    },
  },
  {
    name: 'media-rule',
    title: word`Filter media by the quick school`,
    group: 'Water and life support',
    basis: 'planning default',
    inputs: [input('biomassKg', word`Fish`, 'kg', [0, 1e6], 300)],
    result: { words: word`media`, unit: 'L', digits: 0, quantity: 'volume' },
    formula: word`${MEDIA_L_PER_KG} L for each kg of fish`,
    source: word`Planning default`,
    work: ({ n }) => ({
      value: n('biomassKg') * MEDIA_L_PER_KG,
      working: [say`${figure(n('biomassKg'))} kg × ${MEDIA_L_PER_KG} L = ${figure(n('biomassKg') * MEDIA_L_PER_KG)} L`],
    }),
  },
  {
    name: 'feed-per-area',
    title: word`Fish against plants`,
    group: 'Water and life support',
    basis: 'published',
    inputs: [
      input('feedG', word`Feed a day`, 'g', [0, 1e9], 8000, 'mass'),
      input('plantedM2', word`Planted area`, 'm²', [0.01, 1e7], 100),
    ],
    result: { words: word`feed for each planted m²`, unit: word`g/m² a day`, digits: 1 },
    formula: word`feed ÷ planted area, held against the loop’s band`,
    source: word`Rakocy (2006): 60 to 100 on rafts in coupled loops; FAO 589; decoupled is a planning default`,
    work: ({ n }) => {
      const { gM2Day } = feedBalance(n('feedG'), n('plantedM2'), [60, 100]);
      return {
        value: gM2Day!,
        working: [`${figure(n('feedG'))} g ÷ ${figure(n('plantedM2'), 1)} m² = ${figure(gM2Day!, 1)} g/m²`],
      };
    },
  },
  {
    name: 'nitrogen-balance',
    title: word`Nitrogen of fish against plants`,
    group: 'Water and life support',
    basis: 'derived',
    inputs: [
      input('givenG', word`Ammonia nitrogen a day`, 'g', [0, 1e7], 120),
      input('plantedM2', word`Planted area`, 'm²', [0.01, 1e7], 80),
      input('uptakeGM2', word`Taken up, a day`, 'g/m²', [0.01, 20], 0.9),
    ],
    result: { words: word`of what the plants take up`, unit: '%', digits: 0 },
    formula: word`ammonia nitrogen ÷ (planted area × uptake), held against the loop’s limits in percent`,
    source: word`Mass balance; uptake by crop is a planning default of the library, 100 to 200 % a planning default`,
    work: ({ n }) => {
      const taken = n('plantedM2') * n('uptakeGM2');
      const value = (n('givenG') / taken) * 100;
      return {
        value,
        working: [
          say`${figure(n('plantedM2'), 1)} m² × ${figure(n('uptakeGM2'), 2)} g/m² = ${figure(taken, 1)} g taken up`,
          say`${figure(n('givenG'), 1)} g ÷ ${figure(taken, 1)} g = ${figure(value)} %`,
        ],
      };
    },
  },
  {
    name: 'holding-heat',
    title: word`Heat to hold a difference`,
    group: 'Water and life support',
    basis: 'derived',
    inputs: [
      input('lossWPerC', word`Heat loss`, 'W/°C', [0, 1e6], 250),
      input('differenceC', word`Warmer than it would be`, '°C', [-30, 30], 8),
    ],
    result: { words: word`heat a day`, unit: 'kWh', digits: 1 },
    formula: word`loss × difference × 24 h`,
    source: word`Steady state`,
    work: ({ n }) => {
      const value = holdingKwhPerDay(n('lossWPerC'), n('differenceC'));
      return {
        value,
        working: [
          say`${figure(n('lossWPerC'))} W/°C × ${figure(Math.abs(n('differenceC')), 1)} °C × 24 h ÷ 1000 = ${figure(value, 1)} kWh`,
        ],
      };
    },
  },
  {
    name: 'warming-heat',
    title: word`Heat to warm water once`,
    group: 'Water and life support',
    basis: 'derived',
    inputs: [
      input('volumeL', word`Water`, 'L', [0, 1e8], 9000, 'volume'),
      input('differenceC', word`By`, '°C', [-40, 40], 3),
    ],
    result: { words: word`heat`, unit: 'kWh', digits: 1 },
    formula: word`litres × 4.186 × difference ÷ 3600`,
    source: word`Heat capacity of water`,
    work: ({ n }) => {
      const value = warmingKwh(n('volumeL'), n('differenceC'));
      return {
        value,
        working: [
          say`${figure(n('volumeL'))} L × 4.186 × ${figure(Math.abs(n('differenceC')), 1)} ÷ 3600 = ${figure(value, 1)} kWh`,
        ],
      };
    },
  },
  {
    name: 'spare-feed',
    title: word`Feed that a loop could still carry`,
    group: 'Water and life support',
    basis: 'derived',
    inputs: [
      input('oxygenGivenKg', word`Oxygen the aerators bring a day`, 'kg', [0, 1e5], 8),
      input('nitrifiedG', word`Ammonia the filters turn over a day`, 'g', [0, 1e7], 500),
      input('proteinFraction', word`Protein as a share`, '', [0.1, 0.7], 0.4),
      feedKg(9),
    ],
    result: { words: word`more feed a day`, unit: 'kg', digits: 2 },
    formula: word`the least of what oxygen and filters carry, less today’s feed`,
    source: word`Oxygen 0.5 kg and ammonia protein × 0.092 for each kg of feed (${TIMMONS})`,
    work: ({ n }) => {
      const limits = [
        { what: 'oxygen', feedKgPerDay: n('oxygenGivenKg') / oxygenNeedKg(1) },
        { what: say`the filters`, feedKgPerDay: n('nitrifiedG') / ammoniaFromFeedG(1000, n('proteinFraction')) },
      ];
      const spare = spareCapacity({ limits, feedKgPerDay: n('feedKg'), plantedM2: 0, bandGM2: [60, 100] });
      return {
        value: spare.feedKgPerDay,
        working: [
          ...limits.map((l) => say`${l.what}: ${figure(l.feedKgPerDay, 2)} kg of feed a day`),
          say`${spare.limitedBy} decides: ${figure(spare.feedKgPerDay + n('feedKg'), 2)} − ${figure(n('feedKg'), 2)} = ${figure(spare.feedKgPerDay, 2)} kg`,
        ],
      };
    },
  },
];
