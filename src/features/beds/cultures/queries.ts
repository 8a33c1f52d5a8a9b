import 'server-only';
import { meanWeightG } from '../../../core/fish/grading';
import { cultureAccount, type CultureAccount } from '../../../core/cultures/account';
import { CULTURES } from '../../../core/cultures/kinds';
import { addDays, daysBetween, type Day } from '../../../core/quantity/days';
import { told } from '../../../core/words/words';
import { feedEaten, loadCultures, type CultureEntryRow, type CultureRow } from '../../../db/cultures';
import { dayOnly, farmView, type DayView, type FarmView, type Search } from '../../../server/farmView';

export interface CultureView extends CultureRow {
  kindWords: string;
  takes: string;
  caution: string;
  account: CultureAccount;
  entries: CultureEntryRow[];
}

export interface CulturesPage extends DayView {
  currency: string;
  running: CultureView[];
  ended: CultureView[];
  /** Over the same days: what the fish ate, and what of it was farm-grown. */
  eatenG: number;
  farmGrownG: number;
  replacesG: number;
  /** What that much bought feed costs; null: the farm has no price for feed. */
  savesMinor: number | null;
}

/** A culture is judged over so many days. */
export const JUDGED_DAYS = 28;

export async function culturesPage(search: Search): Promise<CulturesPage> {
  const view = await farmView(search, async (tx, { day }) => {
    const days = { since: addDays(day, 1 - JUDGED_DAYS), until: day };
    return { ...(await loadCultures(tx, days)), ...(await feedEaten(tx, days)) };
  });
  const { more, day } = view;
  const feed = usualFeed(view);
  const cultures = more.cultures.map((c): CultureView => {
    const kind = CULTURES[c.kind];
    const entries = more.entries.filter((e) => e.cultureId === c.id);
    const sum = (way: 'given' | 'taken') => entries.reduce((g, e) => g + (e.way === way ? e.massG : 0), 0);
    const days = Math.min(JUDGED_DAYS, daysBetween(c.beganOn, c.endedOn ?? day) + 1);
    const account = cultureAccount({
      ...{ kind, areaM2: c.areaM2, days, givenG: sum('given'), takenG: sum('taken') },
      feedProtein: feed.protein,
    });
    return {
      ...c,
      kindWords: told(kind.words),
      takes: told(kind.takes),
      caution: told(kind.caution),
      account,
      entries,
    };
  });
  const replacesG = cultures.reduce((g, c) => g + c.account.replacesG, 0);
  return {
    ...dayOnly(view),
    currency: view.asks.currency,
    running: cultures.filter((c) => isRunning(c, day)),
    ended: cultures.filter((c) => !isRunning(c, day)),
    ...{ eatenG: more.eatenG, farmGrownG: more.farmGrownG, replacesG },
    savesMinor: feed.minorPerKg === null ? null : (replacesG / 1000) * feed.minorPerKg,
  };
}

const isRunning = ({ endedOn }: CultureRow, day: Day) => endedOn === null || endedOn > day;

/** Protein and price of the feed of the species there are most kilograms of. */
function usualFeed({ facts }: FarmView): { protein: number; minorPerKg: number | null } {
  const kg = new Map<string, number>();
  for (const f of facts.fish) kg.set(f.speciesCode, (kg.get(f.speciesCode) ?? 0) + f.count * meanWeightG(f));
  const [most] = [...kg].sort(([, a], [, b]) => b - a)[0] ?? [];
  const species = facts.species.find((s) => s.code === most) ?? facts.species[0];
  const rule = facts.feedRules.find((r) => r.speciesCode === species?.code);
  return { protein: species?.proteinFraction ?? 0, minorPerKg: rule?.feedMinorPerKg || null };
}
