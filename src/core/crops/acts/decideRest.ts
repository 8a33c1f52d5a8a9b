import { decide, refuse, type Decision } from '../../acts/decision';
import { said, type Said, type Taken } from '../../acts/effects';
import type { FarmFacts } from '../../facts/farm';
import type { PlanStep } from '../../facts/step';
import { forecastFarm } from '../../plan/forecast';
import { addDays, type Day } from '../../quantity/days';
import { shortDay } from '../../quantity/sayDay';
import { formatLoad, formatMass, formatNumber, type UnitChoice } from '../../quantity/units';
import { plural, say } from '../../words/words';
import { restBalances, restMeets, restWithin } from '../bedRest';

const MOST_LINES = 4;
/** The forecast reaches so far beyond the end of a rest. */
const REACH_DAYS = 140;

interface RestFacts {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  units: UnitChoice;
}

interface RestWish {
  placeIds: string[];
  from: Day;
  until: Day;
  words: string;
}

/** Beds stand empty for a time: winter, repair. What stands or is planned there, and what the fish then give too much of, is asked about. */
export function decideRest(known: RestFacts, wish: RestWish): Decision<Taken<Said>> {
  return decide((asks) => {
    const { placeIds, from, until } = wish;
    if (until < from) refuse('until', say`It ends after it has begun.`);
    const beds = placeIds.map(
      (id) =>
        known.facts.places.find((p) => p.id === id && p.kind === 'bed') ??
        refuse('placeIds', say`Choose beds of this farm.`),
    );
    const twice = beds.find((b) => restWithin(b, from, until));
    if (twice) refuse('placeIds', say`${twice.code} rests in that time already.`);
    const { asked, lines } = meaningOf(known, wish);
    if (asked.length > 0) asks.push(...asked, ...lines);
    const words = say`${beds.map((b) => b.code).join(', ')}: nothing is planted from ${shortDay(from)} to ${shortDay(until)}.`;
    const after = say`For ripe plants in time again, sow before the rest is over: the sow list works back from the orders.`;
    return {
      effects: [{ does: 'rest', rest: { placeIds, from, until, words: wish.words.trim() } }],
      said: () => said(words, [...lines, after]),
    };
  });
}

/** What is met by the rest, and what the fish do meanwhile. */
function meaningOf({ facts, plan, units }: RestFacts, { placeIds, from, until }: RestWish) {
  const forecast = forecastFarm(facts, plan);
  const args = { facts, forecast, placeIds: new Set(placeIds), from, until };
  const codeOf = new Map(facts.places.map((p) => [p.id, p.code]));
  const met = restMeets(args);
  const asked = met
    .slice(0, MOST_LINES)
    .map(
      (m) =>
        say`${m.lotCode} stands in ${codeOf.get(m.placeId)}, ${plural(m.plants, '# plant', '# plants')}, from ${shortDay(m.from)}.`,
    );
  if (met.length > MOST_LINES)
    asked.push(say`${formatNumber(met.length - MOST_LINES)} more plantings stand there in that time.`);
  if (met.length > 0) asked.push(say`They stay planned: clear, move or drop them. Is that so?`);
  const lines = until > addDays(facts.today, REACH_DAYS) ? [] : restBalances(args).map((b) => balanceWords(b, units));
  return { asked, lines };
}

function balanceWords(b: ReturnType<typeof restBalances>[number], units: UnitChoice): string {
  if (b.after === null)
    return say`${b.name}: its fish eat ${formatMass(b.feedGDay, units)} a day and nothing grows there: hold feed, change water, or keep a bed planted.`;
  const shown = (value: number) =>
    b.byNitrogen ? say`${formatNumber(value)} % of the nitrogen` : formatLoad(value, units);
  return b.after > b.high
    ? say`${b.name}: ${shown(b.after)} instead of ${shown(b.before ?? 0)}, above ${shown(b.high)}: the fish are too many for what still grows.`
    : say`${b.name}: ${shown(b.after)} instead of ${shown(b.before ?? 0)}; its plants still take what the fish give.`;
}

/** A bed is planted again before its rest was to be over. @param known the rest and the code of its bed; null: there is none */
export function decideEndRest(known: { restId: string; place: string } | null): Decision<Taken<Said>> {
  return decide(() => {
    if (!known) return refuse('form', say`That rest is over already.`);
    return {
      effects: [{ does: 'restEnded', restId: known.restId }],
      said: () => said(say`${known.place} may be planted again.`),
    };
  });
}
