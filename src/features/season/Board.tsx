'use client';
import { say } from '../../core/words/words';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import type { BoardHandle, BoardSeries } from '../../core/plan/board';
import type { PlanChange } from '../../core/plan/changes';
import { addDays, daysBetween, weekday } from '../../core/quantity/days';
import { shortDay } from '../../core/quantity/sayDay';
import { inSentence } from '../../core/library/inSentence';
import { Labels, laneOfBed, laneOfLoop, laneOfProduct, laneOfTank } from './Labels';
import { BalanceBand, BedLane, SupplyRows, TankLane } from './lanes';
import { Handle } from './Handle';
import type { SeasonPage } from './queries';
import { tone } from '../../ui/theme/tones';
import { Sheet, WordButton } from '../../ui/kit/kit';
import css from './season.module.css';

const LABEL_PX = 96;
const TANK_PX = 18;
const BED_PX = 12;
const BAND_PX = 46;

export interface BoardScale {
  /** Left edge of a day index, px. */
  x: (day: number) => number;
  dayPx: number;
  width: number;
  from: number;
  until: number;
}

interface BoardProps {
  page: SeasonPage;
  board: BoardSeries;
  changes: PlanChange[];
  onSlide: (groupId: string, days: number, final: boolean) => void;
  onBlocked: (handle: BoardHandle, shift: number) => void;
  /** How much wider than its frame it is drawn. */
  zoom: number;
  /** From a handle on to what its slide means. */
  onDecide: () => void;
}

/** Narrower nothing on it can be read. */
const LEAST_WIDTH = 680;

export function Board({ page, board, changes, onSlide, onBlocked, zoom, onDecide }: BoardProps) {
  const frame = useRef<HTMLDivElement>(null);
  const [framePx, setFramePx] = useState(840);
  const [stop, setStop] = useState<string | null>(null);
  const width = Math.max(LEAST_WIDTH, framePx) * zoom;
  const [allProducts, setAllProducts] = useState(false);
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => entry && setFramePx(entry.contentRect.width));
    if (frame.current) observer.observe(frame.current);
    return () => observer.disconnect();
  }, []);

  // Zoomed in, it begins shortly before today.
  useEffect(() => {
    if (frame.current && zoom > 1)
      frame.current.scrollLeft = Math.max(0, -page.from - 4) * ((framePx * zoom) / page.days);
  }, [zoom, framePx, page.from, page.days]);

  const dayPx = (width - LABEL_PX - 8) / page.days;
  const scale: BoardScale = {
    x: (day) => LABEL_PX + (day - page.from) * dayPx,
    dayPx,
    width,
    from: page.from,
    until: page.from + page.days,
  };
  const { facts } = page;
  const tanks = facts.places.filter(
    (p) => (p.kind === 'tank' || p.kind === 'purge') && board.fish.some((s) => s.placeId === p.id),
  );
  const beds = facts.places.filter((p) => p.kind === 'bed' && board.plants.some((s) => s.placeId === p.id));
  const loops = facts.loops.filter((l) => board.balance[l.id]?.some((v) => v !== null));
  const tanksTop = 20;
  const bandTop = tanksTop + tanks.length * TANK_PX + 6;
  const bedsTop = bandTop + loops.length * (BAND_PX + 6) + 4;
  const supplyTop = bedsTop + beds.length * BED_PX + 10;
  const rows = board.promise.filter(
    (r) =>
      allProducts ||
      r.product.speciesCode !== null ||
      r.weeks.some((w) => w.short > (r.product.unit === 'kg' ? 100 : 0.5)),
  );
  const height = supplyTop + 18 + rows.length * 20 + 6;
  const laneOf = new Map([
    ...tanks.map((p, i) => [p.id, tanksTop + i * TANK_PX] as const),
    ...beds.map((p, i) => [p.id, bedsTop + i * BED_PX] as const),
  ]);
  const shifts = new Map(changes.flatMap((c) => (c.change === 'shift' ? [[c.groupId, c.days] as const] : [])));
  // Handles of the kept plan slide from where they were; those of a draft's own steps come with its answer.
  const known = new Set(page.board.handles.map((h) => h.groupId));
  const dropped = new Set(changes.flatMap((c) => (c.change === 'drop' ? [c.groupId] : [])));
  const shiftOf = (h: BoardHandle) => (known.has(h.groupId) ? (shifts.get(h.groupId) ?? 0) : 0);
  const handles = [...page.board.handles, ...board.handles.filter((h) => !known.has(h.groupId))].filter(
    (h) => laneOf.has(h.placeId) && h.at + shiftOf(h) >= page.from && !dropped.has(h.groupId) && h.at < scale.until,
  );
  // In the order one reads: lane by lane, each from left to right.
  handles.sort((a, b) => laneOf.get(a.placeId)! - laneOf.get(b.placeId)! || a.at + shiftOf(a) - (b.at + shiftOf(b)));
  const stopAt = handles.some((h) => h.groupId === stop) ? stop : handles[0]?.groupId;
  const marks = handles.map((h) => [h.placeId, h.at + shiftOf(h)] as const);
  const marksOf = new Map(
    [...laneOf.keys()].map((id) => [id, marks.filter(([place]) => place === id).map(([, at]) => at)]),
  );
  const lanes = [
    ...tanks.map((p) => laneOfTank(p, laneOf.get(p.id)!, page.units)),
    ...loops.map((l, i) => laneOfLoop(l, bandTop + i * (BAND_PX + 6), page.units)),
    ...beds.map((p) => laneOfBed(p, cropsOf(p.id, board, facts), laneOf.get(p.id)!)),
    ...rows.map((r, i) => laneOfProduct(r, supplyTop + 33 + i * 20)),
  ];
  const mondays = Array.from({ length: page.days }, (_, i) => page.from + i).filter(
    (d) => weekday(addDays(page.today, d)) === 1,
  );
  const dialAt = daysBetween(page.today, page.day);
  return (
    <Sheet ref={frame} as="div" className={css.scroll} data-testid="board">
      <div className={css.plane}>
        <Labels lanes={lanes} supplyTop={supplyTop} width={LABEL_PX} height={height} />
        <svg
          className={css.board}
          width={width}
          height={height}
          role="group"
          onKeyDown={stepAmong}
          aria-label={say`Season board: tanks, balance, beds and supply on one time axis`}
        >
          <defs>
            <pattern id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <rect width="2.2" height="6" fill={tone.hatch} />
            </pattern>
          </defs>
          {mondays.map((d, i) => (
            <g key={d}>
              <line x1={scale.x(d)} x2={scale.x(d)} y1={16} y2={height} stroke={tone.line} strokeWidth="1" />
              {(i % 2 === 0 || dayPx * 7 > 60) && (
                <text className={css.axis} x={scale.x(d) + 2} y={13}>
                  {shortDay(addDays(page.today, d))}
                </text>
              )}
            </g>
          ))}
          {tanks.map((place) => (
            <TankLane
              key={place.id}
              place={place}
              top={laneOf.get(place.id)!}
              height={TANK_PX}
              stays={board.fish}
              marks={marksOf.get(place.id) ?? NO_MARKS}
              scale={scale}
            />
          ))}
          {loops.map((loop, i) => (
            <BalanceBand
              key={loop.id}
              loop={loop}
              top={bandTop + i * (BAND_PX + 6)}
              height={BAND_PX}
              series={board.balance[loop.id]!}
              before={page.board.balance[loop.id]!}
              scale={scale}
            />
          ))}
          {beds.map((place) => (
            <BedLane
              key={place.id}
              place={place}
              top={laneOf.get(place.id)!}
              height={BED_PX}
              stays={board.plants}
              crops={facts.crops}
              scale={scale}
            />
          ))}
          <SupplyRows rows={rows} top={supplyTop} scale={scale} today={page.today} units={page.units} />
          <line x1={scale.x(0)} x2={scale.x(0)} y1={16} y2={height} stroke={tone.ink} strokeWidth="1.5" />
          {dialAt !== 0 && (
            <line
              x1={scale.x(dialAt)}
              x2={scale.x(dialAt)}
              y1={16}
              y2={height}
              stroke={tone.water}
              strokeWidth="2"
              strokeDasharray="3 3"
            />
          )}
          {handles.map((h) => (
            <Handle
              key={h.groupId}
              handle={h}
              shift={shiftOf(h)}
              isStop={h.groupId === stopAt}
              onStop={() => setStop(h.groupId)}
              onDecide={onDecide}
              top={laneOf.get(h.placeId)!}
              scale={scale}
              today={page.today}
              onSlide={onSlide}
              onBlocked={onBlocked}
            />
          ))}
        </svg>
      </div>
      <div className={css.foot}>
        <WordButton small type="button" onClick={() => setAllProducts(!allProducts)}>
          {allProducts ? say`Only fish and what is short` : say`All ${board.promise.length} products`}
        </WordButton>
      </div>
    </Sheet>
  );
}

const NO_MARKS: readonly number[] = [];

function cropsOf(placeId: string, board: BoardSeries, facts: SeasonPage['facts']): string {
  const codes = new Set(board.plants.filter((s) => s.placeId === placeId).map((s) => s.cropCode));
  return [...codes].map((code) => inSentence(facts.crops.find((c) => c.code === code)?.name ?? '')).join(', ');
}

/** Up and down lead from one handle to the next, home and end to the first and last. */
function stepAmong(event: KeyboardEvent<SVGSVGElement>) {
  const all = [...event.currentTarget.querySelectorAll<SVGGElement>('[data-handle]')];
  const at = all.indexOf(event.target as SVGGElement);
  const to = { ArrowUp: at - 1, ArrowDown: at + 1, Home: 0, End: all.length - 1 }[event.key];
  if (to === undefined || at < 0) return;
  event.preventDefault();
  all[Math.max(0, Math.min(all.length - 1, to))]?.focus();
}
