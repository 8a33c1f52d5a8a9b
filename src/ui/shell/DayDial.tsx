'use client';
import { say } from '../../core/words/words';
import Button from '@mui/material/Button';
import { memo, useDeferredValue, useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { addDays, daysBetween, weekday, type Day } from '../../core/quantity/days';
import { dayWords, fullDay, shortDay } from '../../core/quantity/sayDay';
import type { DayInHand } from './useDay';
import { tone } from '../theme/tones';
import css from './shell.module.css';
import { WordButton } from '../kit/kit';

const DAY_PX = 10;
const BEFORE_TODAY = 24;

interface DayDialProps extends Pick<DayInHand, 'day' | 'setDay'> {
  today: Day;
  /** Asks for a typed day. */
  onPick: () => void;
}

/** A ruler of days: drag it, or press [ and ]; \ goes back to today, D asks for a day. */
export function DayDial({ today, day, setDay, onPick }: DayDialProps) {
  const [width, setWidth] = useState(1160);
  const [dragged, setDragged] = useState<Day | null>(null);
  const ruler = useRef<HTMLDivElement>(null);

  useEffect(() => {
    const element = ruler.current;
    if (!element) return;
    const observer = new ResizeObserver(
      ([entry]) => entry && entry.contentRect.width > 0 && setWidth(entry.contentRect.width),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  // The ruler answers a key first, its buttons a moment later.
  const settled = useDeferredValue(day);
  const shown = dragged ?? day;
  const span = Math.floor(width / DAY_PX);
  const start = windowStart(today, day, span);
  const dayAtX = (event: PointerEvent) => {
    const box = ruler.current!.getBoundingClientRect();
    return addDays(start, Math.max(0, Math.min(span - 1, Math.round((event.clientX - box.left) / DAY_PX))));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const steps = { ArrowLeft: -1, ArrowRight: 1, PageUp: 7, PageDown: -7 }[event.key];
    if (event.key === 'Home') setDay(today);
    if (!steps) return;
    event.preventDefault();
    setDay(addDays(day, steps));
  };
  const x = (d: Day) => daysBetween(start, d) * DAY_PX;
  return (
    <>
      <div
        ref={ruler}
        className={css.dial}
        role="slider"
        tabIndex={0}
        aria-label={say`Day dial`}
        aria-valuemin={daysBetween(today, start)}
        aria-valuemax={daysBetween(today, start) + span}
        aria-valuenow={daysBetween(today, shown)}
        aria-valuetext={`${fullDay(shown)}${shown === today ? say`, today` : ''}`}
        onKeyDown={onKeyDown}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          setDragged(dayAtX(e));
        }}
        onPointerMove={(e) => dragged !== null && setDragged(dayAtX(e))}
        onPointerUp={() => {
          if (dragged) setDay(dragged);
          setDragged(null);
        }}
        onPointerCancel={() => setDragged(null)}
      >
        <svg aria-hidden="true">
          <defs>
            <pattern id="ahead" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <rect width="2" height="6" fill={tone.water} opacity="0.45" />
            </pattern>
          </defs>
          <rect x="0" y="56" width={Math.max(0, x(today))} height="5" fill={tone.line} />
          <rect x={Math.max(0, x(today))} y="56" width={width} height="5" fill="url(#ahead)" />
          <line x1={x(today)} x2={x(today)} y1="4" y2="62" stroke={tone.ink} strokeWidth="2" />
          {shown !== today && <line x1={x(shown)} x2={x(shown)} y1="4" y2="62" stroke={tone.water} strokeWidth="2.5" />}
          <Ticks start={start} span={span} today={today} />
          <Dates start={start} span={span} today={today} shown={shown} />
        </svg>
        <span className={css.todayflag} style={{ left: x(today) }}>
          {say`today · ${dayWords(today)}`}
        </span>
        {shown !== today && (
          <span className={css.flag} style={{ left: Math.min(width - 60, Math.max(60, x(shown))) }}>
            {dayWords(shown)}
          </span>
        )}
      </div>
      <AskForDay onPick={onPick} />
      <SmallDial setDay={setDay} day={settled} onPick={onPick} today={today} />
    </>
  );
}

const AskForDay = memo(function AskForDay({ onPick }: Pick<DayDialProps, 'onPick'>) {
  return (
    <div className={css.pickDay}>
      <WordButton type="button" small onClick={onPick} title={say`Type a day (D)`}>
        {say`day…`}
      </WordButton>
    </div>
  );
});

interface SmallDialProps {
  setDay: (next: Day) => void;
  day: string;
  onPick: () => void;
  today: string;
}

const SmallDial = memo(function SmallDial({ setDay, day, onPick, today }: SmallDialProps) {
  return (
    <div className={css.dialSmall}>
      <Button aria-label={say`A day back`} onClick={() => setDay(addDays(day, -1))}>
        ←
      </Button>
      <WordButton type="button" strong className={css.backToToday} onClick={onPick}>
        {day === today ? say`Today · ${dayWords(day)}` : dayWords(day)}
      </WordButton>
      {day !== today && <Button onClick={() => setDay(today)}>{say`back to today`}</Button>}
      <Button aria-label={say`A day on`} onClick={() => setDay(addDays(day, 1))}>
        →
      </Button>
    </div>
  );
});

interface RulerProps {
  start: Day;
  span: number;
  today: Day;
}

const daysOf = ({ start, span }: RulerProps) => Array.from({ length: span + 1 }, (_, i) => addDays(start, i));

/** A line for each day, longer on Mondays: drawn once, however often the day is changed. */
const Ticks = memo(function Ticks(props: RulerProps) {
  return daysOf(props).map((d, i) => {
    const monday = weekday(d) === 1;
    return (
      <line
        key={d}
        x1={i * DAY_PX}
        x2={i * DAY_PX}
        y1={monday ? 40 : 48}
        y2="56"
        stroke={d > props.today ? tone.water : tone.quiet}
        strokeWidth={monday ? 1.4 : 0.7}
      />
    );
  });
});

/** The date of each Monday, where no line runs through it. */
function Dates({ shown, ...ruler }: RulerProps & { shown: Day }) {
  const firstMonday = (8 - weekday(ruler.start)) % 7;
  const weeks = Math.max(0, Math.floor((ruler.span - firstMonday) / 7) + 1);
  return Array.from({ length: weeks }, (_, week) => {
    const i = firstMonday + week * 7;
    const d = addDays(ruler.start, i);
    return <MondayDate key={d} d={d} x={i * DAY_PX + 3} struck={isStruck(d, [ruler.today, shown])} />;
  });
}

const MondayDate = memo(function MondayDate({ d, x, struck }: { d: Day; x: number; struck: boolean }) {
  return struck ? null : (
    <text x={x} y="37">
      {shortDay(d)}
    </text>
  );
});

/** Days that a date takes on the ruler. */
const LABEL_DAYS = 5;

/** A date that a pen line would run through is left out: the line's own flag names the day. */
function isStruck(d: Day, lines: Day[]): boolean {
  return lines.some((line) => daysBetween(d, line) >= 0 && daysBetween(d, line) <= LABEL_DAYS);
}

/** Today stands near the left; a far day moves the ruler so that it stays in sight. */
function windowStart(today: Day, day: Day, span: number): Day {
  const usual = addDays(today, -BEFORE_TODAY);
  const place = daysBetween(usual, day);
  if (place >= 6 && place <= span - 8) return usual;
  return addDays(day, -Math.floor(span / 2));
}
