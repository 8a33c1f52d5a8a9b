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

/** Plants set to the next spacing of their recipe in their own bed; what did not make it as a second number. */
function respace(place: LogPlace, words: string[], context: LogContext): Parsed {
  const plants = holdingAt({ place, kind: 'plants', words, context });
  const [many, notMade, ...rest] = withoutLots(words, context);
  if (rest.length > 0)
    throw new NotUnderstood(say`Say how many stand now and how many did not make it, like ${EXAMPLE}.`);
  const count = many?.toLowerCase() === 'all' ? plants.count : readNumber(many, say`how many stand now, or all`);
  const lost = notMade === undefined ? 0 : readNumber(notMade, say`how many did not make it`);
  if (!Number.isInteger(count) || count < 1 || !Number.isInteger(lost) || lost < 0 || count + lost > plants.count)
    throw new NotUnderstood(
      say`${formatNumber(plants.count)} of ${plants.lotCode} stand in ${place.code}; give how many of them were re-spaced.`,
    );
  if (plants.nextStage === undefined || plants.nextStage === null)
    throw new NotUnderstood(say`${plants.lotCode} stands at its last spacing already.`);
  return {
    ok: true,
    command: 'plants.moveOn@1',
    body: { placeId: place.id, lotId: plants.lotId, toPlaceId: place.id, stage: plants.nextStage, count, lost },
    meaning:
      lost > 0
        ? say`${formatNumber(count)} of ${plants.lotCode} in ${place.code} at their next spacing, ${formatNumber(lost)} did not make it`
        : say`${formatNumber(count)} of ${plants.lotCode} in ${place.code} at their next spacing`,
  };
}

const EXAMPLE = word`R4 respace 110 4`;

export const module: LogVerb = { verb: 'respace', example: EXAMPLE, order: 9, read: respace };
