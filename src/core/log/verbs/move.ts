import { say, word } from '../../words/words';
import { formatMass, formatNumber } from '../../quantity/units';
import {
  holdingAt,
  nearest,
  NotUnderstood,
  readNumber,
  same,
  withoutLots,
  type LogContext,
  type LogPlace,
  type Parsed,
} from './words';
import type { LogVerb } from './verb';

/** Fish, or plants where no fish are. */
function move(place: LogPlace, words: string[], context: LogContext): Parsed {
  const here = context.holdings.filter((h) => h.placeId === place.id);
  const isBed = here.length > 0 && here.every((h) => h.kind === 'plants');
  return isBed ? movePlants(place, words, context) : moveFish(place, words, context);
}

function movePlants(place: LogPlace, words: string[], context: LogContext): Parsed {
  const plants = holdingAt({ place, kind: 'plants', words, context });
  const [many, where, ...rest] = withoutLots(words, context);
  const count = many?.toLowerCase() === 'all' ? plants.count : readNumber(many, say`how many move, or all`);
  if (!Number.isInteger(count) || count < 1 || count > plants.count)
    throw new NotUnderstood(
      say`${formatNumber(plants.count)} of ${plants.lotCode} stand in ${place.code}; give how many of them move.`,
    );
  if (!where || rest.length > 0) throw new NotUnderstood(say`Say where to, like ${place.code} move ${many} R2.`);
  const to = context.places.find((p) => same(p.code, where));
  if (!to) throw new NotUnderstood(say`There is no place “${where}”.${nearest(where, context)}`);
  if (to.id === place.id) throw new NotUnderstood(say`They are there already. Name another bed.`);
  return {
    ok: true,
    command: 'plants.moveOn@1',
    body: { placeId: place.id, lotId: plants.lotId, toPlaceId: to.id, count },
    meaning: say`${formatNumber(count)} of ${plants.lotCode} from ${place.code} to ${to.code}, ${formatNumber(plants.count - count)} stay`,
  };
}

/** As many as said, or all, at the forecast weight. What stands against a move is asked and answered on the tank's page. */
function moveFish(place: LogPlace, words: string[], context: LogContext): Parsed {
  const fish = holdingAt({ place, kind: 'fish', words, context });
  const [many, where, ...rest] = withoutLots(words, context);
  const count = many?.toLowerCase() === 'all' ? fish.count : readNumber(many, say`how many move, or all`);
  if (!Number.isInteger(count) || count < 1)
    throw new NotUnderstood(say`${count} is not a count of fish; give 1 or more, or all.`);
  if (count > fish.count)
    throw new NotUnderstood(
      say`${place.code} holds ${formatNumber(fish.count)} of ${fish.lotCode}; ${formatNumber(count)} is more than that.`,
    );
  if (!where || rest.length > 0) throw new NotUnderstood(say`Say where to, like ${place.code} move ${many} H4.`);
  const to = context.places.find((p) => same(p.code, where));
  if (!to) throw new NotUnderstood(say`There is no place “${where}”.${nearest(where, context)}`);
  if (to.id === place.id) throw new NotUnderstood(say`They are there already. Name another tank.`);
  if (!fish.meanG) throw new NotUnderstood(say`Weigh ${fish.lotCode} first: its weight is not known.`);
  const massG = count * fish.meanG;
  return {
    ok: true,
    command: 'fish.move@1',
    body: { fromPlaceId: place.id, lotCode: fish.lotCode, toPlaceId: to.id, count, massG, dead: 0 },
    meaning: say`${formatNumber(count)} of ${fish.lotCode}, about ${formatMass(massG, context.units)}, from ${place.code} to ${to.code}${crowding(to, massG, context)}`,
  };
}

function crowding(to: LogContext['places'][number], massG: number, { holdings }: LogContext): string {
  if (!to.volumeL || !to.densityLimitKgM3) return '';
  const there = holdings.filter((h) => h.placeId === to.id && h.kind === 'fish');
  const kg = (massG + there.reduce((sum, h) => sum + h.count * (h.meanG ?? 0), 0)) / 1000;
  return say`, then ${formatNumber((kg * 1000) / to.volumeL, 1)} of ${formatNumber(to.densityLimitKgM3)} kg/m³ there`;
}

export const module: LogVerb = { verb: 'move', example: word`H3 move 100 H4`, order: 3, read: move };
