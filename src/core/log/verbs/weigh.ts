import { say, word } from '../../words/words';
import { formatMass, toStored } from '../../quantity/units';
import {
  holdingAt,
  NotUnderstood,
  readNumber,
  refuse,
  weightFault,
  withoutLots,
  type LogContext,
  type LogPlace,
  type Parsed,
} from './words';
import type { LogVerb } from './verb';

const MOST_WEIGHTS = 60;

function weigh(place: LogPlace, words: string[], context: LogContext): Parsed {
  const fish = holdingAt({ place, kind: 'fish', words, context });
  const numbers = withoutLots(words, context);
  if (numbers.length === 0) throw new NotUnderstood(say`Give the weights, one fish each, with spaces between.`);
  if (numbers.length > MOST_WEIGHTS) throw new NotUnderstood(say`At most ${MOST_WEIGHTS} weights in one line.`);
  const weightsG = numbers.map((w) => toStored('smallMass', readNumber(w, say`a weight`), context.units));
  for (const weightG of weightsG) refuse(weightFault(weightG, fish.meanG, context.units));
  const meanG = weightsG.reduce((sum, w) => sum + w, 0) / weightsG.length;
  const off = fish.meanG ? meanG - fish.meanG : 0;
  const against = fish.meanG
    ? say`, ${formatMass(Math.abs(off), context.units)} ${off < 0 ? say`under` : say`over`} forecast`
    : '';
  return {
    ok: true,
    command: 'fish.weigh@1',
    body: { fromPlaceId: place.id, lotCode: fish.lotCode, weightsG },
    meaning: say`Sample of ${weightsG.length} from ${fish.lotCode} in ${place.code}, mean ${formatMass(meanG, context.units)}${against}`,
  };
}

export const module: LogVerb = { verb: 'weigh', example: word`H3 weigh 412 388 455`, order: 2, read: weigh };
