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

/** How many came up of what was sown on a bench. */
function up(place: LogPlace, words: string[], context: LogContext): Parsed {
  const here = context.holdings.filter((h) => h.placeId === place.id && h.kind === 'plants');
  const plants = holdingAt({ place, kind: 'plants', words, context });
  if (here.length > 1 && withoutLots(words, context).length === words.length)
    throw new NotUnderstood(say`${place.code} holds several sowings: add the one you mean, like ${here[0]!.lotCode}.`);
  const count = readNumber(withoutLots(words, context)[0], say`how many came up`);
  if (!Number.isInteger(count) || count < 0 || count > plants.count)
    throw new NotUnderstood(say`${formatNumber(plants.count)} were sown; give how many of them came up.`);
  return {
    ok: true,
    command: 'plants.cameUp@1',
    body: { placeId: place.id, lotId: plants.lotId, count },
    meaning: say`${formatNumber(count)} of ${formatNumber(plants.count)} of ${plants.lotCode} came up (${formatNumber((count / plants.count) * 100)} %)`,
  };
}

export const module: LogVerb = { verb: 'up', example: word`NB up 96 MIZ-260914`, order: 7, read: up };
