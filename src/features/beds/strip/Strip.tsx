'use client';
import { Link } from '../../../ui/shell/visit';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { inDays } from '../../../core/quantity/days';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatNumber, formatPerArea } from '../../../core/quantity/units';
import { plural, say } from '../../../core/words/words';
import { Text, classes } from '../../../ui/kit/kit';
import { tone } from '../../../ui/theme/tones';
import type { Carried } from './stripOf';
import type { StripSpan, StripView } from './stripOf';
import css from './strip.module.css';

interface StripProps {
  strip: StripView;
  /** Carries the shown day along. */
  suffix: string;
  /** On the bed's own page its name is the heading already. */
  alone?: boolean;
  /** Its plantings can be dragged to other beds, and theirs to it; within MovingStrips. */
  movable?: boolean;
}

/** A bed as its real row: cells by days to harvest; each planting leads to its page. */
export function Strip({ strip, suffix, alone = false, movable = false }: StripProps) {
  const { setNodeRef, isOver, active } = useDroppable({
    id: strip.placeId,
    data: { code: strip.code },
    disabled: !movable || strip.isBench,
  });
  const comes = active?.data.current as Carried | undefined;
  const elsewhere = isOver && comes?.from.placeId !== strip.placeId;
  const tight = elsewhere && (comes?.span.cells ?? 0) > strip.cells - heldCells(strip);
  const crops = [...new Set(strip.spans.filter((s) => s.kind === 'plants').map((s) => s.crop))];
  return (
    <div className={classes(css.bedRow, alone && css.alone)}>
      {!alone && (
        <div>
          <h2>
            <Link href={`/beds/bed/${strip.code}${suffix}`}>{strip.code}</Link>
          </h2>
          <Text as="p" small quiet>
            {strip.pieces}
          </Text>
          <Text as="p" small quiet>
            {strip.says}
          </Text>
        </div>
      )}
      <div className={classes(css.row, elsewhere && css.target, tight && css.tight)} ref={setNodeRef}>
        <div className={css.strip} role="list" aria-label={say`${strip.code}, from the bench end to the pack room`}>
          {strip.spans.map((s, i) => (
            <Span key={s.lotCode + i} span={s} strip={strip} suffix={suffix} movable={movable} />
          ))}
        </div>
        <Text as="p" small quiet>
          {say`${crops.join(', ') || say`nothing planted`} · ${formatNumber(strip.held)} of ${formatNumber(strip.positions)} places held`}
          {strip.fullest && strip.fullest.positions > 0 && (
            <Text tone={strip.fullest.positions > strip.positions ? 'attention' : null}>
              {' '}
              {strip.fullest.positions > strip.positions
                ? say`· peaks at ${formatNumber(strip.fullest.positions)} of ${formatNumber(strip.positions)} places on ${shortDay(strip.fullest.day)}`
                : say`· peaks at ${formatNumber(strip.fullest.positions)} on ${shortDay(strip.fullest.day)}`}
            </Text>
          )}
        </Text>
        {strip.pick && (
          <Text as="p" small quiet>
            {say`next pick`} <Text mono>{strip.pick.lotCode}</Text>{' '}
            {say`on ${shortDay(strip.pick.on)}${strip.pick.until > strip.pick.on ? say`, pick by ${shortDay(strip.pick.until)}` : say`, on that day only`}`}
          </Text>
        )}
        {strip.marks.map((m) => (
          <Text as="p" small tone="attention" key={m.words}>
            <Link href={`${m.href}${suffix}`}>{m.words}</Link>
          </Text>
        ))}
      </div>
    </div>
  );
}

const heldCells = (strip: StripView) => strip.spans.reduce((sum, s) => sum + (s.kind === 'plants' ? s.cells : 0), 0);

interface SpanProps {
  span: StripSpan;
  strip: StripView;
  suffix: string;
  movable: boolean;
}

function Span({ span, strip, suffix, movable }: SpanProps) {
  const { isBench } = strip;
  const { setNodeRef, attributes, listeners, transform, isDragging } = useDraggable({
    id: `${strip.placeId}${span.lotCode}${span.cells}`,
    data: { span, from: strip },
    disabled: !movable || span.lotId === null,
  });
  const style = { flexGrow: span.cells, '--cells': span.cells };
  if (span.kind === 'free')
    return (
      <div role="listitem" className={css.span} style={style}>
        <span className={classes(css.cells, css.free, span.cells > MOST_DRAWN && css.many)} />
        <span className={css.label}>{say`free`}</span>
      </div>
    );
  const late = !isBench && isLate(span);
  const words = isBench ? leavesWords(span) : ripeWords(span);
  const dense = span.densePerM2 === null ? '' : say`, dense at ${formatPerArea(span.densePerM2)}`;
  const about = say`${span.lotCode} ${span.crop}, ${plural(span.plants, '# plant', '# plants')}: ${words}${dense}`;
  return (
    <div
      role="listitem"
      className={classes(css.span, isDragging && css.dragged)}
      style={transform ? { ...style, transform: `translate(${transform.x}px, ${transform.y}px)` } : style}
    >
      <Link
        ref={setNodeRef}
        draggable={false}
        {...listeners}
        aria-describedby={movable && span.lotId ? attributes['aria-describedby'] : undefined}
        href={`/beds/${span.lotCode}${suffix}`}
        aria-label={about}
        title={about}
        className={css.link}
      >
        <span
          className={classes(css.cells, late && css.late, span.densePerM2 !== null && css.dense)}
          style={{ backgroundColor: isBench ? tone.leaf1 : tint(span) }}
        />
        <span className={classes(css.label, late && css.lateLabel)}>
          {isBench ? shortLeaves(span) : shortRipe(span)}
        </span>
      </Link>
    </div>
  );
}

/** More pieces than this are drawn as one. */
const MOST_DRAWN = 48;
const LATE_AFTER_DAYS = 6;
const isLate = (s: StripSpan) => s.days !== null && s.days < -LATE_AFTER_DAYS;

export function ripeWords({ days }: Pick<StripSpan, 'days'>) {
  if (days === null) return say`hardly growing`;
  if (days < -LATE_AFTER_DAYS) return plural(-days, 'late # day', 'late # days');
  return days <= 0 ? say`ripe` : say`ripe ${inDays(days)}`;
}

function leavesWords({ days }: StripSpan) {
  return days === null || days > 60 ? say`on the bench` : say`to its bed ${inDays(Math.max(0, days))}`;
}

function shortRipe(span: StripSpan) {
  if (span.days === null) return '–';
  return isLate(span) ? say`late` : span.days <= 0 ? say`ripe` : say`${span.days}d`;
}

const shortLeaves = ({ days }: StripSpan) => (days === null || days > 60 ? '' : say`${Math.max(0, days)}d`);

function tint({ days }: StripSpan) {
  const step = days === null || days > 24 ? 1 : days > 15 ? 2 : days > 8 ? 3 : days > 0 ? 4 : 5;
  return tone[`leaf${step}`];
}
