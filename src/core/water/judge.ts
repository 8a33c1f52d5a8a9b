import { say } from '../words/words';
import { by, type Explanation } from '../explain';
import { inSentence } from '../library/inSentence';
import type { Species } from '../library/types';
import type { Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { formatNumber, formatTemperature, type UnitChoice } from '../quantity/units';
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
  /** Its bacteria are still coming: a high pH is usual then. */
  isYoung?: boolean;
}

/** What is held against the fish of a water, and the air against the plants in it. */
export type JudgedKind = 'ammonia' | 'oxygen' | 'temperature' | 'ph' | 'air';

export interface Judgement {
  kind: JudgedKind;
  tone: 'danger' | 'attention' | 'good';
  /** The measured or derived value, as written. */
  value: string;
  words: string;
  because: Explanation;
  on: Day;
  /** Where it was measured, if not for the loop as a whole. */
  place?: string;
}

type Sensitive = Pick<
  Species,
  'name' | 'ammoniaMaxMgL' | 'doMinMgL' | 'doCriticalMgL' | 'tempMinC' | 'tempMaxC' | 'comfortC' | 'pHRange' | 'basis'
>;

/** From this part of a species' limit on it is said: there is little left until the next reading. */
const NEAR_LIMIT = 0.7;

/**
 * What the last readings mean for the species in the loop: the most sensitive of them decides. Of temperature and pH only what is
 * wrong is said. Empty: nothing to judge by.
 */
export function judgeWater(water: LoopWater, present: readonly Sensitive[], units: UnitChoice): Judgement[] {
  if (present.length === 0) return [];
  return [
    judgeAmmonia(water, present),
    judgeOxygen(water, present),
    judgeTemperature(water, present, units),
    judgePh(water, present),
  ].filter((j) => j !== null);
}

const least = (present: readonly Sensitive[], of: (s: Sensitive) => number) =>
  present.reduce((a, b) => (of(b) < of(a) ? b : a));

function judgeAmmonia({ loop, ph, t, tan }: LoopWater, present: readonly Sensitive[]): Judgement | null {
  if (!ph || !t || !tan) return null;
  // Beyond what the relation was measured for it is at least as bad as at its end.
  const share = unionisedShare(clamp(ph.value, 5, 10), clamp(t.value, 0, 35));
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

const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

type Tone = Judgement['tone'];
const WORST: readonly Tone[] = ['danger', 'attention', 'good'];

/** What the fish that bear a value least say of it. */
function worst(present: readonly Sensitive[], toneFor: (s: Sensitive) => Tone): { tone: Tone; fish: Sensitive } {
  return present
    .map((fish) => ({ fish, tone: toneFor(fish) }))
    .reduce((a, b) => (WORST.indexOf(b.tone) < WORST.indexOf(a.tone) ? b : a));
}

/** So far outside what it does well at it is said, °C: a thermometer and a morning make less. Ours. */
const UNEASY_C = 1;

function judgeTemperature({ loop, t }: LoopWater, present: readonly Sensitive[], units: UnitChoice): Judgement | null {
  if (!t) return null;
  const { tone, fish } = worst(present, (s) =>
    t.value > s.tempMaxC || t.value < s.tempMinC
      ? 'danger'
      : t.value > s.comfortC[1] + UNEASY_C || t.value < s.comfortC[0] - UNEASY_C
        ? 'attention'
        : 'good',
  );
  if (tone === 'good') return null;
  const name = inSentence(fish.name);
  const said = (c: number) => formatTemperature(c, units);
  const isWarm = t.value > fish.comfortC[1];
  const bears = say`${said(fish.tempMinC)} to ${said(fish.tempMaxC)}`;
  const likes = say`${said(fish.comfortC[0])} to ${said(fish.comfortC[1])}`;
  const first =
    tone === 'attention'
      ? say`${name} does well at ${likes}. ${isWarm ? say`Feed less and give more air` : say`Feed less: it digests slowly`}; find out why`
      : isWarm
        ? say`over what ${name} bears (${bears}). Stop feeding, give all the air there is, shade and cool in small steps; measure again within the hour`
        : say`under what ${name} bears (${bears}). Stop feeding, warm in small steps; measure again within the hour`;
  return {
    ...{ kind: 'temperature', tone, value: said(t.value), on: t.on },
    words: say`Water ${said(t.value)}: ${first}.`,
    because: {
      title: say`temperature in ${loop}`,
      formula: say`${said(t.value)} measured; ${name} does well at ${likes} and bears ${bears}.`,
      inputs: [
        { label: say`Water`, value: said(t.value), from: say`reading of ${shortDay(t.on)}` },
        { label: say`Does well at`, value: likes, from: say`${fish.name}: ${fish.basis}` },
        { label: say`Bears`, value: bears, from: say`${fish.name}: ${fish.basis}` },
      ],
      source: say`Species library, planning defaults; the species of the loop that bears it least decides.`,
      change: say`a new reading. The species’ limits are in Species.`,
    },
  };
}

/** So far outside its range a fish is uneasy, and in danger; fish of water gardens live a little under theirs for the plants’ sake. Ours. */
const PH_UNEASY = 0.5;
const PH_DANGER = 1;

function judgePh({ loop, ph, isYoung }: LoopWater, present: readonly Sensitive[]): Judgement | null {
  if (!ph) return null;
  const outside = ({ pHRange: [low, high] }: Sensitive) => Math.max(low - ph.value, ph.value - high);
  const { tone, fish } = worst(present, (s) =>
    outside(s) > PH_DANGER ? 'danger' : outside(s) > PH_UNEASY ? 'attention' : 'good',
  );
  if (tone === 'good') return null;
  const name = inSentence(fish.name);
  const value = formatNumber(ph.value, 1);
  const bears = say`${formatNumber(fish.pHRange[0], 1)} to ${formatNumber(fish.pHRange[1], 1)}`;
  const first =
    ph.value > fish.pHRange[1] && isYoung && tone === 'attention'
      ? say`In a young water that is usual: it comes down by itself as the bacteria come. Do not force it down; feed little`
      : ph.value > fish.pHRange[1]
        ? say`Measure again with a clean probe; stop feeding, since much of the ammonia harms at this pH. Let it come down over days, never at once`
        : say`Measure again with a clean probe; add base in small steps, with gloves and goggles`;
  return {
    ...{ kind: 'ph', tone, value, on: ph.on },
    words: say`pH ${value}: ${name} lives at ${bears}. ${first}.`,
    because: {
      title: say`pH in ${loop}`,
      formula: say`${value} measured; ${name} lives at ${bears}. ${formatNumber(PH_UNEASY, 1)} outside is said, ${formatNumber(PH_DANGER, 1)} outside is dangerous.`,
      inputs: [
        { label: 'pH', value, from: say`reading of ${shortDay(ph.on)}` },
        { label: say`Lives at`, value: bears, from: say`${fish.name}: ${fish.basis}` },
      ],
      source: say`Species library, planning defaults; the species of the loop that bears it least decides.`,
      change: say`a new reading. The species’ limits are in Species.`,
    },
  };
}
