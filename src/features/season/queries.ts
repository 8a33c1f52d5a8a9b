import 'server-only';
import { OutlookDesk } from '../../core/plan/outlook';
import type { BoardSeries } from '../../core/plan/board';
import type { FarmFacts, PlanStep } from '../../core/plan/types';
import { addDays, daysBetween, type Day } from '../../core/quantity/days';
import { recordedStays } from '../../db/history';
import { loadFacts } from '../../db/facts';
import { openDrafts, openSteps, type OpenDraft } from '../../db/plan';
import { dayView, readFarm, type DayView, type Search } from '../../server/farmView';

export interface SeasonPage extends DayView {
  facts: FarmFacts;
  plan: PlanStep[];
  drafts: { id: string; name: string }[];
  /** The draft that the address asks for. */
  opened: OpenDraft | null;
  board: BoardSeries;
  /** First day drawn, as a day index from today, and how many days are drawn. */
  from: number;
  days: number;
}

const SHOWN_DAYS = 105;
const BACK_DAYS = 14;

/** The board always forecasts from today; the dial moves the window, and what lies before today is as recorded. */
export async function seasonPage(search: Search): Promise<SeasonPage> {
  const view = await dayView(search);
  return readFarm(async (tx) => {
    const first = firstDay(view.today, view.day);
    const facts = await loadFacts(tx, view.today, true);
    const plan: PlanStep[] = (await openSteps(tx)).map(
      ({ state: _state, doneOn: _doneOn, note: _note, ...step }) => step,
    );
    const drafts = await openDrafts(tx);
    const wanted = (await search).draft;
    const from = daysBetween(view.today, first);
    const desk = new OutlookDesk(facts, plan, view.units, Math.max(1, from + SHOWN_DAYS));
    const { board } = desk.answer([]);
    const past = from < 0 ? await recordedStays(tx, first, view.today) : { fish: [], plants: [] };
    // What still stands today is in the forecast's own stays, back to its transplanting.
    const gone = past.plants.filter((s) => s.until < 0);
    return {
      ...view,
      facts,
      plan,
      drafts: drafts.map(({ id, name }) => ({ id, name })),
      opened: drafts.find((d) => d.id === wanted) ?? null,
      board: { ...board, fish: [...past.fish, ...board.fish], plants: [...gone, ...board.plants] },
      from,
      days: SHOWN_DAYS,
    };
  });
}

function firstDay(today: Day, day: Day): Day {
  const near = day >= addDays(today, -BACK_DAYS) && day < addDays(today, SHOWN_DAYS - BACK_DAYS - 14);
  return addDays(near ? today : day, -BACK_DAYS);
}
