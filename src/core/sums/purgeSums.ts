import { say, word } from '../words/words';
import { FAST_BEFORE_MOVE_DAYS } from '../plan/build';
import { purgeBackSchedule, saltG } from '../purge/backSchedule';
import { daysBetween } from '../quantity/days';
import { formatNumber as figure } from '../quantity/units';
import { input, type Sum } from './sum';

export const PURGE_SUMS: readonly Sum[] = [
  {
    name: 'feed-stop',
    title: word`Days before the harvest on which feed stops`,
    group: 'Purge and harvest',
    basis: 'planning default',
    inputs: [
      input('purgeDays', word`Days of purging`, 'days', [1, 30], 6),
      input('inPlace', word`1 if purged in their own tank, 0 if moved`, '', [0, 1], 0),
    ],
    result: { words: word`days before the harvest`, unit: 'days', digits: 0 },
    formula: word`harvest − purge days; moved fish stop ${FAST_BEFORE_MOVE_DAYS} day earlier. The taste test is the day before the harvest`,
    source: word`Planning default; the taste test decides`,
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
          say`feed stops ${value} days before`,
          s.transfer
            ? say`into the purge tank ${daysBetween(s.transfer, s.harvest)} days before`
            : say`they stay where they are`,
          say`${s.exchanges.length} water changes between, taste test the day before`,
        ],
      };
    },
  },
  {
    name: 'salt',
    title: word`Salt to weigh out`,
    group: 'Purge and harvest',
    basis: 'derived',
    inputs: [
      input('litresPutIn', word`Water put in, water changes too`, 'L', [0, 1_000_000], 4500, 'volume'),
      input('saltGL', word`Salt`, 'g/L', [0, 35], 3),
    ],
    result: { words: word`salt`, unit: 'g', digits: 0, quantity: 'mass' },
    formula: word`litres put in × grams a litre: a water change takes its share away`,
    source: word`Mass balance`,
    work: ({ n }) => ({
      value: saltG(n('litresPutIn'), n('saltGL')),
      working: [
        `${figure(n('litresPutIn'))} L × ${figure(n('saltGL'), 1)} g = ${figure(saltG(n('litresPutIn'), n('saltGL')))} g`,
      ],
    }),
  },
];
