import { say, word } from '../../words/words';
import { formatNumber } from '../../quantity/units';
import { holdingAt, NotUnderstood, withoutLots, type LogContext, type LogPlace, type Parsed } from './words';
import type { LogVerb } from './verb';

/** A planting taken out of its bed; of several in a bed the one that is named. */
function clear(place: LogPlace, words: string[], context: LogContext): Parsed {
  const here = context.holdings.filter((h) => h.placeId === place.id && h.kind === 'plants' && h.count > 0);
  const plants = holdingAt({ place, kind: 'plants', words, context });
  const rest = withoutLots(words, context);
  if (rest.length > 0) throw new NotUnderstood(say`“${rest.join(' ')}” is no planting of ${place.code}.`);
  if (here.length > 1 && words.length === 0)
    throw new NotUnderstood(say`Several stand in ${place.code}: add the one you mean, like ${plants.lotCode}.`);
  return {
    ok: true,
    command: 'plants.clearNow@1',
    body: { placeId: place.id, lotId: plants.lotId },
    meaning: say`${plants.lotCode} is cleared from ${place.code}: ${formatNumber(plants.count)} plants to compost`,
  };
}

export const module: LogVerb = { verb: 'clear', example: word`R2 clear OAK-260914`, order: 10, read: clear };
