import { word } from '../../core/words/words';

/** A first day on the demo farm: six things to do, each done when one has come to where it leads. */
export interface FirstDayStep {
  words: string;
  /** Where it is done. */
  path: string;
  link: string;
  /** The chapter of the manual that says more, as its address has it. */
  chapter: string;
}

export const FIRST_DAY: readonly FirstDayStep[] = [
  {
    words: word`What is to be done now stands on the round, in walking order. Open a job: amounts are filled in already.`,
    path: '/round',
    link: word`To the round`,
    chapter: 'the-day-at-the-tanks-and-beds',
  },
  {
    words: word`Every number can say where it comes from. Press one that is underlined, of a tank for example.`,
    path: '/cohorts',
    link: word`To the tanks`,
    chapter: 'fish',
  },
  {
    words: word`Press ] or drag the ruler on top: every screen shows that day, as recorded or as forecast.`,
    path: '/beds',
    link: word`To the beds`,
    chapter: 'plants',
  },
  {
    words: word`Before you promise, see what will be there: each week and product with what is free, at the least and most likely.`,
    path: '/market',
    link: word`To the market`,
    chapter: 'orders',
  },
  {
    words: word`Slide a harvest on the season’s board: what it does to fish, beds and promises is said before you keep it.`,
    path: '/season',
    link: word`To the season`,
    chapter: 'planning',
  },
  {
    words: word`How the farm is set up, and how yours comes in: tables, files, the whole farm at once.`,
    path: '/farm',
    link: word`To the farm`,
    chapter: 'the-farm-itself',
  },
];

const KEPT = 'crop-cycle first day';
const BEGAN = 'cropcycle:firstday';

/** The step one is at; null: it was left, or never begun. */
export function firstDayStep(): number | null {
  const kept = window.localStorage.getItem(KEPT);
  const step = kept === null ? NaN : Number(kept);
  return Number.isInteger(step) && step >= 0 && step < FIRST_DAY.length ? step : null;
}

export function keepFirstDay(step: number | null): void {
  if (step === null) window.localStorage.removeItem(KEPT);
  else window.localStorage.setItem(KEPT, String(step));
  window.dispatchEvent(new Event(BEGAN));
}

export const beginFirstDay = (): void => keepFirstDay(0);

/** Tells when the step changes, here or in another window. */
export function onFirstDay(changed: () => void): () => void {
  window.addEventListener(BEGAN, changed);
  window.addEventListener('storage', changed);
  return () => {
    window.removeEventListener(BEGAN, changed);
    window.removeEventListener('storage', changed);
  };
}
