import { say, word } from '../words/words';
import {
  feedByGrowthG,
  feedByTableG,
  feedConversion,
  gainFromFeedG,
  MAINTENANCE_SHARE_PER_DAY,
  perFeedingG,
} from '../fish/feed';
import { formatNumber as figure } from '../quantity/units';
import { speciesOf, SPECIES } from './library';
import { weightG } from './fishInputs';
import { input, type Sum } from './sum';

export const FEED_SUMS: readonly Sum[] = [
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
];
