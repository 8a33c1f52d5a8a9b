'use client';
import { say, told } from '../../core/words/words';
import { Link, useGo, useTarget } from './visit';
import {
  memo,
  useCallback,
  useDeferredValue,
  useEffect,
  useEffectEvent,
  useMemo,
  useState,
  type ReactNode,
} from 'react';
import dynamic from 'next/dynamic';
import { addDays, type Day } from '../../core/quantity/days';
import { DayDial } from './DayDial';
import { FirstDay } from './FirstDay';
import { More } from './More';
import { STATIONS } from './stations';
import { useDay } from './useDay';
import { addressWith } from './useAddress';
import { typedBy } from '../form/keptTyping';
import { tone } from '../theme/tones';
import { Text, WordButton } from '../kit/kit';
import css from './shell.module.css';

/** Stations in the bar of a phone; the others are under More. */
const ON_THE_BAR = 5;

const PickDay = dynamic(() => import('./PickDay').then((m) => m.PickDay), { ssr: false });
const Help = dynamic(() => import('./Help').then((m) => m.Help), { ssr: false });

interface ShellProps {
  /** Who is signed in. */
  personId: string;
  today: Day;
  isDemo: boolean;
  farmName: string;
  who: ReactNode;
  logLine: ReactNode;
  /** What stands above every station. */
  notices: ReactNode;
  children: ReactNode;
}

/** The frame every station stands in: rail, day dial, log line, and the keys that work everywhere. */
export function Shell({ personId, today, isDemo, farmName, who, logLine, notices, children }: ShellProps) {
  if (typeof window !== 'undefined') typedBy(personId);
  const { path } = useTarget();
  const go = useGo();
  const { day, setDay, withDay, pending, another } = useDay(today);
  const [help, setHelp] = useState(false);
  const [picking, setPicking] = useState(false);
  const pick = useCallback(() => setPicking(true), []);
  const askHelp = useCallback(() => setHelp(true), []);

  // Reads the newest day also between a screen and its effects, so that a quick second key is not lost.
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    const target = event.target as HTMLElement;
    const typing = target.closest('input, textarea, select, [contenteditable], [role="dialog"]');
    if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
    const station = STATIONS.find((s) => s.key === event.key);
    if (station) go(withDay(station.path));
    else if (event.key === '[') setDay(addDays(day, -1));
    else if (event.key === ']') setDay(addDays(day, 1));
    else if (event.key === '\\') setDay(today);
    else if (event.key.toLowerCase() === 'd') setPicking(true);
    else if (event.key === '?') setHelp(true);
    else if (event.key.toLowerCase() === 'n') document.querySelector<HTMLElement>('[data-new-here]')?.click();
    else return;
    event.preventDefault();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => onKey(event);
    window.addEventListener('keydown', listen);
    document.documentElement.dataset.keys = 'on';
    return () => window.removeEventListener('keydown', listen);
  }, []);

  // The dial answers a key first; the addresses of the links follow a moment later.
  const linkedDay = useDeferredValue(day);
  const linked = useMemo(
    () => (href: string) => addressWith(href, '', { day: linkedDay === today ? null : linkedDay }),
    [linkedDay, today],
  );
  return (
    <div className={css.frame}>
      <a className={css.skip} href="#main">
        {say`To the work`}
      </a>
      <Rail path={path} withDay={linked} isDemo={isDemo} farmName={farmName} who={who} onHelp={askHelp} />
      <div className={css.dialRow}>
        <DayDial today={today} day={day} setDay={setDay} onPick={pick} />
      </div>
      <main className={css.main} id="main" tabIndex={-1} aria-busy={pending}>
        {isDemo && <FirstDay />}
        {another && (
          <p className={css.shownDay} role="status">
            {another}
          </p>
        )}
        {notices}
        {children}
      </main>
      <div className={css.bottom}>{logLine}</div>
      <PhoneBar path={path} withDay={linked} who={who} onHelp={askHelp} />
      {picking && <PickDay today={today} day={day} setDay={setDay} onClose={() => setPicking(false)} />}
      {help && <Help isDemo={isDemo} onClose={() => setHelp(false)} />}
    </div>
  );
}

interface RailProps {
  path: string;
  withDay: (href: string) => string;
  isDemo: boolean;
  farmName: string;
  who: ReactNode;
  onHelp: () => void;
}

const linksAt = (path: string) =>
  STATIONS.map((s) => ({ ...s, current: path.startsWith(`/${s.path.split('/')[1]}`) ? ('page' as const) : undefined }));

const PhoneBar = memo(function PhoneBar({
  path,
  withDay,
  who,
  onHelp,
}: Pick<RailProps, 'path' | 'withDay' | 'who' | 'onHelp'>) {
  const links = linksAt(path);
  return (
    <nav className={css.tabsPhone} aria-label={say`Stations`}>
      {links.slice(0, ON_THE_BAR).map((s) => (
        <Link key={s.path} href={withDay(s.path)} aria-current={s.current}>
          {told(s.name)}
        </Link>
      ))}
      <More links={links.slice(ON_THE_BAR)} withDay={withDay} who={who} onHelp={onHelp} />
    </nav>
  );
});

const Rail = memo(function Rail({ path, withDay, isDemo, farmName, who, onHelp }: RailProps) {
  return (
    <div className={css.rail}>
      <div className={css.brand}>
        <Mark />
        Crop Cycle
      </div>
      <nav aria-label={say`Stations`}>
        {linksAt(path).map((s) => (
          <Link
            key={s.path}
            href={withDay(s.path)}
            aria-current={s.current}
            title={`${told(s.name)}: ${told(s.says)} (${s.key})`}
          >
            {told(s.name)}
            <Text mono>{s.key}</Text>
          </Link>
        ))}
      </nav>
      <div className={css.who}>
        <Link href="/sums" className={css.sums} title={say`Every calculation, with your own numbers`}>
          {say`Sums`}
        </Link>
        <WordButton type="button" small className={css.sums} onClick={onHelp} title={say`Help for this room (?)`}>
          {say`Help`}
        </WordButton>
        {isDemo && <p className={css.demoNote}>{say`${farmName}, a made-up farm`}</p>}
        {who}
      </div>
    </div>
  );
});

/** A fish whose tail is a leaf. */
function Mark() {
  return (
    <svg width="44" height="24" viewBox="0 0 44 24" aria-hidden="true" className={css.mark}>
      <path d="M2 12 C8 3 22 2 32 12 C22 22 8 21 2 12 Z" fill="none" stroke={tone.water} strokeWidth="2.4" />
      <path
        d="M32 12 C35 6 39 5 42 5 C42 10 40 15 32 12 Z M32 12 C35 18 39 19 42 19 C42 14 40 10 32 12 Z"
        fill={tone.moss}
      />
      <circle cx="10" cy="10.5" r="1.4" fill={tone.water} />
    </svg>
  );
}
