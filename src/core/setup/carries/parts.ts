import type { Explanation } from '../../explain';
import { filterOfBed, isFilterBed } from '../../water/filterBeds';
import { say, word } from '../../words/words';
import type { UnitChoice } from '../../quantity/units';
import type { EquipmentPart, FarmDescription, LoopPart, PlacePart } from '../description';
import { codesWords } from '../groups';
import type { PlanningRules } from './rules';

/** What follows from a description, worked out while it is typed. Planning figures: they say whether parts go together. */
export interface Follows {
  key: string;
  label: string;
  value: string;
  note: string;
  /** What is unwise about it, in words. */
  wrong: string | null;
  because: Explanation;
}

/** What is worked out from: the parts, the units it is said in, and the farm's rules. */
export interface Carries {
  d: FarmDescription;
  units: UnitChoice;
  rules: PlanningRules;
}

export const placesOfLoop = (d: FarmDescription, loop: LoopPart) => d.places.filter((p) => p.loop === loop.code);
export const sumOf = <T>(rows: readonly T[], of: (row: T) => number) => rows.reduce((sum, r) => sum + of(r), 0);
export const beds = (places: readonly PlacePart[]) => places.filter((p) => p.role === 'bed');
export const tanks = (places: readonly PlacePart[]) => places.filter((p) => p.role === 'tank');
export const carriedKg = (places: readonly PlacePart[]) =>
  sumOf(tanks(places), (t) => ((t.volumeL ?? 0) / 1000) * (t.limitKgM3 ?? 0));
export const areaM2 = (places: readonly PlacePart[]) => sumOf(places, (p) => p.areaM2 ?? 0);
export const roundTo3 = (value: number) => Number(value.toPrecision(3));

/** Spares are in stock: they neither pump nor blow. */
export const equipmentIn = (d: FarmDescription, loop: LoopPart, kind: EquipmentPart['kind']) =>
  d.equipment.filter((e) => e.loop === loop.code && e.kind === kind && !e.isSpare);

/** Share of the time that something runs. */
export const duty = (e: Pick<EquipmentPart, 'onMin' | 'offMin'> & { isSpare?: boolean }) =>
  e.isSpare ? 0 : e.onMin ? e.onMin / (e.onMin + (e.offMin ?? 0)) : 1;

/** Filters of a loop, and its beds of media, which filter too. */
export const filtersIn = (d: FarmDescription, loop: LoopPart, rules: PlanningRules) => [
  ...equipmentIn(d, loop, 'filter').map((f) => ({
    name: f.name,
    volumeM3: f.volumeM3 ?? 0,
    surfaceM2PerM3: f.surfaceM2PerM3 ?? 0,
    gTanPerM2Day: f.gTanPerM2Day ?? 0,
    isBed: false,
  })),
  ...beds(placesOfLoop(d, loop))
    .filter(isFilterBed)
    .map((b) => ({ ...filterOfBed(b, rules.mediaDepthCm / 100), isBed: true })),
];

const SOURCE = word`Planning defaults of this app, within the ranges of FAO Fisheries and Aquaculture Technical Paper 589.`;

/** What is said of each part, those of which the same is said as one: every part is in it, however many there are. */
function folded(rows: readonly (readonly [name: string, value: string])[]): [label: string, value: string][] {
  const groups = new Map<string, string[]>();
  for (const [name, value] of rows) groups.set(value, [...(groups.get(value) ?? []), name]);
  return [...groups].map(([value, names]) => {
    if (names.length === 1) return [names[0]!, value];
    const words = codesWords(names);
    const short = names.length > MOST_NAMED && words.includes(', ') ? `${names[0]!} – ${names.at(-1)!}` : words;
    return [`${short} (${names.length})`, say`each ${value}`];
  });
}

/** More names than these are said by the first and the last. */
const MOST_NAMED = 6;

interface WhyArgs {
  title: string;
  formula: string;
  inputs: [label: string, value: string][];
  /** The inputs are parts: those alike stand as one. */
  fold?: boolean;
  /** What would change it. */
  change: string;
}

export const why = ({ title, formula, inputs, fold, change }: WhyArgs): Explanation => ({
  title,
  formula,
  inputs: (fold ? folded(inputs) : inputs).map(([label, value]) => ({ label, value, from: say`as described` })),
  source: SOURCE,
  change,
});
