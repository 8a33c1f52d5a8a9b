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
import type { PlanMark, PlanPage, Through } from './queries';
import css from './plan.module.css';

interface PlanBoardProps {
  plan: FarmPlan;
  marks: readonly PlanMark[];
  loops: PlanPage['loops'];
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
  const runs = runsOf(props);
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
          <rect
            key={r.name}
            x={r.xM}
            y={r.yM}
            width={r.widthM}
            height={r.heightM}
            fill="none"
            stroke={tone.ink}
            strokeWidth="0.14"
          />
        ))}
        <Pipes runs={runs} />
        {plan.rooms.map((r) => (
          <text key={r.name} x={r.xM + 0.5} y={r.yM + 0.95} className={css.room}>
            {r.name}
          </text>
        ))}
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
        {runs.map(({ code, color, there, back, through }) => (
          <g key={code}>
            <Fittings line={there} color={color} through={through.filter((f) => f.kind !== 'pump')} />
            <Fittings line={back} color={color} through={through.filter((f) => f.kind === 'pump')} />
          </g>
        ))}
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
const [LOOP_APART_M, BACK_APART_M, FITTING_M] = [0.35, 0.8, 1.4];

/** Of some things those in the room that has most of them: a pipe is drawn to there. */
function mainRoom(things: readonly PlanMark[]): PlanMark[] {
  const inRoom = (room: string) => things.filter((m) => m.room === room);
  return things.map((m) => inRoom(m.room)).reduce((most, own) => (own.length > most.length ? own : most), []);
}

interface Run {
  code: string;
  color: string;
  /** Across which the water goes from tanks to beds, and back. */
  there: Level;
  back: Level;
  tanksY: number;
  bedsY: number;
  through: readonly Through[];
}

interface Level {
  from: number;
  to: number;
  y: number;
}

/** Each loop in the order its water runs: tanks, what cleans it, beds, and by its pumps back to the tanks. */
function runsOf({ plan, marks, loops }: Pick<PlanBoardProps, 'plan' | 'marks' | 'loops'>): Run[] {
  return loops.flatMap(({ code, through }, i) => {
    const of = (kind: PlanMark['kind']) => {
      const main = mainRoom(marks.filter((m) => m.loop === code && m.kind === kind));
      return middle(plan.things.filter((t) => main.some((m) => m.id === t.id)));
    };
    const [tanks, beds] = [of('tank'), of('bed')];
    if (!tanks || !beds) return [];
    const off = i * LOOP_APART_M;
    // Between what stands above and below where there is room, else just under the tanks.
    const y = tanks.bottom < beds.top ? (tanks.bottom + beds.top - BACK_APART_M) / 2 + off : tanks.bottom + 0.3 + off;
    const there = { from: tanks.x + off, to: beds.x + off, y };
    const back = { from: there.to + BACK_APART_M, to: there.from + BACK_APART_M, y: y + BACK_APART_M };
    return [{ code, color: PIPES[i % PIPES.length]!, there, back, tanksY: tanks.y, bedsY: beds.y, through }];
  });
}

function Pipes({ runs }: { runs: readonly Run[] }) {
  return runs.map(({ code, color, there, back, tanksY, bedsY }) => (
    <g key={code}>
      <Pipe d={`M${there.from} ${tanksY} V${there.y} H${there.to} V${bedsY}`} color={color} />
      <Pipe d={`M${back.from} ${bedsY} V${back.y} H${back.to} V${tanksY}`} color={color} />
    </g>
  ));
}

function Pipe({ d, color }: { d: string; color: string }) {
  return (
    <g aria-hidden="true">
      <path d={d} fill="none" stroke={color} strokeWidth="0.22" opacity="0.55" strokeLinejoin="round" />
      <path d={d} fill="none" stroke={tone.sheet} strokeWidth="0.07" strokeDasharray="0.3 0.3" />
    </g>
  );
}

interface FittingsProps {
  line: Level;
  color: string;
  through: readonly Through[];
}

/** What sits in a pipe, along its level part: a square that cleans, a circle that lifts; each says its name. */
function Fittings({ line, color, through }: FittingsProps) {
  const middleX = (line.from + line.to) / 2;
  const way = Math.sign(line.to - line.from) || 1;
  return through.map(({ name, kind }, i) => {
    const x = middleX + way * FITTING_M * (i - (through.length - 1) / 2);
    return (
      <g key={name + i} role="img" aria-label={name}>
        <title>{name}</title>
        {kind === 'pump' ? (
          <circle cx={x} cy={line.y} r="0.5" fill={tone.sheet} stroke={color} strokeWidth="0.14" />
        ) : (
          <rect
            x={x - 0.5}
            y={line.y - 0.5}
            width="1"
            height="1"
            rx="0.15"
            fill={tone.sheet}
            stroke={color}
            strokeWidth="0.14"
          />
        )}
        <path d={SIGNS[kind](x, line.y)} fill="none" stroke={tone.ink} strokeWidth="0.09" strokeLinejoin="round" />
      </g>
    );
  });
}

/** What each does, in a stroke: solids sink, a filter turns them over, minerals come off, a pump lifts. */
const SIGNS: Record<Through['kind'], (x: number, y: number) => string> = {
  solids: (x, y) => `M${x - 0.3} ${y - 0.25} L${x} ${y + 0.3} L${x + 0.3} ${y - 0.25}`,
  filter: (x, y) => `M${x - 0.3} ${y - 0.2} h0.6 M${x - 0.3} ${y} h0.6 M${x - 0.3} ${y + 0.2} h0.6`,
  mineraliser: (x, y) =>
    `M${x} ${y + 0.3} V${y - 0.3} M${x - 0.25} ${y - 0.05} L${x} ${y - 0.3} L${x + 0.25} ${y - 0.05}`,
  pump: (x, y) => `M${x - 0.18} ${y - 0.28} L${x + 0.3} ${y} L${x - 0.18} ${y + 0.28} Z`,
};

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
