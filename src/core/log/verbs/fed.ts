import { all, say, told, word } from '../../words/words';
import { formatMass, toStored, type UnitChoice } from '../../quantity/units';
import { NotUnderstood, readNumber, type LogContext, type LogPlace, type Parsed } from './words';
import type { LogVerb } from './verb';

const RESPONSES = ['eager', 'slow', 'none'] as const;
type Response = (typeof RESPONSES)[number];
const ATE: Record<Response, string> = { eager: word`ate eagerly`, slow: word`ate slowly`, none: word`did not eat` };

/** More feed in a day than this share of the fish's weight is a slip of the unit. */
const MOST_FED = 0.15;
/** As the feeding rules have it. */
const MOST_FEEDINGS = 24;

/** What a tank got today, all feedings or those that are named: in kg or lb, unless g or oz is said, and how the fish ate. */
function fed(place: LogPlace, words: string[], context: LogContext): Parsed {
  const here = context.holdings.filter((h) => h.placeId === place.id && h.kind === 'fish' && h.count > 0);
  if (here.length === 0) throw new NotUnderstood(say`There are no fish in ${place.code}.`);
  const hungry = here.find((h) => h.fasting);
  if (hungry) throw new NotUnderstood(say`${hungry.lotCode} in ${place.code} is to get no feed: it is being purged.`);
  const { massG, rest } = readMass(words, context.units);
  const { feedings, after } = readFeedings(rest);
  const [said = 'eager', ...more] = after.map((w) => w.toLowerCase());
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
    body: { placeId: place.id, massG, response, ...(feedings.length > 0 ? { feedings } : {}) },
    meaning:
      feedings.length > 0
        ? say`${formatMass(massG, context.units)} fed in ${place.code} today, ${feedings.length === 1 ? say`feeding ${feedings[0]!}` : say`feedings ${all(feedings.map(String))}`}, ${told(ATE[response])}`
        : say`${formatMass(massG, context.units)} fed in ${place.code} today, ${told(ATE[response])}`,
  };
}

/** Feedings given one by one, like "1/4" or "1/4 2/4"; without them it is the whole day, or what is left of it. */
function readFeedings(words: string[]): { feedings: number[]; after: string[] } {
  const feedings: number[] = [];
  let at = 0;
  for (; at < words.length; at += 1) {
    const [, n, of] = /^(\d{1,3})\/(\d{1,3})$/.exec(words[at]!) ?? [];
    if (n === undefined) break;
    if (Number(n) < 1 || Number(n) > Number(of) || Number(of) > MOST_FEEDINGS)
      throw new NotUnderstood(say`“${words[at]!}” is no feeding: the first of four is 1/4.`);
    if (!feedings.includes(Number(n))) feedings.push(Number(n));
  }
  return { feedings, after: words.slice(at) };
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
