import { classes } from '../kit/part';
import { tone } from '../theme/tones';
import css from './share.module.css';

interface ShareProps {
  /** Part of the whole, 0 to 1; more is drawn as full, in the colour of what is wrong. */
  of: number;
  /** Wrong when it is over the whole; a promise met is not. */
  over?: boolean;
  /** For one that stands by itself; beside its words it is only looked at. */
  label?: string;
  wide?: boolean;
  /** Under words that begin at the left. */
  start?: boolean;
}

/** A bar beside the words: how much of a whole there is. */
export function Share({ of, over = false, label, wide, start }: ShareProps) {
  const part = Math.max(0, Math.min(1, of));
  return (
    <svg
      className={classes(css.share, wide && css.wide, start && css.start)}
      viewBox="0 0 100 4"
      preserveAspectRatio="none"
      {...(label ? { role: 'img', 'aria-label': label } : { 'aria-hidden': true })}
    >
      <rect width="100" height="4" fill={tone.line} />
      <rect width={(part * 100).toFixed(1)} height="4" fill={over ? tone.clay : tone.water} />
    </svg>
  );
}
