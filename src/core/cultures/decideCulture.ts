import { decide, refuse, type Decision } from '../acts/decision';
import { said, type CultureBegun, type Said, type Taken } from '../acts/effects';
import { formatMass, type UnitChoice } from '../quantity/units';
import { say, told } from '../words/words';
import { CULTURES } from './kinds';

/** A side culture begins: what it is, and what to beware of. */
export function decideBeginCulture(wish: CultureBegun): Decision<Taken<Said>> {
  const { words, caution } = CULTURES[wish.what];
  return decide(() => ({
    effects: [{ does: 'cultureBegun', as: 'culture', culture: { ...wish, name: wish.name.trim() } }],
    said: (made) => said(say`${made.culture} (${told(words)}) is begun.`, [told(caution)]),
  }));
}

export interface CultureKnown {
  id: string;
  code: string;
  ended: boolean;
}

/** @throws {RuleBroken} when it is not there, or ended */
function running(culture: CultureKnown | null): CultureKnown {
  if (!culture) return refuse('form', say`That culture is not on this farm.`);
  if (culture.ended) refuse('form', say`${culture.code} is ended: nothing more is weighed of it.`);
  return culture;
}

interface Weighing {
  way: 'given' | 'taken';
  massG: number;
  words?: string | undefined;
}

/** What a culture was given of waste, or what was taken out of it as feed. */
export function decideCultureWeighing(
  { culture, units }: { culture: CultureKnown | null; units: UnitChoice },
  { way, massG, words }: Weighing,
): Decision<Taken<Said>> {
  return decide(() => {
    const { id, code } = running(culture);
    const mass = formatMass(massG, units);
    return {
      effects: [{ does: 'cultureWeighed', cultureId: id, way, massG, words: words ?? null }],
      said: () =>
        way === 'given'
          ? said(say`${mass} given to ${code}.`)
          : said(say`${mass} taken out of ${code}.`, [
              say`When it is fed, the job of feeding asks how much of the ration was farm-grown.`,
            ]),
    };
  });
}

export function decideEndCulture(culture: CultureKnown | null): Decision<Taken<Said>> {
  return decide(() => {
    const { id, code } = running(culture);
    return {
      effects: [{ does: 'cultureEnded', cultureId: id }],
      said: () => said(say`${code} is ended.`),
    };
  });
}
