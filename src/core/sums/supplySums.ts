import { say, word } from '../words/words';
import { availableToPromise, serveDemands } from '../market/promise';
import { formatNumber as figure } from '../quantity/units';
import { input, row, type Given, type Sum } from './sum';

const SUPPLY = row('supply', word`Comes on each day in turn`, '', [0, 1e9], [100, 0, 80, 0, 60]);
const OWED = row('owed', word`Promised on each day in turn`, '', [0, 1e9], [40, 40, 40, 40, 40]);
const KEEPS = input('keepsDays', word`Days it keeps`, 'days', [0, 365], 2);
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
    title: word`Short`,
    group: 'Supply',
    basis: 'derived',
    inputs: [SUPPLY, OWED, KEEPS],
    result: { words: word`short in all`, unit: '', digits: 1 },
    formula: word`deliveries served by date, oldest stock first`,
    source: word`No other order leaves less unserved; the proof is in docs/science.md`,
    work: (g) => {
      const { batches, demands } = market(g);
      const short = [...serveDemands(batches, demands).short];
      return {
        value: short.reduce((sum, [, q]) => sum + q, 0),
        working:
          short.length > 0
            ? short.map(([day, q]) => say`day ${Number(day) + 1}: ${figure(q, 1)} short`)
            : [say`every delivery is met`],
      };
    },
  },
  {
    name: 'free-to-promise',
    title: word`What is still free to promise on a day`,
    group: 'Supply',
    basis: 'derived',
    inputs: [SUPPLY, OWED, KEEPS, input('day', word`Day, 1 for the first`, '', [1, 1000], 3)],
    result: { words: word`free on that day`, unit: '', digits: 1 },
    formula: word`what is left and fit when deliveries up to the day take what expires first, and later ones, from the last backwards, what comes latest`,
    source: word`Served by date, oldest stock first, and later deliveries from the last backwards; the proof is in docs/science.md`,
    work: (g) => {
      const { batches, demands } = market(g);
      const value = availableToPromise({ batches, demands, at: Math.round(g.n('day')) - 1, step: 0.1 });
      return {
        value,
        working: [
          say`on day ${Math.round(g.n('day'))}: ${figure(value, 1)} can be promised without making any promise shorter`,
        ],
      };
    },
  },
];
