'use client';
import { say, told } from '../../core/words/words';
import { memo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { BoardHandle } from '../../core/plan/board';
import { stepOf } from '../../core/plan/steps/steps';
import type { OnSeason } from '../../core/plan/steps/stepKind';
import { addDays, type Day } from '../../core/quantity/days';
import { dayWords } from '../../core/quantity/sayDay';
import type { BoardScale } from './boardLayout';
import { tone } from '../../ui/theme/tones';
import css from './season.module.css';

interface HandleProps {
  handle: BoardHandle;
  shift: number;
  top: number;
  scale: BoardScale;
  today: Day;
  onSlide: (groupId: string, days: number, final: boolean) => void;
  /** It was pushed to where it cannot go. */
  onBlocked: (handle: BoardHandle, shift: number) => void;
  /** The one of the board that the Tab key stops at; from it up and down lead to the others. */
  isStop: boolean;
  onStop: (groupId: string) => void;
  /** On to what the slide means. */
  onDecide: () => void;
}

/** Grab it and slide it: by pointer, or with the arrow keys a day at a time. */
export const Handle = memo(function Handle({
  handle,
  shift,
  top,
  scale,
  today,
  onSlide,
  onBlocked,
  isStop,
  onStop,
  onDecide,
}: HandleProps) {
  const origin = useRef(0);
  const [drag, setDrag] = useState<number | null>(null);
  const at = handle.at + shift + (drag ?? 0);
  const clamp = (days: number) => Math.max(handle.earliest - shift, days);
  const { words: name, shape } = stepOf(handle.kind)!.season!;
  const sowing = shape === 'square';
  const y = top + (sowing ? 9 : 18);
  const words = say`${told(name)} of ${handle.count} from ${handle.lotCode}, ${dayWords(addDays(today, handle.at + shift))}`;

  const onPointerMove = (event: PointerEvent) => {
    if (drag === null) return;
    const wanted = Math.round((event.clientX - origin.current) / scale.dayPx);
    const days = clamp(wanted);
    if (wanted < days) onBlocked(handle, shift + days);
    if (days === drag) return;
    setDrag(days);
    onSlide(handle.groupId, days, false);
  };
  const release = () => {
    if (drag) onSlide(handle.groupId, drag, true);
    setDrag(null);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter') {
      event.preventDefault();
      return onDecide();
    }
    const days = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (!days) return;
    event.preventDefault();
    if (clamp(days) !== days) return onBlocked(handle, shift);
    onSlide(handle.groupId, days, true);
  };
  return (
    <g
      className={css.handle}
      role="slider"
      tabIndex={isStop ? 0 : -1}
      onFocus={() => onStop(handle.groupId)}
      aria-label={words}
      aria-valuenow={at}
      aria-valuemin={handle.at + handle.earliest}
      aria-valuetext={dayWords(addDays(today, at))}
      data-handle={`${handle.kind}:${handle.lotCode}`}
      data-at={at}
      transform={`translate(${scale.x(at)} ${y})`}
      style={{ touchAction: 'none' }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        origin.current = e.clientX;
        setDrag(0);
      }}
      onPointerMove={onPointerMove}
      onPointerUp={release}
      onPointerCancel={() => setDrag(null)}
      onKeyDown={onKeyDown}
    >
      <title>{words}</title>
      <Shape shape={shape} slid={!!(shift || drag)} />
      {drag !== null && (
        <text x="10" y="-8" fontWeight="650">
          {dayWords(addDays(today, at))}
        </text>
      )}
    </g>
  );
});

/** A ring for a harvest, a diamond for other steps of fish, a square for plants; in another colour once it is slid. */
function Shape({ shape, slid }: { shape: OnSeason['shape']; slid: boolean }) {
  const sowing = shape === 'square';
  const size = sowing ? 3.5 : 5.5;
  return (
    <>
      <rect
        className={sowing ? undefined : css.hit}
        x={sowing ? -6 : -10}
        y={sowing ? -6 : -9}
        width={sowing ? 12 : 20}
        height={sowing ? 12 : 18}
        fill="transparent"
      />
      {shape === 'ring' ? (
        <circle r={size} fill={tone.sheet} stroke={slid ? tone.roe : tone.ink} strokeWidth="2" />
      ) : (
        <rect
          x={-size}
          y={-size}
          width={size * 2}
          height={size * 2}
          transform={sowing ? undefined : 'rotate(45) scale(0.8)'}
          fill={tone.sheet}
          stroke={slid ? tone.roe : tone.ink}
          strokeWidth={sowing ? 1.2 : 2}
        />
      )}
    </>
  );
}
