import { oneOf, say, told, word } from '../../words/words';
import { PLANT_LOSSES, PLANT_LOSS_CODES } from '../../crops/losses';
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

/** Plants lost in a bed or on a bench, with the cause if it is said. */
function lost(place: LogPlace, words: string[], context: LogContext): Parsed {
  const plants = holdingAt({ place, kind: 'plants', words, context });
  const [many, cause = 'other', ...rest] = withoutLots(words, context);
  const count = readNumber(many, say`how many were lost`);
  if (!Number.isInteger(count) || count < 1)
    throw new NotUnderstood(say`${count} is not a count of plants; give 1 or more.`);
  if (rest.length > 0 || !PLANT_LOSS_CODES.includes(cause.toLowerCase()))
    throw new NotUnderstood(say`“${[cause, ...rest].join(' ')}” is no cause; say ${oneOf(PLANT_LOSS_CODES)}.`);
  if (count > plants.count)
    throw new NotUnderstood(
      say`${plants.lotCode} has ${formatNumber(plants.count)} plants in ${place.code}; ${formatNumber(count)} cannot have been lost.`,
    );
  return {
    ok: true,
    command: 'plants.lose@1',
    body: { placeId: place.id, lotId: plants.lotId, count, cause: cause.toLowerCase() },
    meaning: say`${formatNumber(count)} of ${plants.lotCode} in ${place.code} lost (${told(PLANT_LOSSES[cause.toLowerCase()]!)}), ${formatNumber(plants.count - count)} left`,
  };
}

export const module: LogVerb = { verb: 'lost', example: word`R2 lost 4 bolted`, order: 6, read: lost };
