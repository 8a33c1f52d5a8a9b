import { readNumber as numberIn } from '../../quantity/readNumber';
import { all, say } from '../../words/words';
import { formatMass, type ProductUnit, type UnitChoice } from '../../quantity/units';

/** What the farm holds, as far as the log line needs it. */
export interface LogContext {
  loops: { id: string; code: string; name: string }[];
  places: {
    id: string;
    code: string;
    loopId?: string | null;
    formerCodes?: readonly string[];
    volumeL?: number | null;
    densityLimitKgM3?: number | null;
    /** Where seedlings stand. */
    isBench?: boolean;
  }[];
  holdings: {
    placeId: string;
    lotId: string;
    lotCode: string;
    kind: 'fish' | 'plants';
    count: number;
    /** Fish: mean weight by forecast, g. */
    meanG: number | null;
    /** Fish that are to get no feed: purged, or about to be. */
    fasting?: boolean;
    /** Plants: the crop and how it is sold. */
    cropName: string | null;
    unit: ProductUnit | null;
    daysToRipe: number | null;
    /** Plants in a bed: the stage they come to when they are re-spaced; null: they stand at their last. */
    nextStage?: number | null;
  }[];
  units: UnitChoice;
}

export type Holding = LogContext['holdings'][number];
export type LogPlace = LogContext['places'][number];

/** What a line means: the command that records it, and what is said of it before it is. */
export type Parsed =
  { ok: true; command: string; body: Record<string, unknown>; meaning: string } | { ok: false; message: string };

export class NotUnderstood extends Error {}

export function same(a: string, b: string) {
  return a.toLowerCase() === b.toLowerCase();
}

export function nearest(word: string, { places, loops }: LogContext) {
  const start = word[0]?.toLowerCase();
  const near = [...places.map((p) => p.code), ...loops.map((l) => l.code)].filter((c) => c[0]?.toLowerCase() === start);
  return near.length > 0 ? say` Near it: ${near.slice(0, 8).join(', ')}.` : '';
}

export function readNumber(word: string | undefined, what: string): number {
  const value = numberIn(word ?? '');
  if (!word || value === null) {
    throw new NotUnderstood(word ? say`“${word}” is not a number; give ${what}.` : say`Give ${what}.`);
  }
  return value;
}

interface HoldingAtArgs {
  place: { id: string; code: string };
  kind: Holding['kind'];
  words: string[];
  context: LogContext;
}

export function holdingAt({ place, kind, words, context }: HoldingAtArgs): Holding {
  const here = context.holdings.filter((h) => h.placeId === place.id && h.kind === kind && h.count > 0);
  if (here.length === 0)
    throw new NotUnderstood(
      say`There ${kind === 'fish' ? say`are no fish` : say`is nothing growing`} in ${place.code}.`,
    );
  const named = words.map((w) => here.find((h) => same(h.lotCode, w))).find(Boolean);
  if (named) return named;
  if (kind === 'fish' && here.length > 1) {
    throw new NotUnderstood(
      say`${place.code} holds ${all(here.map((h) => h.lotCode))}: add the one you mean at the end.`,
    );
  }
  return [...here].sort((a, b) => (a.daysToRipe ?? 999) - (b.daysToRipe ?? 999))[0]!;
}

export function withoutLots(words: string[], context: LogContext) {
  return words.filter((w) => !context.holdings.some((h) => same(h.lotCode, w)));
}

/** Why a weight cannot be right, or null. Ten times off the forecast is a slip of the unit far more often than a fish. */
export function weightFault(weightG: number, forecastG: number | null, units: UnitChoice): string | null {
  if (!(weightG > 0)) return say`A fish weighs more than 0: leave out empty weighings.`;
  if (weightG > 50_000) return say`${formatMass(weightG, units)} is heavier than any fish here.`;
  if (forecastG && (weightG < forecastG / 10 || weightG > forecastG * 10)) {
    return say`${formatMass(weightG, units)}? These fish should be about ${formatMass(forecastG, units)}. Check the unit.`;
  }
  return null;
}

export function refuse(fault: string | null) {
  if (fault) throw new NotUnderstood(fault);
}
