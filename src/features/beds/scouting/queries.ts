import 'server-only';
import { HELPERS, HOW_BAD, SIGNS, type HelperCode } from '../../../core/crops/signs';
import { addDays, daysBetween, type Day } from '../../../core/quantity/days';
import { formatNumber } from '../../../core/quantity/units';
import { say, told } from '../../../core/words/words';
import { mayTakeBack } from '../../../db/takeBack';
import {
  helperStock,
  loadLooks,
  loadReleases,
  scoutingOn,
  type HelperStock,
  type LookRow,
  type ReleaseRow,
} from '../../../db/scouting';
import { dayOnly, farmView, type DayView, type Search } from '../../../server/farmView';

export interface OpenView {
  id: string;
  words: string;
  place: string;
  lotCode: string | null;
  howBad: number;
  howBadWords: string;
  seenOn: Day;
  lookAgainOn: Day | null;
  first: string;
  /** What is released against it, as far as it is in stock. */
  helpers: { words: string; inStock: boolean }[];
  /** Every look at it, the oldest first. */
  course: { day: Day; howBad: number }[];
  photoOf: string | null;
  saw: string | null;
}

export interface LookView extends Omit<LookRow, 'what'> {
  sign: string;
  howBadWords: string;
  mayTakeBack: boolean;
}

export interface WalkView {
  walk: string;
  beds: string;
  last: Day | null;
  due: Day | null;
}

export interface ScoutingPage extends DayView {
  open: OpenView[];
  looks: LookView[];
  walks: WalkView[];
  everyDays: number;
  stock: (HelperStock & { words: string; daysHere: number })[];
  releases: (ReleaseRow & { words: string })[];
  beds: [id: string, code: string][];
}

/** Looks so far back are shown. */
const SHOWN_DAYS = 120;

export async function scoutingPage(search: Search): Promise<ScoutingPage> {
  const view = await farmView(search, async (tx, { day }) => ({
    looks: await loadLooks(tx, { since: addDays(day, -SHOWN_DAYS), until: day }),
    scouting: await scoutingOn(tx, day),
    stock: await helperStock(tx),
    releases: await loadReleases(tx, day),
  }));
  const { facts, day, more, asks, today, when } = view;
  const stocked = new Set(more.stock.map((s) => s.what));
  const planted = new Set(facts.plantings.map((p) => p.placeId));
  const beds = facts.places.filter((p) => p.kind === 'bed' || p.kind === 'nursery');
  const scouted = beds.filter((p) => planted.has(p.id));
  return {
    ...dayOnly(view),
    open: more.scouting.open
      .map((f): OpenView => {
        const own = more.looks.filter((l) => l.firstId === f.id);
        const sign = SIGNS[f.what];
        return {
          ...{ id: f.id, words: told(sign.words), place: f.place, lotCode: f.lotCode, howBad: f.howBad, saw: f.words },
          ...{ howBadWords: told(HOW_BAD[f.howBad]!), seenOn: f.seenOn, lookAgainOn: f.lookAgainOn },
          first: told(sign.first),
          helpers: sign.helpers.map((h) => ({ words: told(HELPERS[h]), inStock: stocked.has(h) })),
          course: [...own].reverse().map((l) => ({ day: l.day, howBad: l.howBad })),
          photoOf: own.find((l) => l.hasPhoto)?.id ?? null,
        };
      })
      .sort((a, b) => b.howBad - a.howBad || (a.seenOn < b.seenOn ? 1 : -1)),
    looks: more.looks.map(({ what, ...l }) => ({
      ...l,
      sign: told(SIGNS[what].words),
      howBadWords: told(HOW_BAD[l.howBad]!),
      mayTakeBack: when === 'today' && mayTakeBack(asks, { personId: l.personId, day: l.day }, today),
    })),
    walks: [...new Set(scouted.map((b) => b.walk))].map((walk): WalkView => {
      const last = more.scouting.walked.get(walk) ?? null;
      const every = more.scouting.everyDays;
      const due = every <= 0 ? null : last === null ? day : addDays(last, every);
      return {
        walk,
        beds: scouted
          .filter((b) => b.walk === walk)
          .map((b) => b.code)
          .join(', '),
        last,
        due,
      };
    }),
    everyDays: more.scouting.everyDays,
    stock: more.stock.map((s) => ({
      ...s,
      words: told(HELPERS[s.what as HelperCode] ?? s.what),
      daysHere: daysBetween(s.cameOn, day),
    })),
    releases: more.releases.map((r) => ({
      ...r,
      words: say`${formatNumber(r.count)} ${told(HELPERS[r.what] ?? r.what)} released in ${r.place}`,
    })),
    beds: beds.map((p): [string, string] => [p.id, p.code]),
  };
}
