import { say, word } from '../../core/words/words';
import { formatNumber } from '../../core/quantity/units';
import { recordDeaths } from '../../db/doing/fish';
import { command } from '../../server/command';
import { CREW } from '../shared';
import { DeadInput } from './dead.input';

export const module = command({
  name: 'fish.dead',
  version: 1,
  title: word`Fish died`,
  who: CREW,
  input: DeadInput,
  places: (v) => [v.placeId],
  run: async ({ tx, entry }, body) => {
    await recordDeaths({ tx, entry, dead: body });
    return say`Recorded: ${formatNumber(body.count)} dead.`;
  },
  takeBack: { words: ({ counts }) => say`Taken back: ${formatNumber(counts.dead ?? 0)} deaths.` },
});
