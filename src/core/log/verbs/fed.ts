import { say, word } from '../../words/words';
import { formatMass, toStored, type UnitChoice } from '../../quantity/units';
import { NotUnderstood, readNumber, type LogContext, type LogPlace, type Parsed } from './words';
import type { LogVerb } from './verb';

const RESPONSES = ['eager', 'slow', 'none'] as const;
type Response = (typeof RESPONSES)[number];
const ATE: Record<Response, string> = { eager: word`ate eagerly`, slow: word`ate slowly`, none: word`did not eat` };

/** More feed in a day than this share of the fish's weight is a slip of the unit. */
const MOST_FED = 0.15;

/** What a tank got today, all feedings: in kg or lb, unless g or oz is said, and how the fish ate. */
function fed(place: LogPlace, words: string[], context: LogContext): Parsed {
  const here = context.holdings.filter((h) => h.placeId === place.id && h.kind === 'fish' && h.count > 0);
  if (here.length === 0) throw new NotUnderstood(say`There are no fish in ${place.code}.`);
  const hungry = here.find((h) => h.fasting);
  if (hungry) throw new NotUnderstood(say`${hungry.lotCode} in ${place.code} is to get no feed: it is being purged.`);
  const { massG, rest } = readMass(words, context.units);
  const [said = 'eager', ...more] = rest.map((w) => w.toLowerCase());
  const response = RESPONSES.find((r) => r === said);
  if (!response || more.length > 0)
    throw new NotUnderstood(say`After the feed say how they ate: ${RESPONSES.join(', ')}.`);
  const fishG = here.reduce((sum, h) => sum + h.count * (h.meanG ?? 0), 0);
  if (fishG > 0 && massG > fishG * MOST_FED) {
    throw new NotUnderstood(
      say`${formatMass(massG, context.units)} for ${formatMass(fishG, context.units)} of fish? Check the unit; for small amounts write ${context.units.mass === 'metric' ? '460 g' : say`16 oz`}.`,
    );
  }
  return {
    ok: true,
    command: 'fish.feed@1',
    body: { placeId: place.id, massG, response },
    meaning: say`${formatMass(massG, context.units)} fed in ${place.code} today, ${ATE[response]}`,
  };
}

const UNITS = {
  kg: ['mass', 'metric'],
  g: ['smallMass', 'metric'],
  lb: ['mass', 'us'],
  oz: ['smallMass', 'us'],
} as const;

/** A weight with or without its unit, stuck to it or after it. */
function readMass([first, second, ...rest]: string[], units: UnitChoice): { massG: number; rest: string[] } {
  const [, number, stuck] = /^(.*?)(kg|g|lb|oz)?$/i.exec(first ?? '')!;
  const apart = !stuck && /^(kg|g|lb|oz)$/i.test(second ?? '') ? second : undefined;
  const unit = (stuck ?? apart)?.toLowerCase();
  const value = readNumber(number, say`how much was fed`);
  if (value <= 0) throw new NotUnderstood(say`Give what was fed as a number above 0.`);
  const after = apart || second === undefined ? rest : [second, ...rest];
  const [quantity, mass] = unit ? UNITS[unit as keyof typeof UNITS] : (['mass', units.mass] as const);
  return { massG: toStored(quantity, value, { ...units, mass }), rest: after };
}

export const module: LogVerb = { verb: 'fed', example: word`H3 fed 2.4 slow`, order: 4, read: fed };
