import { say } from '../words/words';
import { by, type Explanation } from '../explain';
import { inSentence } from '../library/inSentence';
import type { Species } from '../library/types';
import type { Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { formatNumber } from '../quantity/units';
import { unionisedShare } from './ammonia';

export interface LatestReading {
  value: number;
  on: Day;
}

/** The last readings of one loop; absent: none in the last fortnight. */
export interface LoopWater {
  loop: string;
  ph?: LatestReading;
  t?: LatestReading;
  tan?: LatestReading;
  do?: LatestReading;
}

export interface Judgement {
  kind: 'ammonia' | 'oxygen';
  tone: 'danger' | 'attention' | 'good';
  /** The measured or derived value, as written. */
  value: string;
  words: string;
  because: Explanation;
  on: Day;
  /** Where it was measured, if not for the loop as a whole. */
  place?: string;
}

type Sensitive = Pick<Species, 'name' | 'ammoniaMaxMgL' | 'doMinMgL' | 'doCriticalMgL' | 'basis'>;

/** From this part of a species' limit on it is said: there is little left until the next reading. */
const NEAR_LIMIT = 0.7;

/** What the last readings mean for the species in the loop: the most sensitive of them decides. Empty: nothing to judge by. */
export function judgeWater(water: LoopWater, present: readonly Sensitive[]): Judgement[] {
  if (present.length === 0) return [];
  return [judgeAmmonia(water, present), judgeOxygen(water, present)].filter((j) => j !== null);
}

const least = (present: readonly Sensitive[], of: (s: Sensitive) => number) =>
  present.reduce((a, b) => (of(b) < of(a) ? b : a));

function judgeAmmonia({ loop, ph, t, tan }: LoopWater, present: readonly Sensitive[]): Judgement | null {
  if (!ph || !t || !tan || ph.value < 5 || ph.value > 10 || t.value < 0 || t.value > 35) return null;
  const share = unionisedShare(ph.value, t.value);
  const freeMgL = tan.value * share;
  const { name, ammoniaMaxMgL, basis } = least(present, (s) => s.ammoniaMaxMgL);
  const value = say`${formatNumber(freeMgL, freeMgL < 0.01 ? 4 : 3)} mg/L`;
  const limit = say`${formatNumber(ammoniaMaxMgL, 3)} mg/L`;
  const tone = freeMgL > ammoniaMaxMgL ? 'danger' : freeMgL > ammoniaMaxMgL * NEAR_LIMIT ? 'attention' : 'good';
  const says = {
    danger: say`over what ${inSentence(name)} bears (${limit})`,
    attention: say`near the ${limit} that ${inSentence(name)} bears`,
    good: say`under the ${limit} that ${inSentence(name)} bears`,
  }[tone];
  return {
    kind: 'ammonia',
    tone,
    value,
    on: tan.on,
    words: say`Free ammonia ${value}: ${says}.${tone === 'danger' ? say` Stop feeding, add air, change water in small steps; measure again within the hour.` : ''}`,
    because: {
      title: say`free ammonia in ${loop}`,
      formula: say`${formatNumber(tan.value, 2)} mg/L total ammonia nitrogen × ${formatNumber(share * 100, 2)} % un-ionised at pH ${formatNumber(ph.value, 1)} and ${formatNumber(t.value, 1)} °C = ${value}; the limit is ${limit}.`,
      inputs: [
        {
          label: say`Total ammonia nitrogen`,
          value: say`${formatNumber(tan.value, 2)} mg/L`,
          from: say`reading of ${shortDay(tan.on)}`,
        },
        { label: 'pH', value: formatNumber(ph.value, 1), from: say`reading of ${shortDay(ph.on)}` },
        { label: say`Water`, value: `${formatNumber(t.value, 1)} °C`, from: say`reading of ${shortDay(t.on)}` },
        { label: say`Limit`, value: limit, from: say`${name}, the most sensitive species in the loop: ${basis}` },
      ],
      ...by('free-ammonia', 'unionised-share'),
      change: say`less feed, more media, a lower pH; a new reading of ammonia, pH and temperature. The limit is in Species.`,
    },
  };
}

function judgeOxygen(water: LoopWater, present: readonly Sensitive[]): Judgement | null {
  const reading = water.do;
  if (!reading) return null;
  const needy = least(present, (s) => -s.doMinMgL);
  const critical = least(present, (s) => -s.doCriticalMgL);
  const value = say`${formatNumber(reading.value, 1)} mg/L`;
  const tone =
    reading.value < critical.doCriticalMgL ? 'danger' : reading.value < needy.doMinMgL ? 'attention' : 'good';
  const says = {
    danger: say`under ${formatNumber(critical.doCriticalMgL, 1)} mg/L, where ${inSentence(critical.name)} is in danger of its life. Air at once, stop feeding`,
    attention: say`under the ${formatNumber(needy.doMinMgL, 1)} mg/L that ${inSentence(needy.name)} needs. More air, less feed`,
    good: say`over the ${formatNumber(needy.doMinMgL, 1)} mg/L that ${inSentence(needy.name)} needs`,
  }[tone];
  return {
    kind: 'oxygen',
    tone,
    value,
    on: reading.on,
    words: say`Oxygen ${value}: ${says}.`,
    because: {
      title: say`oxygen in ${water.loop}`,
      formula: say`${value} measured; ${inSentence(needy.name)} needs ${formatNumber(needy.doMinMgL, 1)} mg/L and the most endangered, ${inSentence(critical.name)}, is in danger under ${formatNumber(critical.doCriticalMgL, 1)} mg/L.`,
      inputs: [
        { label: say`Dissolved oxygen`, value, from: say`reading of ${shortDay(reading.on)}` },
        {
          label: say`Needed`,
          value: say`${formatNumber(needy.doMinMgL, 1)} mg/L`,
          from: say`${needy.name}: ${needy.basis}`,
        },
        {
          label: say`Critical`,
          value: say`${formatNumber(critical.doCriticalMgL, 1)} mg/L`,
          from: say`${critical.name}: ${critical.basis}`,
        },
      ],
      source: say`Species library, planning defaults; the neediest species of the loop decides.`,
      change: say`a new reading; more air or fewer fish. The species’ needs are in Species.`,
    },
  };
}
