import { IsOptional } from 'class-validator';
import { logContext } from '../core/log/context';
import { EVERYONE } from '../commands/shared';
import { question } from '../server/ask';

class NothingInput {
  @IsOptional() nothing?: undefined;
}

/** What the farm holds now, for the meaning shown while a line is typed. */
export const module = question({
  name: 'log.context',
  who: EVERYONE,
  input: NothingInput,
  cost: 2,
  answer: async ({ farm, units }) => logContext((await farm()).facts, units),
});
