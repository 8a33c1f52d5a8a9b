import { restBalances, restMeets, restWithin } from '../../core/crops/bedRest';
import { RuleBroken } from '../../core/errors';
import { forecastFarm } from '../../core/plan/forecast';
import { addDays } from '../../core/quantity/days';
import { shortDay } from '../../core/quantity/sayDay';
import { formatLoad, formatMass, formatNumber } from '../../core/quantity/units';
import { plural, say, word } from '../../core/words/words';
import { restBeds } from '../../db/doing/bedRest';
import { command, type Doing } from '../../server/command';
import { BOSS, said } from '../shared';
import { RestBedsInput } from './restBeds.input';

/** Beds stand empty for a time: winter, repair. What stands or is planned there, and what the fish then give too much of, is asked about first. */
export const module = command({
  name: 'plants.restBeds',
  version: 1,
  title: word`Rest beds`,
  who: BOSS,
  input: RestBedsInput,
  run: async (doing, v) => {
    if (v.until < v.from) throw new RuleBroken('until', say`It ends after it has begun.`);
    const { places } = await doing.facts();
    const beds = v.placeIds.map((id) => places.find((p) => p.id === id && p.kind === 'bed'));
    if (beds.includes(undefined)) throw new RuleBroken('placeIds', say`Choose beds of this farm.`);
    const twice = beds.find((b) => restWithin(b!, v.from, v.until));
    if (twice) throw new RuleBroken('placeIds', say`${twice.code} rests in that time already.`);
    const { asked, lines } = await meaningOf(doing, v);
    if (asked.length > 0 && !v.confirmed) throw new RuleBroken('confirm', [...asked, ...lines].join('\n'));
    await restBeds(doing.tx, doing.entry, v);
    return said(
      say`${beds.map((b) => b!.code).join(', ')}: nothing is planted from ${shortDay(v.from)} to ${shortDay(v.until)}.`,
      [
        ...lines,
        say`For ripe plants in time again, sow before the rest is over: the sow list works back from the orders.`,
      ],
    );
  },
  takeBack: { words: () => say`Taken back: those beds rest no more.` },
});

const MOST_LINES = 4;
/** The forecast reaches so far beyond the end of a rest. */
const REACH_DAYS = 140;

/** What is met by the rest, and what the fish do meanwhile. */
async function meaningOf(doing: Doing, { placeIds, from, until }: RestBedsInput) {
  const facts = await doing.facts();
  const forecast = forecastFarm(facts, await doing.steps());
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
  if (until > addDays(facts.today, REACH_DAYS)) return { asked, lines: [] };
  const lines = restBalances(args).map((b) => {
    const feed = formatMass(b.feedGDay, doing.units);
    if (b.after === null)
      return say`${b.name}: its fish eat ${feed} a day and nothing grows there: hold feed, exchange water, or keep a bed planted.`;
    const shown = (value: number) =>
      b.byNitrogen ? say`${formatNumber(value)} % of the nitrogen` : formatLoad(value, doing.units);
    return b.after > b.high
      ? say`${b.name}: ${shown(b.after)} instead of ${shown(b.before ?? 0)}, above ${shown(b.high)}: the fish are too many for what still grows.`
      : say`${b.name}: ${shown(b.after)} instead of ${shown(b.before ?? 0)}; its plants still take what the fish give.`;
  });
  return { asked, lines };
}
