import { tone } from '../theme/tones';
import css from './share.module.css';

const MINUTES = 1440;
const minuteOf = (time: string) => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));

/** When in a day something happens, from midnight to midnight, noon marked; its times stand beside it in words. */
export function DayStrip({ times }: { times: readonly string[] }) {
  return (
    <svg className={css.day} viewBox="0 0 144 8" preserveAspectRatio="none" aria-hidden="true">
      <rect y="3" width="144" height="2" fill={tone.line} />
      <rect x="71.5" width="1" height="8" fill={tone.line} />
      {times.map((time) => (
        <rect key={time} x={(minuteOf(time) / MINUTES) * 144 - 1.5} width="3" height="8" rx="1" fill={tone.water} />
      ))}
    </svg>
  );
}
