import { dailyDevelopment } from '../crops/development';
import { conveyorPositions } from '../crops/occupancy';
import { cutFactor, expectedYield, sowingFor } from '../crops/quantities';
import { RuleBroken } from '../errors';
import { availableToPromise, serveDemands } from '../market/promise';
import { FAST_BEFORE_MOVE_DAYS } from '../plan/build';
import { purgeBackSchedule, saltG } from '../purge/backSchedule';
import { daysBetween } from '../quantity/days';
import { formatNumber as say } from '../quantity/units';
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
import { CROP, cropOf, SPECIES, speciesOf } from './library';
import { input, row, type Given, type Sum } from './sum';

const TIMMONS = 'Timmons & Ebeling, Recirculating Aquaculture';
const EMERSON = 'Emerson, Russo, Lund & Thurston (1975), J. Fish. Res. Board Can. 32: 2379–2383; fresh water';
const pH = input('pH', 'pH', '', [5, 10], 7);
const water = (start: number, high = 40) => input('waterTempC', 'Water', '°C', [0, high], start, 'temperature');
const feedKg = (start: number) => input('feedKg', 'Feed a day', 'kg', [0, 100_000], start);

export const WATER_SUMS: readonly Sum[] = [
  {
    name: 'unionised-share',
    title: 'Part of the ammonia that harms gills',
    group: 'Water and life support',
    basis: 'published',
    inputs: [pH, water(20, 35)],
    result: { words: 'un-ionised', unit: '%', digits: 3 },
    formula: '1 ÷ (1 + 10 ^ (pKa − pH)), pKa = 0.09018 + 2729.92 ÷ (273.15 + °C)',
    source: EMERSON,
    work: ({ n }) => {
      const value = unionisedShare(n('pH'), n('waterTempC')) * 100;
      const pKa = 0.09018 + 2729.92 / (n('waterTempC') + 273.15);
      return {
        value,
        working: [
          `pKa = 0.09018 + 2729.92 ÷ ${say(n('waterTempC') + 273.15, 2)} = ${say(pKa, 3)}`,
          `1 ÷ (1 + 10 ^ (${say(pKa, 3)} − ${say(n('pH'), 2)})) = ${say(value, 3)} %`,
        ],
      };
    },
  },
  {
    name: 'free-ammonia',
    title: 'Free ammonia in the water',
    group: 'Water and life support',
    basis: 'published',
    inputs: [input('tanMgL', 'Total ammonia nitrogen', 'mg/L', [0, 50], 1), pH, water(20, 35)],
    result: { words: 'free ammonia nitrogen', unit: 'mg/L', digits: 4 },
    formula: 'total ammonia nitrogen × un-ionised share',
    source: EMERSON,
    work: ({ n }) => {
      const share = unionisedShare(n('pH'), n('waterTempC'));
      return {
        value: n('tanMgL') * share,
        working: [`${say(n('tanMgL'), 2)} mg/L × ${say(share * 100, 3)} % = ${say(n('tanMgL') * share, 4)} mg/L`],
      };
    },
  },
  {
    name: 'ammonia-from-feed',
    title: 'Ammonia from feed',
    group: 'Water and life support',
    basis: 'published',
    inputs: [
      input('feedG', 'Feed a day', 'g', [0, 1e9], 10_000, 'mass'),
      input('proteinFraction', 'Protein as a share', '', [0.1, 0.7], 0.4),
    ],
    result: { words: 'ammonia nitrogen a day', unit: 'g', digits: 0 },
    formula: 'feed × protein × 0.092',
    source: TIMMONS,
    work: ({ n }) => {
      const value = ammoniaFromFeedG(n('feedG'), n('proteinFraction'));
      return { value, working: [`${say(n('feedG'))} g × ${say(n('proteinFraction'), 2)} × 0.092 = ${say(value)} g`] };
    },
  },
  {
    name: 'oxygen-need',
    title: 'Oxygen that a day’s feed uses',
    group: 'Water and life support',
    basis: 'published',
    inputs: [feedKg(10)],
    result: { words: 'oxygen a day', unit: 'kg', digits: 2 },
    formula: `feed × (fish ${OXYGEN_PER_FEED.fish} + nitrifying bacteria ${OXYGEN_PER_FEED.nitrifiers} + others ${OXYGEN_PER_FEED.others})`,
    source: TIMMONS,
    work: ({ n }) => ({
      value: oxygenNeedKg(n('feedKg')),
      working: [`${say(n('feedKg'), 1)} kg × 0.5 = ${say(oxygenNeedKg(n('feedKg')), 2)} kg`],
    }),
  },
  {
    name: 'oxygen-saturation',
    title: 'Oxygen that water holds in balance with air',
    group: 'Water and life support',
    basis: 'published',
    inputs: [
      water(20),
      input('altitudeM', 'Altitude', 'm', [0, 5000], 0),
      input('salinityPpt', 'Salt', '‰', [0, 40], 0),
    ],
    result: { words: 'oxygen at saturation', unit: 'mg/L', digits: 2 },
    formula: 'saturation by temperature and salt × pressure by altitude',
    source: 'Benson & Krause (1984), in the form of APHA Standard Methods 4500-O; standard atmosphere',
    work: ({ n }) => {
      const [fresh, value] = [
        oxygenSaturationMgL(n('waterTempC')),
        oxygenSaturationMgL(n('waterTempC'), n('altitudeM'), n('salinityPpt')),
      ];
      return {
        value,
        working: [
          `fresh water at sea level: ${say(fresh, 2)} mg/L`,
          `at ${say(n('altitudeM'))} m and ${say(n('salinityPpt'), 1)} ‰: ${say(value, 2)} mg/L`,
        ],
      };
    },
  },
  {
    name: 'respiration',
    title: 'Oxygen that fish breathe',
    group: 'Water and life support',
    basis: 'planning default',
    inputs: [
      SPECIES,
      input('weightG', 'Weight of a fish', 'g', [0.01, 50_000], 300, 'smallMass'),
      water(25),
      input('fed', '1 if fed, 0 if unfed', '', [0, 1], 1),
    ],
    result: { words: 'oxygen breathed', unit: 'mg per kg and hour', digits: 0 },
    formula: 'species’ value at 100 g × (weight ÷ 100 g) ^ −0.2 × temperature response, at least a quarter; unfed 60 %',
    source: 'Allometric planning default',
    work: ({ n, code }) => {
      const s = speciesOf(code('species'));
      const value = respirationMgKgH(s, n('weightG'), n('waterTempC'), n('fed') >= 0.5);
      return {
        value,
        working: [
          `${say(s.respirationMgKgH)} × (${say(n('weightG'), 1)} ÷ 100) ^ −0.2 × ${say(Math.max(0.25, temperatureResponse(n('waterTempC'), s)), 2)}${n('fed') >= 0.5 ? '' : ' × 0.6'} = ${say(value)}`,
        ],
      };
    },
  },
  {
    name: 'minutes-to-danger',
    title: 'Minutes when all air stops',
    group: 'Water and life support',
    basis: 'derived',
    inputs: [
      input('oxygenMgL', 'Oxygen now', 'mg/L', [0, 30], 7),
      input('criticalMgL', 'Critical for the fish', 'mg/L', [0, 20], 3),
      input('volumeL', 'Water', 'L', [1, 1e8], 9000, 'volume'),
      input('breathedMgH', 'Breathed by all fish in an hour', 'mg', [0.001, 1e9], 60_000),
    ],
    result: { words: 'minutes', unit: 'minutes', digits: 0 },
    formula: '(oxygen − critical) × water ÷ breathed × 60; no exchange at the surface, so on the careful side',
    source: 'Mass balance; an estimate that never replaces an alarm and a second blower',
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
          `(${say(n('oxygenMgL'), 1)} − ${say(n('criticalMgL'), 1)}) mg/L × ${say(n('volumeL'))} L ÷ ${say(n('breathedMgH'))} mg/h × 60 = ${say(value)} minutes`,
        ],
      };
    },
  },
  {
    name: 'nitrification',
    title: 'Ammonia that filter media turn over',
    group: 'Water and life support',
    basis: 'planning default',
    inputs: [
      input('volumeM3', 'Media', 'm³', [0, 10_000], 1),
      input('surfaceM2PerM3', 'Surface', 'm²/m³', [1, 5000], 500),
      input('gTanPerM2Day', 'Rate at 20 °C', 'g/m²·day', [0, 5], 0.5),
      water(22),
      input('pH', 'pH', '', [4, 10], 7),
    ],
    result: { words: 'ammonia nitrogen a day', unit: 'g', digits: 0 },
    formula: 'media × surface × rate at 20 °C × 1.07 ^ (°C − 20); below pH 6.5 a tenth less for each 0.1',
    source: 'Planning default by filter type',
    work: ({ n }) => {
      const value = nitrificationG(
        [{ name: '', volumeM3: n('volumeM3'), surfaceM2PerM3: n('surfaceM2PerM3'), gTanPerM2Day: n('gTanPerM2Day') }],
        n('waterTempC'),
        n('pH'),
      );
      return {
        value,
        working: [
          `${say(n('volumeM3'), 2)} m³ × ${say(n('surfaceM2PerM3'))} m²/m³ × ${say(n('gTanPerM2Day'), 2)} g × 1.07 ^ ${say(n('waterTempC') - 20, 1)}${n('pH') < 6.5 ? ` × ${say(Math.max(0.1, 1 - (6.5 - n('pH'))), 2)} for its pH` : ''} = ${say(value)} g`,
        ],
      };
    },
  },
  {
    name: 'media-rule',
    title: 'Filter media by the quick school',
    group: 'Water and life support',
    basis: 'planning default',
    inputs: [input('biomassKg', 'Fish', 'kg', [0, 1e6], 300)],
    result: { words: 'media', unit: 'L', digits: 0, quantity: 'volume' },
    formula: `${MEDIA_L_PER_KG} L for each kg of fish`,
    source: 'Planning default',
    work: ({ n }) => ({
      value: n('biomassKg') * MEDIA_L_PER_KG,
      working: [`${say(n('biomassKg'))} kg × ${MEDIA_L_PER_KG} L = ${say(n('biomassKg') * MEDIA_L_PER_KG)} L`],
    }),
  },
  {
    name: 'feed-per-area',
    title: 'Fish against plants',
    group: 'Water and life support',
    basis: 'published',
    inputs: [
      input('feedG', 'Feed a day', 'g', [0, 1e9], 8000, 'mass'),
      input('plantedM2', 'Planted area', 'm²', [0.01, 1e7], 100),
    ],
    result: { words: 'feed for each planted m²', unit: 'g/m² a day', digits: 1 },
    formula: 'feed ÷ planted area, held against the loop’s band',
    source: 'Rakocy (2006): 60 to 100 on rafts in coupled loops; FAO 589; decoupled is a planning default',
    work: ({ n }) => {
      const { gM2Day } = feedBalance(n('feedG'), n('plantedM2'), [60, 100]);
      return {
        value: gM2Day!,
        working: [`${say(n('feedG'))} g ÷ ${say(n('plantedM2'), 1)} m² = ${say(gM2Day!, 1)} g/m²`],
      };
    },
  },
  {
    name: 'holding-heat',
    title: 'Heat to hold a difference',
    group: 'Water and life support',
    basis: 'derived',
    inputs: [
      input('lossWPerC', 'Heat loss', 'W/°C', [0, 1e6], 250),
      input('differenceC', 'Warmer than it would be', '°C', [-30, 30], 8),
    ],
    result: { words: 'heat a day', unit: 'kWh', digits: 1 },
    formula: 'loss × difference × 24 h',
    source: 'Steady state',
    work: ({ n }) => {
      const value = holdingKwhPerDay(n('lossWPerC'), n('differenceC'));
      return {
        value,
        working: [
          `${say(n('lossWPerC'))} W/°C × ${say(Math.abs(n('differenceC')), 1)} °C × 24 h ÷ 1000 = ${say(value, 1)} kWh`,
        ],
      };
    },
  },
  {
    name: 'warming-heat',
    title: 'Heat to warm water once',
    group: 'Water and life support',
    basis: 'derived',
    inputs: [input('volumeL', 'Water', 'L', [0, 1e8], 9000, 'volume'), input('differenceC', 'By', '°C', [-40, 40], 3)],
    result: { words: 'heat', unit: 'kWh', digits: 1 },
    formula: 'litres × 4.186 × difference ÷ 3600',
    source: 'Heat capacity of water',
    work: ({ n }) => {
      const value = warmingKwh(n('volumeL'), n('differenceC'));
      return {
        value,
        working: [
          `${say(n('volumeL'))} L × 4.186 × ${say(Math.abs(n('differenceC')), 1)} ÷ 3600 = ${say(value, 1)} kWh`,
        ],
      };
    },
  },
  {
    name: 'spare-feed',
    title: 'Feed that a loop could still carry',
    group: 'Water and life support',
    basis: 'derived',
    inputs: [
      input('oxygenGivenKg', 'Oxygen the aerators bring a day', 'kg', [0, 1e5], 8),
      input('nitrifiedG', 'Ammonia the filters turn over a day', 'g', [0, 1e7], 500),
      input('proteinFraction', 'Protein as a share', '', [0.1, 0.7], 0.4),
      feedKg(9),
    ],
    result: { words: 'more feed a day', unit: 'kg', digits: 2 },
    formula: 'the least of what oxygen and filters carry, less today’s feed',
    source: `Oxygen 0.5 kg and ammonia protein × 0.092 for each kg of feed (${TIMMONS})`,
    work: ({ n }) => {
      const limits = [
        { what: 'oxygen', feedKgPerDay: n('oxygenGivenKg') / oxygenNeedKg(1) },
        { what: 'the filters', feedKgPerDay: n('nitrifiedG') / ammoniaFromFeedG(1000, n('proteinFraction')) },
      ];
      const spare = spareCapacity({ limits, feedKgPerDay: n('feedKg'), plantedM2: 0, bandGM2: [60, 100] });
      return {
        value: spare.feedKgPerDay,
        working: [
          ...limits.map((l) => `${l.what}: ${say(l.feedKgPerDay, 2)} kg of feed a day`),
          `${spare.limitedBy} decides: ${say(spare.feedKgPerDay + n('feedKg'), 2)} − ${say(n('feedKg'), 2)} = ${say(spare.feedKgPerDay, 2)} kg`,
        ],
      };
    },
  },
];

export const PURGE_SUMS: readonly Sum[] = [
  {
    name: 'feed-stop',
    title: 'Days before the harvest on which feed stops',
    group: 'Purge and harvest',
    basis: 'planning default',
    inputs: [
      input('purgeDays', 'Days of purging', 'days', [1, 30], 6),
      input('inPlace', '1 if purged in their own tank, 0 if moved', '', [0, 1], 0),
    ],
    result: { words: 'days before the harvest', unit: 'days', digits: 0 },
    formula: `harvest − purge days; moved fish stop ${FAST_BEFORE_MOVE_DAYS} day earlier. The taste test is the day before the harvest`,
    source: 'Planning default; the taste test decides',
    work: ({ n }) => {
      const s = purgeBackSchedule('2030-06-30', {
        method: n('inPlace') >= 0.5 ? 'in_place' : 'separate',
        purgeDays: Math.round(n('purgeDays')),
        fastBeforeMoveDays: FAST_BEFORE_MOVE_DAYS,
        exchangeEveryDays: 2,
      });
      const value = daysBetween(s.feedStop, s.harvest);
      return {
        value,
        working: [
          `feed stops ${value} days before`,
          s.transfer
            ? `into the purge tank ${daysBetween(s.transfer, s.harvest)} days before`
            : 'they stay where they are',
          `${s.exchanges.length} water exchanges between, taste test the day before`,
        ],
      };
    },
  },
  {
    name: 'salt',
    title: 'Salt to weigh out',
    group: 'Purge and harvest',
    basis: 'derived',
    inputs: [
      input('litresPutIn', 'Water put in, exchanges too', 'L', [0, 1_000_000], 4500, 'volume'),
      input('saltGL', 'Salt', 'g/L', [0, 35], 3),
    ],
    result: { words: 'salt', unit: 'g', digits: 0, quantity: 'mass' },
    formula: 'litres put in × grams a litre: an exchange takes its share away',
    source: 'Mass balance',
    work: ({ n }) => ({
      value: saltG(n('litresPutIn'), n('saltGL')),
      working: [
        `${say(n('litresPutIn'))} L × ${say(n('saltGL'), 1)} g = ${say(saltG(n('litresPutIn'), n('saltGL')))} g`,
      ],
    }),
  },
];

const developedShare = ({ n, code }: Given) => dailyDevelopment(cropOf(code('crop')), n('airTempC'), n('lightMolM2'));
const AIR = input('airTempC', 'Air', '°C', [-20, 60], 21, 'temperature');
const LIGHT = input('lightMolM2', 'Light of a day', 'mol/m²', [0, 80], 14);

export const CROP_SUMS: readonly Sum[] = [
  {
    name: 'crop-development',
    title: 'Development of a crop in a day',
    group: 'Crops',
    basis: 'planning default',
    inputs: [CROP, AIR, LIGHT],
    result: { words: 'of a day at its best', unit: 'days', digits: 3 },
    formula: 'f(T) × (1 − e^(−1.5·x)) ÷ (1 − e^(−1.5)), x = light ÷ target light, at most 1.1',
    source: 'Temperature curve of Yan & Hunt (1999); light curve is a planning default',
    work: (g) => {
      const value = developedShare(g);
      const f = temperatureResponse(g.n('airTempC'), cropOf(g.code('crop')));
      return {
        value,
        working: [
          `${say(f, 3)} for the air × ${say(f > 0 ? value / f : 0, 3)} for the light = ${say(value, 3)} of a day`,
        ],
      };
    },
  },
  {
    name: 'crop-days',
    title: 'Days a crop takes to its first harvest',
    group: 'Crops',
    basis: 'planning default',
    inputs: [CROP, AIR, LIGHT],
    result: { words: 'days from sowing', unit: 'days', digits: 0 },
    formula: '(nursery days + bed days) ÷ development of a day',
    source: 'Reference days of the crop library',
    work: (g) => {
      const crop = cropOf(g.code('crop'));
      const share = developedShare(g);
      if (share <= 0)
        throw new RuleBroken(
          'airTempC',
          `${crop.name} stands still at ${say(g.n('airTempC'), 1)} °C and ${say(g.n('lightMolM2'), 1)} mol/m².`,
        );
      const value = Math.ceil((crop.nurseryDays + crop.finalDays) / share);
      return { value, working: [`(${crop.nurseryDays} + ${crop.finalDays}) ÷ ${say(share, 3)} = ${value} days`] };
    },
  },
  {
    name: 'seeds',
    title: 'Seeds to sow',
    group: 'Crops',
    basis: 'derived',
    inputs: [
      CROP,
      input('units', 'Plants or units wanted', '', [1, 1_000_000], 168),
      input('cellsPerTray', 'Cells of a tray', '', [1, 2000], 104),
    ],
    result: { words: 'seeds', unit: 'seeds', digits: 0 },
    formula: 'units ÷ (germination × nursery × bed × pack-out), rounded up; whole trays',
    source: 'Chances of the crop library',
    work: ({ n, code }) => {
      const c = cropOf(code('crop'));
      const q = sowingFor(Math.round(n('units')), c, Math.round(n('cellsPerTray')));
      return {
        value: q.seeds,
        working: [
          `${say(q.units)} ÷ (${say(c.germination, 2)} × ${say(c.nurserySurvival, 2)} × ${say(c.finalSurvival, 2)} × ${say(c.packout, 2)}) = ${say(q.seeds)} seeds`,
          `${say(q.positions)} positions in the bed, ${q.trays} trays, ${say(q.spareSeeds)} cells spare`,
        ],
      };
    },
  },
  {
    name: 'yield',
    title: 'Yield of a planting at a cut',
    group: 'Crops',
    basis: 'planning default',
    inputs: [
      CROP,
      input('positions', 'Positions', '', [1, 1_000_000], 200),
      input('cut', 'Number of the cut', '', [1, 100], 1),
    ],
    result: { words: 'mass', unit: 'g', digits: 0, quantity: 'mass' },
    formula: 'positions × survival × pack-out × yield of a plant × share of the cut',
    source: 'Crop library',
    work: ({ n, code }) => {
      const c = cropOf(code('crop'));
      const { massG, units } = expectedYield(c, Math.round(n('positions')), Math.round(n('cut')));
      return {
        value: massG,
        working: [
          `${say(n('positions'))} × ${say(c.finalSurvival, 2)} × ${say(c.packout, 2)} × ${say(c.yieldG)} g × ${say(cutFactor(c, Math.round(n('cut'))), 3)} = ${say(massG)} g`,
          ...(c.unit === 'kg' ? [] : [`${say(units)} × ${c.unit}`]),
        ],
      };
    },
  },
  {
    name: 'cut-share',
    title: 'Share of a cut or pick',
    group: 'Crops',
    basis: 'planning default',
    inputs: [CROP, input('cut', 'Number of the cut', '', [1, 100], 2)],
    result: { words: 'of the first cut, or of the season', unit: '', digits: 4 },
    formula:
      'cut leaves: the crop’s factor for the cut; fruit: x·(1 − x)^1.5 over the season, all picks adding up to 1',
    source: 'Crop library; picking curve is a planning default',
    work: ({ n, code }) => {
      const c = cropOf(code('crop'));
      const value = cutFactor(c, Math.round(n('cut')));
      return {
        value,
        working: [
          c.pickingCurve
            ? `pick ${Math.round(n('cut'))} of ${c.cutsMax}: ${say(value * 100, 2)} % of the season`
            : `cut ${Math.round(n('cut'))} of ${c.cutsMax}: ${say(value, 2)} of the first`,
        ],
      };
    },
  },
  {
    name: 'conveyor',
    title: 'Positions a steady conveyor holds',
    group: 'Crops',
    basis: 'derived',
    inputs: [
      input('plantsPerDay', 'Plants a day', '', [0, 1e6], 24),
      input('daysInBed', 'Days each stays', 'days', [0, 1000], 30),
    ],
    result: { words: 'positions in use', unit: '', digits: 0 },
    formula: 'plants a day × days each stays',
    source: 'Little’s law',
    work: ({ n }) => ({
      value: conveyorPositions(n('plantsPerDay'), n('daysInBed')),
      working: [
        `${say(n('plantsPerDay'), 1)} × ${say(n('daysInBed'))} = ${say(conveyorPositions(n('plantsPerDay'), n('daysInBed')))}`,
      ],
    }),
  },
];

const SUPPLY = row('supply', 'Comes on each day in turn', '', [0, 1e9], [100, 0, 80, 0, 60]);
const OWED = row('owed', 'Promised on each day in turn', '', [0, 1e9], [40, 40, 40, 40, 40]);
const KEEPS = input('keepsDays', 'Days it keeps', 'days', [0, 365], 2);

function market({ many, n }: Given) {
  const batches = many('supply').map((quantity, from) => ({
    from,
    until: from + Math.round(n('keepsDays')),
    quantity,
  }));
  const demands = many('owed').map((quantity, at) => ({ id: String(at), at, quantity }));
  return { batches, demands };
}

export const SUPPLY_SUMS: readonly Sum[] = [
  {
    name: 'short',
    title: 'What stays short',
    group: 'Supply',
    basis: 'derived',
    inputs: [SUPPLY, OWED, KEEPS],
    result: { words: 'short in all', unit: '', digits: 1 },
    formula: 'deliveries in order of day, each from what expires first',
    source: 'Exchange argument: no other order leaves less unserved',
    work: (g) => {
      const { batches, demands } = market(g);
      const short = [...serveDemands(batches, demands).short];
      return {
        value: short.reduce((sum, [, q]) => sum + q, 0),
        working:
          short.length > 0
            ? short.map(([day, q]) => `day ${Number(day) + 1}: ${say(q, 1)} short`)
            : ['every delivery is met'],
      };
    },
  },
  {
    name: 'free-to-promise',
    title: 'What is still free to promise on a day',
    group: 'Supply',
    basis: 'derived',
    inputs: [SUPPLY, OWED, KEEPS, input('day', 'Day, 1 for the first', '', [1, 1000], 3)],
    result: { words: 'free on that day', unit: '', digits: 1 },
    formula:
      'what is left and fit when deliveries up to the day take what expires first, and later ones, from the last backwards, what comes latest',
    source: 'Exchange argument, both ways in time',
    work: (g) => {
      const { batches, demands } = market(g);
      const value = availableToPromise(batches, demands, Math.round(g.n('day')) - 1, 0.1);
      return {
        value,
        working: [
          `on day ${Math.round(g.n('day'))}: ${say(value, 1)} can be promised without making any promise shorter`,
        ],
      };
    },
  },
];
