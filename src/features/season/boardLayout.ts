import type { BoardHandle, BoardSeries } from '../../core/plan/board';
import type { PlanChange } from '../../core/plan/changes';
import type { LoopFact, PlaceFact } from '../../core/facts/farm';
import { addDays, weekday } from '../../core/quantity/days';
import { inSentence } from '../../core/library/inSentence';
import { isMain } from '../../core/market/families';
import { laneOfBed, laneOfLoop, laneOfProduct, laneOfTank, type Lane } from './Labels';
import type { SeasonPage } from './queries';

export const LABEL_PX = 96;
export const TANK_PX = 27;
export const BED_PX = 19;
export const BAND_PX = 46;

export interface BoardScale {
  /** Left edge of a day index, px. */
  x: (day: number) => number;
  dayPx: number;
  width: number;
  from: number;
  until: number;
}

/** What of the farm is drawn, and where: everything on one axis of days. */
export interface BoardLayout {
  scale: BoardScale;
  tanks: PlaceFact[];
  beds: PlaceFact[];
  loops: LoopFact[];
  rows: BoardSeries['promise'];
  /** Top of a place’s lane, px, by its id. */
  laneOf: ReadonlyMap<string, number>;
  lanes: Lane[];
  bandTop: number;
  supplyTop: number;
  height: number;
  mondays: number[];
  handles: PlacedHandle[];
  /** Days with a handle on them, by place. */
  marksOf: ReadonlyMap<string, readonly number[]>;
}

export interface PlacedHandle {
  handle: BoardHandle;
  /** Days that a draft has slid it. */
  shift: number;
  top: number;
}

export interface Shown {
  width: number;
  allProducts: boolean;
  /** Loops whose lanes are folded away. */
  folded: ReadonlySet<string>;
}

interface LayoutOfArgs {
  page: SeasonPage;
  board: BoardSeries;
  changes: PlanChange[];
  shown: Shown;
}

export function layoutOf({ page, board, changes, shown }: LayoutOfArgs): BoardLayout {
  const scale = scaleOf(page, shown.width);
  const isShown = (loopId: string | null) => loopId === null || !shown.folded.has(loopId);
  const drawn = page.facts.places.filter((p) => isShown(p.loopId));
  const tanks = drawn.filter(
    (p) => (p.kind === 'tank' || p.kind === 'purge') && board.fish.some((s) => s.placeId === p.id),
  );
  const beds = drawn.filter((p) => p.kind === 'bed' && board.plants.some((s) => s.placeId === p.id));
  const loops = page.facts.loops.filter((l) => isShown(l.id) && board.balance[l.id]?.some((v) => v !== null));
  const rows = board.promise.filter((r) => shown.allProducts || matters(r));
  const tanksTop = 20;
  const bandTop = tanksTop + tanks.length * TANK_PX + 6;
  const bedsTop = bandTop + loops.length * (BAND_PX + 6) + 4;
  const supplyTop = bedsTop + beds.length * BED_PX + 10;
  const laneOf = new Map([
    ...tanks.map((p, i) => [p.id, tanksTop + i * TANK_PX] as const),
    ...beds.map((p, i) => [p.id, bedsTop + i * BED_PX] as const),
  ]);
  const handles = placed(page, { board, changes }, { scale, laneOf });
  const lanes = [
    ...tanks.map((p) => laneOfTank(p, laneOf.get(p.id)!, page.units)),
    ...loops.map((l, i) => laneOfLoop(l, bandTop + i * (BAND_PX + 6), page.units)),
    ...beds.map((p) => laneOfBed(p, cropsOf(p.id, board, page.facts), laneOf.get(p.id)!)),
    ...rows.map((r, i) => laneOfProduct(r, supplyTop + 33 + i * 20)),
  ];
  const mondays = Array.from({ length: page.days }, (_, i) => page.from + i).filter(
    (d) => weekday(addDays(page.today, d)) === 1,
  );
  const height = supplyTop + 18 + rows.length * 20 + 6;
  const marksOf = marksBy(handles);
  return { scale, tanks, beds, loops, rows, laneOf, lanes, bandTop, supplyTop, height, mondays, handles, marksOf };
}

function scaleOf({ from, days }: SeasonPage, width: number): BoardScale {
  const dayPx = (width - LABEL_PX - 8) / days;
  return { x: (day) => LABEL_PX + (day - from) * dayPx, dayPx, width, from, until: from + days };
}

/** Fish always; of what grows, what is short. */
function matters({ product, weeks }: BoardSeries['promise'][number]): boolean {
  return (
    (isMain(product) && product.speciesCode !== null) ||
    weeks.some((w) => w.short > (product.unit === 'kg' ? 100 : 0.5))
  );
}

/** Handles in the order one reads: lane by lane, each from left to right. */
function placed(
  page: SeasonPage,
  { board, changes }: { board: BoardSeries; changes: PlanChange[] },
  { scale, laneOf }: Pick<BoardLayout, 'scale' | 'laneOf'>,
): PlacedHandle[] {
  const shifts = new Map(changes.flatMap((c) => (c.change === 'shift' ? [[c.groupId, c.days] as const] : [])));
  const dropped = new Set(changes.flatMap((c) => (c.change === 'drop' ? [c.groupId] : [])));
  // Handles of the kept plan slide from where they were; those of a draft's own steps come with its answer.
  const known = new Set(page.board.handles.map((h) => h.groupId));
  return [...page.board.handles, ...board.handles.filter((h) => !known.has(h.groupId))]
    .filter((h) => laneOf.has(h.placeId) && !dropped.has(h.groupId))
    .map((handle) => {
      const shift = known.has(handle.groupId) ? (shifts.get(handle.groupId) ?? 0) : 0;
      return { handle, shift, top: laneOf.get(handle.placeId)! };
    })
    .filter(({ handle, shift }) => handle.at + shift >= page.from && handle.at < scale.until)
    .sort((a, b) => a.top - b.top || a.handle.at + a.shift - (b.handle.at + b.shift));
}

function marksBy(handles: readonly PlacedHandle[]): Map<string, number[]> {
  const marks = new Map<string, number[]>();
  for (const { handle, shift } of handles)
    marks.set(handle.placeId, [...(marks.get(handle.placeId) ?? []), handle.at + shift]);
  return marks;
}

function cropsOf(placeId: string, board: BoardSeries, facts: SeasonPage['facts']): string {
  const codes = new Set(board.plants.filter((s) => s.placeId === placeId).map((s) => s.cropCode));
  return [...codes].map((code) => inSentence(facts.crops.find((c) => c.code === code)?.name ?? '')).join(', ');
}
