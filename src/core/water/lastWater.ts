import type { Explanation } from '../explain';
import type { Species } from '../library/types';
import type { Day } from '../quantity/days';
import { ago } from '../quantity/sayDay';
import { formatNumber, type UnitChoice } from '../quantity/units';
import { plural, say, told } from '../words/words';
import { judgeWater, type Judgement, type LoopWater } from './judge';
import { judgeAir, type InAir } from './judgeAir';
import { READING_KINDS } from './readings/readings';

/** What is judged, with the place it holds for. */
export const placeWords = ({ place, words }: Judgement): string => (place ? `${place}: ${words}` : words);

/** What of a loop's judgements is dangerous where a place stands: of the water as a whole, or of the place itself. */
export const dangersIn = (judged: readonly Judgement[], placeCode: string): Judgement[] =>
  judged.filter((j) => j.tone === 'danger' && j.kind !== 'air' && (j.place === undefined || j.place === placeCode));

/** The last value of a kind: of one place, or of the loop's water as a whole. */
export interface LastValue {
  /** Null: read for the loop. */
  placeId: string | null;
  kind: string;
  value: number;
  on: Day;
  at: Date;
}

export interface LoopToJudge {
  name: string;
  /** Its places, with the species that swim there; what has no fish is asked for its code alone. */
  places: readonly { id: string; code: string; species: readonly string[]; houseId?: string | null }[];
  /** What stands in its beds. */
  plants?: readonly (InAir & { placeId: string })[];
  /** Its bacteria are still coming. */
  isYoung?: boolean;
  values: readonly LastValue[];
  /** In which it is said. */
  units: UnitChoice;
}

const HOUR_MS = 3_600_000;
/** Measured within the hour counts as now and needs no words. */
const NOW_MS = HOUR_MS;

const ageMs = (v: LastValue, asOf: Date) => asOf.getTime() - v.at.getTime();
/** Whether a value still says how the water is. */
export const stillHolds = (v: LastValue, asOf: Date): boolean =>
  ageMs(v, asOf) <= (READING_KINDS.get(v.kind)?.holdsH ?? 0) * HOUR_MS;

/** What a judgement rests on, to be named when it is too old. */
const RESTS_ON = { oxygen: ['do'], ammonia: ['tan', 'ph', 't'], temperature: ['t'], ph: ['ph'], air: ['air'] } as const;

/**
 * The last values of a loop held against its fish: for the loop as a whole, and for each place that is measured by itself, what
 * it lacks taken from the loop. What is older than its kind stands for (`holdsH`) judges nothing, and that is said.
 * @param asOf the moment that counts as now
 */
export function judgeLastWater(loop: LoopToJudge, library: readonly Species[], asOf: Date): Judgement[] {
  return [...judgeFishWater(loop, library, asOf), ...judgePlantAir(loop, asOf)];
}

/** Air that was read for the loop, or in one of its houses, held against the plants that stand there. */
function judgePlantAir({ name, places, plants = [], values, units }: LoopToJudge, asOf: Date): Judgement[] {
  if (plants.length === 0) return [];
  const air = values.filter((v) => v.kind === 'air' && stillHolds(v, asOf));
  const place = (id: string | null) => places.find((p) => p.id === id);
  const house = (id: string) => place(id)?.houseId ?? null;
  const ownAir = (placeId: string) =>
    air.find((v) => v.placeId === placeId) ??
    air.find((v) => v.placeId !== null && house(placeId) !== null && house(v.placeId) === house(placeId));
  return air.flatMap((v) => {
    const here = plants.filter((p) => (ownAir(p.placeId) ?? air.find((a) => a.placeId === null)) === v);
    const at = place(v.placeId)?.code;
    const judged = judgeAir({ value: v.value, on: v.on }, { where: at ?? name, plants: here, units });
    return judged ? withAge([judged], [v], asOf).map((j) => (at ? { ...j, place: at } : j)) : [];
  });
}

function judgeFishWater(loop: LoopToJudge, library: readonly Species[], asOf: Date): Judgement[] {
  const present = species(loop.places.flatMap((p) => p.species));
  if (present.length === 0) return [];
  const fresh = loop.values.filter((v) => stillHolds(v, asOf));
  const whole = fresh.filter((v) => v.placeId === null);
  const judged = withAge(judgeWater(water(loop, loop.name, whole), present, loop.units), whole, asOf);
  for (const place of loop.places) {
    const own = fresh.filter((v) => v.placeId === place.id);
    if (own.length === 0) continue;
    const values = [...whole.filter((v) => !own.some((o) => o.kind === v.kind)), ...own];
    const at = place.species.length > 0 ? species(place.species) : present;
    const of = judgeWater(water(loop, place.code, values), at, loop.units).filter((j) =>
      RESTS_ON[j.kind].some((kind) => own.some((o) => o.kind === kind)),
    );
    judged.push(...withAge(of, values, asOf).map((j) => ({ ...j, place: place.code })));
  }
  return [...judged, ...tooOld(loop, judged, asOf)];

  function species(codes: readonly string[]): Species[] {
    return library.filter((s) => codes.includes(s.code));
  }
}

function water({ isYoung = false }: LoopToJudge, name: string, values: readonly LastValue[]): LoopWater {
  return { loop: name, isYoung, ...Object.fromEntries(values.map((v) => [v.kind, { value: v.value, on: v.on }])) };
}

/** The oldest value that a judgement rests on says how old it is. */
function withAge(judged: readonly Judgement[], values: readonly LastValue[], asOf: Date): Judgement[] {
  return judged.map((j) => {
    const oldest = values
      .filter((v) => (RESTS_ON[j.kind] as readonly string[]).includes(v.kind))
      .reduce((a, b) => (a.at < b.at ? a : b));
    return ageMs(oldest, asOf) <= NOW_MS ? j : { ...j, words: say`${j.words} Measured ${ago(oldest.at, asOf)}.` };
  });
}

/** What was measured once and is too old now, where nothing else speaks for it. */
function tooOld({ name, values }: LoopToJudge, judged: readonly Judgement[], asOf: Date): Judgement[] {
  return (['oxygen', 'ammonia'] as const).flatMap((kind) => {
    if (judged.some((j) => j.kind === kind)) return [];
    const needed = RESTS_ON[kind].map((k) =>
      values.filter((v) => v.kind === k).reduce<LastValue | null>((a, b) => (a && a.at > b.at ? a : b), null),
    );
    const old = needed.find((v) => v && !stillHolds(v, asOf));
    if (!old || needed.includes(null)) return [];
    return [outOfDate(kind, { name, old, asOf })];
  });
}

function outOfDate(
  kind: 'oxygen' | 'ammonia',
  { name, old, asOf }: { name: string; old: LastValue; asOf: Date },
): Judgement {
  const known = READING_KINDS.get(old.kind)!;
  const of = told(known.name);
  const value = `${formatNumber(old.value, old.value < 1 ? 2 : 1)} ${told(known.unit)}`.trim();
  const stands = hours(known.holdsH);
  const words = say`The last reading of ${of} in ${name}, ${value}, was taken ${ago(old.at, asOf)}; it stands for ${stands}. Measure again.`;
  const because: Explanation = {
    title: say`a reading that is too old`,
    formula: words,
    inputs: [{ label: of, value, from: ago(old.at, asOf) }],
    source: say`Planning default of ours: a little over the rhythm in which it is usually measured.`,
    change: say`a new reading.`,
  };
  return { kind, tone: 'attention', value: say`not known`, words, because, on: old.on };
}

const hours = (h: number) => (h > 72 ? plural(Math.round(h / 24), '# day', '# days') : plural(h, '# hour', '# hours'));
