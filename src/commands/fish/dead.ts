import { say, word } from '../../core/words/words';
import { IsOptional } from 'class-validator';
import { formatNumber } from '../../core/quantity/units';
import { recordDeaths } from '../../db/doing/fish';
import { command } from '../../server/command';
import { Confirmable, CountField, IdField, TextField } from '../inputs';
import { CREW } from '../shared';

class DeadInput extends Confirmable {
  @IdField(word`Choose the fish`) lotId!: string;
  @IdField(word`Choose the tank they are in`) placeId!: string;
  @CountField(word`At least 1 fish`) count!: number;
  @IsOptional() @TextField(500) note?: string;
}

export const module = command({
  name: 'fish.dead',
  version: 1,
  title: word`Fish died`,
  who: CREW,
  input: DeadInput,
  run: async ({ tx, entry }, body) => {
    await recordDeaths(tx, entry, body);
    return say`Recorded: ${formatNumber(body.count)} dead.`;
  },
  takeBack: { words: ({ counts }) => say`Taken back: ${formatNumber(counts.dead ?? 0)} deaths.` },
});
