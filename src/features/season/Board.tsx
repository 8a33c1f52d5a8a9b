'use client';
import { useEffect, useRef, useState } from 'react';
import type { BoardHandle, BoardSeries } from '../../core/plan/board';
import type { PlanChange } from '../../core/plan/changes';
import { addDays, daysBetween, weekday } from '../../core/quantity/days';
import { shortDay } from '../../core/quantity/sayDay';
import { BalanceBand, BedLane, SupplyRows, TankLane } from './lanes';
import { Handle } from './Handle';
import type { SeasonPage } from './queries';
import { tone } from '../../ui/theme/tones';
import { Sheet, Text, WordButton } from '../../ui/kit/kit';
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
}

export function Board({ page, board, changes, onSlide, onBlocked }: BoardProps) {
  const frame = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(1140);
  const [allProducts, setAllProducts] = useState(false);
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => entry && setWidth(Math.max(680, entry.contentRect.width)));
    if (frame.current) observer.observe(frame.current);
    return () => observer.disconnect();
  }, []);

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
  const mondays = Array.from({ length: page.days }, (_, i) => page.from + i).filter(
    (d) => weekday(addDays(page.today, d)) === 1,
  );
  const dialAt = daysBetween(page.today, page.day);
  return (
    <Sheet ref={frame} as="div" className={css.scroll} data-testid="board">
      <svg
        className={css.board}
        width={width}
        height={height}
        role="group"
        aria-label="Season board: tanks, balance, beds and supply on one time axis"
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
        {[...page.board.handles, ...board.handles.filter((h) => !known.has(h.groupId))]
          .filter(
            (h) =>
              laneOf.has(h.placeId) &&
              h.at + (known.has(h.groupId) ? (shifts.get(h.groupId) ?? 0) : 0) >= page.from &&
              !dropped.has(h.groupId) &&
              h.at < scale.until,
          )
          .map((h) => (
            <Handle
              key={h.groupId}
              handle={h}
              shift={known.has(h.groupId) ? (shifts.get(h.groupId) ?? 0) : 0}
              top={laneOf.get(h.placeId)!}
              scale={scale}
              today={page.today}
              onSlide={onSlide}
              onBlocked={onBlocked}
            />
          ))}
      </svg>
      <Text
        as="div"
        small
        quiet
        style={{ padding: '0 10px 8px', display: 'flex', gap: 16, flexWrap: 'wrap', alignItems: 'center' }}
      >
        <WordButton small type="button" onClick={() => setAllProducts(!allProducts)}>
          {allProducts ? 'Only fish and what is short' : `All ${board.promise.length} products`}
        </WordButton>
        <span>○ harvest · ◇ move or stocking · □ sowing (drawn where it enters the bed)</span>
      </Text>
    </Sheet>
  );
}
