import { say, word } from '../../words/words';
import { formatMass, formatNumber, toStored } from '../../quantity/units';
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

function picked(place: LogPlace, words: string[], context: LogContext): Parsed {
  const planting = holdingAt({ place, kind: 'plants', words, context });
  const numbers = withoutLots(words, context);
  const value = readNumber(numbers[0], planting.unit === 'kg' ? say`the weight picked` : say`how many were picked`);
  if (numbers.length > 1) throw new NotUnderstood(say`Give one number: what was picked.`);
  if (value <= 0) throw new NotUnderstood(say`Give what was picked as a number above 0.`);
  if (planting.unit === 'kg') {
    const massG = toStored('mass', value, context.units);
    if (massG > 500_000)
      throw new NotUnderstood(say`${formatMass(massG, context.units)} from one bed in one go is too much to be true.`);
    return {
      ok: true,
      command: 'plants.pickNow@1',
      body: { placeId: place.id, lotId: planting.lotId, quantity: massG },
      meaning: say`${formatMass(massG, context.units)} ${planting.cropName} picked from ${planting.lotCode} in ${place.code}, packed to the cold room`,
    };
  }
  if (!Number.isInteger(value)) throw new NotUnderstood(say`Give whole pieces.`);
  if (value > planting.count) {
    throw new NotUnderstood(
      say`${planting.lotCode} has ${formatNumber(planting.count)} plants in ${place.code}; ${formatNumber(value)} cannot have been picked.`,
    );
  }
  return {
    ok: true,
    command: 'plants.pickNow@1',
    body: { placeId: place.id, lotId: planting.lotId, quantity: value },
    meaning: say`${formatNumber(value)} ${planting.cropName} picked from ${planting.lotCode} in ${place.code}, ${formatNumber(planting.count - value)} left standing`,
  };
}

export const module: LogVerb = { verb: 'picked', example: word`R2 picked 96`, order: 5, read: picked };
