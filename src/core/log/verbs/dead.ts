import { say, word } from '../../words/words';
import { formatNumber } from '../../quantity/units';
import {
  holdingAt,
  NotUnderstood,
  readNumber,
  withoutLots,
  type LogContext,
  type LogPlace,
  type Parsed,
} from './words';
import type { LogVerb } from './verb';

function dead(place: LogPlace, words: string[], context: LogContext): Parsed {
  const fish = holdingAt({ place, kind: 'fish', words, context });
  const numbers = withoutLots(words, context);
  const count = readNumber(numbers[0], say`how many died`);
  if (numbers.length > 1) throw new NotUnderstood(say`Give one number: how many died.`);
  if (!Number.isInteger(count) || count < 1)
    throw new NotUnderstood(say`${count} is not a count of dead fish; give 1 or more.`);
  if (count > fish.count)
    throw new NotUnderstood(
      say`${place.code} holds ${formatNumber(fish.count)} fish; ${formatNumber(count)} cannot have died.`,
    );
  const left = formatNumber(fish.count - count);
  return {
    ok: true,
    command: 'fish.dead@1',
    body: { placeId: place.id, lotId: fish.lotId, count },
    meaning: say`${count} dead from ${fish.lotCode} in ${place.code}, ${left} left`,
  };
}

export const module: LogVerb = { verb: 'dead', example: word`H3 dead 4`, order: 1, read: dead };
