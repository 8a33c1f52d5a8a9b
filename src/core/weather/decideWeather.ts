import { decide, refuse, type Decision } from '../acts/decision';
import type { Said, Taken, WeatherTaken } from '../acts/effects';
import type { Day } from '../quantity/days';
import { fullDay } from '../quantity/sayDay';
import { brought, type Brought } from '../setup/brought';
import { plural, say } from '../words/words';
import { gapsOf, longestRun } from './climate';

/** The farm's own weather comes in; a table with gaps is told which days are missing and what of it can be taken. @param stored days that are there */
export const decideWeather = (stored: readonly Day[], rows: readonly WeatherTaken[]): Decision<Taken<Said & Brought>> =>
  decide(() => {
    const days = rows.map((r) => r.day);
    const twice = days.find((day, i) => days.indexOf(day) !== i);
    if (twice)
      refuse(`rows.${days.lastIndexOf(twice)}.day`, say`${fullDay(twice)} stands in it twice. Keep one of them.`);
    const [first] = gapsOf(days);
    if (first) refuse(`rows.${days.findIndex((d) => d > first.until)}.day`, gapWords(days));
    return brought([{ does: 'weather', days: rows }], { added: rows.length - stored.length, known: stored.length });
  });

function gapWords(days: readonly Day[]): string {
  const gaps = gapsOf(days);
  const missing = gaps.reduce((sum, g) => sum + g.days, 0);
  const run = longestRun(days);
  const first = gaps[0]!;
  const which = first.days === 1 ? fullDay(first.from) : say`${fullDay(first.from)} to ${fullDay(first.until)}`;
  return say`${plural(missing, '# day is missing', '# days are missing')}, first ${which}. Fill them in, or bring the longest run without a gap by itself: ${fullDay(run.from)} to ${fullDay(run.until)}.`;
}
