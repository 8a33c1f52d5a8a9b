'use client';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { say } from '../../core/words/words';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import type { BoardHandle, BoardSeries } from '../../core/plan/board';
import type { PlanChange } from '../../core/plan/changes';
import { addDays, daysBetween } from '../../core/quantity/days';
import { shortDay } from '../../core/quantity/sayDay';
import { BAND_PX, BED_PX, LABEL_PX, layoutOf, TANK_PX, type BoardLayout } from './boardLayout';
import { Handles } from './Handles';
import { Labels } from './Labels';
import { usePinch } from './usePinch';
import { BalanceBand } from './BalanceBand';
import { BedLane, TankLane } from './lanes';
import { SupplyRows } from './SupplyRows';
import type { SeasonPage } from './queries';
import { tone } from '../../ui/theme/tones';
import { Sheet, WordButton } from '../../ui/kit/kit';
import css from './season.module.css';
import { useAddress } from '../../ui/shell/useAddress';

interface BoardProps {
  page: SeasonPage;
  board: BoardSeries;
  changes: PlanChange[];
  onSlide: (groupId: string, days: number, final: boolean) => void;
  onBlocked: (handle: BoardHandle, shift: number) => void;
  /** How much wider than its frame it is drawn. */
  zoom: number;
  /** Two fingers draw apart: nearer; together: farther. */
  onPinch: (step: 1 | -1) => void;
  /** From a handle on to what its slide means. */
  onDecide: () => void;
}

/** Narrower nothing on it can be read. */
const LEAST_WIDTH = 680;

export function Board({ page, board, changes, zoom, onPinch, ...acts }: BoardProps) {
  const { frame, width } = useFrame(page, zoom);
  const [allProducts, setAllProducts] = useAddress('products', isAll, sayAll);
  const [hidden, setHidden] = useAddress('without', readCodes, writeCodes);
  const { loops } = page.facts;
  const folded = useMemo(() => new Set(loops.filter((l) => hidden.includes(l.code)).map((l) => l.id)), [loops, hidden]);
  usePinch(frame, onPinch);
  const layout = useMemo(
    () => layoutOf({ page, board, changes, shown: { width, allProducts, folded } }),
    [page, board, changes, width, allProducts, folded],
  );
  return (
    <Sheet ref={frame} as="div" className={css.scroll} data-testid="board">
      <div className={css.plane}>
        <Labels lanes={layout.lanes} supplyTop={layout.supplyTop} width={LABEL_PX} height={layout.height} />
        <Plane page={page} board={board} layout={layout} {...acts} />
      </div>
      <div className={css.foot}>
        <ToggleButtonGroup
          size="small"
          aria-label={say`Loops on the board`}
          value={loops.map((l) => l.code).filter((code) => !hidden.includes(code))}
          onChange={(_, shown: string[]) => setHidden(loops.map((l) => l.code).filter((code) => !shown.includes(code)))}
        >
          {loops.map((loop) => (
            <ToggleButton key={loop.id} value={loop.code}>
              {loop.name}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <WordButton small type="button" onClick={() => setAllProducts(!allProducts)}>
          {allProducts ? say`Only fish and what is short` : say`All ${board.promise.length} products`}
        </WordButton>
      </div>
    </Sheet>
  );
}

const isAll = (said: string | null) => said === 'all';
const sayAll = (all: boolean) => (all ? 'all' : null);
const readCodes = (said: string | null) => (said ? said.split(',') : NO_CODES);
const writeCodes = (codes: string[]) => (codes.length > 0 ? codes.join(',') : null);
const NO_CODES: string[] = [];

interface PlaneProps extends Pick<BoardProps, 'page' | 'board' | 'onSlide' | 'onBlocked' | 'onDecide'> {
  layout: BoardLayout;
}

/** The drawing: weeks, tanks, balance, beds, what is promised, and the handles over it all. */
function Plane({ page, board, layout, ...acts }: PlaneProps) {
  const { scale, tanks, beds, loops, rows, laneOf, bandTop, supplyTop, height, mondays, marksOf } = layout;
  const { facts } = page;
  const dialAt = daysBetween(page.today, page.day);
  return (
    <svg
      className={css.board}
      width={scale.width}
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
          {(i % 2 === 0 || scale.dayPx * 7 > 60) && scale.x(d) + AXIS_WORD_PX < scale.width && (
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
      <Handles handles={layout.handles} scale={scale} today={page.today} {...acts} />
    </svg>
  );
}

/** Room that a day's name needs: none is cut at the edge. */
const AXIS_WORD_PX = 46;

/** The board is as wide as its frame, or so many times wider; nearer, it begins shortly before today. */
function useFrame({ from, days }: SeasonPage, zoom: number) {
  const frame = useRef<HTMLDivElement>(null);
  const [framePx, setFramePx] = useState(840);
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => entry && setFramePx(entry.contentRect.width));
    if (frame.current) observer.observe(frame.current);
    return () => observer.disconnect();
  }, []);
  useEffect(() => {
    if (frame.current && zoom > 1) frame.current.scrollLeft = Math.max(0, -from - 4) * ((framePx * zoom) / days);
  }, [zoom, framePx, from, days]);
  return { frame, width: Math.max(LEAST_WIDTH, framePx) * zoom };
}

const NO_MARKS: readonly number[] = [];

/** Up and down lead from one handle to the next, home and end to the first and last. */
function stepAmong(event: KeyboardEvent<SVGSVGElement>) {
  const all = [...event.currentTarget.querySelectorAll<SVGGElement>('[data-handle]')];
  const at = all.indexOf(event.target as SVGGElement);
  const to = { ArrowUp: at - 1, ArrowDown: at + 1, Home: 0, End: all.length - 1 }[event.key];
  if (to === undefined || at < 0) return;
  event.preventDefault();
  all[Math.max(0, Math.min(all.length - 1, to))]?.focus();
}
