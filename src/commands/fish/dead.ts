import { decideDeaths } from '../../core/fish/decideDeaths';
import { formatNumber } from '../../core/quantity/units';
import { say, word } from '../../core/words/words';
import { balanceAt } from '../../db/ledger';
import { command } from '../../server/command';
import { settle } from '../../server/settle';
import { CREW } from '../shared';
import { DeadInput } from './dead.input';

export const module = command({
  name: 'fish.dead',
  version: 1,
  title: word`Fish died`,
  who: CREW,
  input: DeadInput,
  places: (v) => [v.placeId],
  run: async (doing, v) => {
    const { count: there } = await balanceAt(doing.tx, v.lotId, v.placeId);
    return settle(doing, decideDeaths({ there }, v), v.confirmed);
  },
  takeBack: { words: ({ counts }) => say`Taken back: ${formatNumber(counts.dead ?? 0)} deaths.` },
});
