'use client';
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { useRef, type KeyboardEvent } from 'react';
import type { FarmPlan, Placed } from '../../../core/setup/planLayout';
import { say } from '../../../core/words/words';
import { classes } from '../../../ui/kit/kit';
import { tone } from '../../../ui/theme/tones';
import type { PlanMark } from './queries';
import css from './plan.module.css';

interface PlanBoardProps {
  plan: FarmPlan;
  marks: readonly PlanMark[];
  chosen: string | null;
  onChoose: (id: string) => void;
  arranging: boolean;
  onMove: (id: string, xM: number, yM: number) => void;
}

const EDGE_M = 0.6;
const GRID_M = 0.5;
const onGrid = (m: number) => Math.max(0, Math.round(m / GRID_M) * GRID_M);
/** How ripe, as the beds tint it. */
const ripeness = (days: number) =>
  days <= 0 ? tone.leaf5 : days <= 7 ? tone.leaf4 : days <= 14 ? tone.leaf3 : days <= 28 ? tone.leaf2 : tone.leaf1;

const howToMove = () =>
  say`To move it, press Enter, use the arrow keys, and press Enter again; Escape leaves it where it was.`;
const ANNOUNCE = {
  onDragStart: () => say`Picked up.`,
  onDragOver: () => undefined,
  onDragEnd: () => say`Put down.`,
  onDragCancel: () => say`Left where it was.`,
};

/** The farm from above, to scale on a grid of a metre; things are moved by drag and drop, or by Enter and the arrow keys. */
export function PlanBoard(props: PlanBoardProps) {
  const { plan, marks, arranging, onMove } = props;
  const svg = useRef<SVGSVGElement>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor),
  );
  const [wide, high] = [plan.widthM + 2 * EDGE_M, plan.heightM + 2 * EDGE_M];
  const moved = ({ active, delta }: DragEndEvent) => {
    const thing = plan.things.find((t) => t.id === active.id);
    const px = svg.current?.getBoundingClientRect().width;
    if (!thing || !px) return;
    const perPx = wide / px;
    onMove(thing.id, onGrid(thing.xM + delta.x * perPx), onGrid(thing.yM + delta.y * perPx));
  };
  return (
    <DndContext
      sensors={sensors}
      onDragEnd={moved}
      accessibility={{ screenReaderInstructions: { draggable: howToMove() }, announcements: ANNOUNCE }}
    >
      <svg
        ref={svg}
        className={classes(css.board, arranging && css.arranging)}
        viewBox={`${-EDGE_M} ${-EDGE_M} ${wide} ${high}`}
        role="group"
        aria-label={say`Plan of the farm`}
      >
        <defs>
          <pattern id="metre" width="1" height="1" patternUnits="userSpaceOnUse">
            <path d="M1 0 H0 V1" fill="none" stroke={tone.line} strokeWidth="0.03" />
          </pattern>
        </defs>
        <rect x={-EDGE_M} y={-EDGE_M} width={wide} height={high} fill="url(#metre)" />
        {plan.rooms.map((r) => (
          <g key={r.name}>
            <rect
              x={r.xM}
              y={r.yM}
              width={r.widthM}
              height={r.heightM}
              fill="none"
              stroke={tone.ink}
              strokeWidth="0.14"
            />
            <text x={r.xM + 0.5} y={r.yM + 0.95} className={css.room}>
              {r.name}
            </text>
          </g>
        ))}
        <Pipes plan={plan} marks={marks} />
        {plan.things.map((t) => {
          const mark = marks.find((m) => m.id === t.id);
          return (
            mark && (
              <Thing
                key={t.id}
                placed={t}
                mark={mark}
                {...props}
                scale={() => wide / (svg.current?.getBoundingClientRect().width ?? wide)}
              />
            )
          );
        })}
      </svg>
    </DndContext>
  );
}

interface ThingProps extends Pick<PlanBoardProps, 'chosen' | 'onChoose' | 'arranging'> {
  placed: Placed;
  mark: PlanMark;
  /** Metres of one pixel. */
  scale: () => number;
}

function Thing({ placed: t, mark, chosen, onChoose, arranging, scale }: ThingProps) {
  const { setNodeRef, listeners, transform } = useDraggable({ id: t.id, disabled: !arranging });
  const shift = transform ? `translate(${transform.x * scale()} ${transform.y * scale()})` : undefined;
  const onKeyDown = (event: KeyboardEvent) => {
    if (!arranging && (event.key === 'Enter' || event.key === ' ')) {
      event.preventDefault();
      onChoose(t.id);
    }
  };
  return (
    <g
      ref={setNodeRef as unknown as (node: SVGGElement | null) => void}
      className={css.thing}
      transform={shift}
      role="button"
      tabIndex={0}
      aria-label={`${mark.code}: ${mark.lines.join(', ')}`}
      aria-pressed={chosen === t.id}
      onClick={() => onChoose(t.id)}
      onKeyDown={onKeyDown}
      {...(arranging ? listeners : {})}
    >
      {mark.kind === 'tank' && <TankMark t={t} mark={mark} chosen={chosen === t.id} />}
      {mark.kind === 'bed' && <BedMark t={t} mark={mark} chosen={chosen === t.id} />}
      {mark.kind === 'store' && (
        <rect
          x={t.xM}
          y={t.yM}
          width={t.widthM}
          height={t.heightM}
          rx="0.15"
          fill={tone.wash}
          stroke={tone.ink}
          strokeWidth={chosen === t.id ? 0.16 : 0.07}
        />
      )}
      <text x={t.xM + t.widthM / 2} y={t.yM + t.heightM / 2} className={css.code}>
        {mark.code}
      </text>
      {mark.kind !== 'bed' && t.widthM > 1.6 && mark.lines[0] && (
        <text x={t.xM + t.widthM / 2} y={t.yM + t.heightM + 0.5} className={css.says}>
          {mark.lines[0]}
        </text>
      )}
    </g>
  );
}

interface MarkProps {
  t: Placed;
  mark: PlanMark;
  chosen: boolean;
}

/** A tank from above, filled as high as it is crowded. */
function TankMark({ t, mark, chosen }: MarkProps) {
  const r = t.widthM / 2;
  const [cx, cy] = [t.xM + r, t.yM + r];
  const level = Math.min(1, mark.fill);
  const surface = cy + r - 2 * r * level;
  const half = Math.sqrt(Math.max(0, r * r - (surface - cy) ** 2));
  const fill = mark.tone === 'danger' ? tone.clay : mark.tone === 'soon' ? tone.straw : tone.water;
  return (
    <>
      <circle
        cx={cx}
        cy={cy}
        r={r}
        fill={tone.sheet}
        stroke={mark.tone === 'danger' ? tone.clay : tone.ink}
        strokeWidth={chosen ? 0.18 : 0.08}
      />
      {level > 0 && (
        <path
          d={`M${cx - half} ${surface} A${r} ${r} 0 ${level > 0.5 ? 1 : 0} 0 ${cx + half} ${surface} Z`}
          fill={fill}
          opacity="0.75"
        />
      )}
    </>
  );
}

/** A bed as its row of pieces, the darker the riper; free places stay open. */
function BedMark({ t, mark, chosen }: MarkProps) {
  const cell = t.widthM / Math.max(1, mark.cells.length);
  return (
    <>
      <rect
        x={t.xM}
        y={t.yM}
        width={t.widthM}
        height={t.heightM}
        rx="0.12"
        fill={tone.sheet}
        stroke={tone.ink}
        strokeWidth={chosen ? 0.18 : 0.07}
      />
      {mark.cells.map((days, i) =>
        days === null ? (
          <line
            key={i}
            x1={t.xM + i * cell}
            x2={t.xM + i * cell}
            y1={t.yM}
            y2={t.yM + t.heightM}
            stroke={tone.line}
            strokeWidth="0.04"
          />
        ) : (
          <rect
            key={i}
            x={t.xM + i * cell + 0.04}
            y={t.yM + 0.05}
            width={Math.max(0.05, cell - 0.08)}
            height={t.heightM - 0.1}
            fill={ripeness(days)}
          />
        ),
      )}
    </>
  );
}

const PIPES = [tone.water, tone.moss, tone.roe, tone.deep, tone.straw];

/** Each loop as a line in the order its water runs: tanks, beds, sump, and back. */
function Pipes({ plan, marks }: Pick<PlanBoardProps, 'plan' | 'marks'>) {
  const loops = [...new Set(marks.flatMap((m) => (m.loop ? [m.loop] : [])))];
  return loops.map((loop, i) => {
    const of = (want: (m: PlanMark) => boolean) =>
      middle(plan.things.filter((t) => marks.some((m) => m.id === t.id && m.loop === loop && want(m))));
    const stops = [of((m) => m.kind === 'tank'), of((m) => m.kind === 'bed')].filter((p) => p !== null);
    if (stops.length < 2) return null;
    const [a, b] = stops as [Middle, Middle];
    const off = i * 0.35;
    const y = Math.max(a.bottom, b.top) + 0.3 + off;
    const d = `M${a.x + off} ${a.y} V${y} H${b.x + off} V${b.y}`;
    return (
      <g key={loop} aria-hidden="true">
        <path
          d={d}
          fill="none"
          stroke={PIPES[i % PIPES.length]}
          strokeWidth="0.22"
          opacity="0.55"
          strokeLinejoin="round"
        />
        <path d={d} fill="none" stroke={tone.sheet} strokeWidth="0.07" strokeDasharray="0.3 0.3" />
      </g>
    );
  });
}

interface Middle {
  x: number;
  y: number;
  top: number;
  bottom: number;
}

function middle(things: readonly Placed[]): Middle | null {
  if (things.length === 0) return null;
  const [left, right] = [Math.min(...things.map((t) => t.xM)), Math.max(...things.map((t) => t.xM + t.widthM))];
  const [top, bottom] = [Math.min(...things.map((t) => t.yM)), Math.max(...things.map((t) => t.yM + t.heightM))];
  return { x: (left + right) / 2, y: (top + bottom) / 2, top, bottom };
}
