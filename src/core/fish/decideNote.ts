import { decide, refuse, type Decision } from '../acts/decision';
import type { Effect, HusbandryEvent, Taken } from '../acts/effects';
import type { PlaceFact, QuarantineFact } from '../facts/farm';
import type { Day } from '../quantity/days';
import { observeJob } from '../tasks/sources/observe';
import { say } from '../words/words';

/** Kinds that only a manager decides, kinds that hold until a day, and kinds that are of a tank alone. */
const DECIDED: ReadonlySet<string> = new Set(['quarantine_clear', 'quarantine_extend', 'treat']);
const UNTIL: ReadonlySet<string> = new Set(['treat', 'quarantine_extend', 'fallow']);
const OF_TANK: ReadonlySet<string> = new Set(['fallow', 'clean']);

export interface Note {
  kind: HusbandryEvent['kind'];
  lotCode?: string | undefined;
  placeId?: string | undefined;
  words: string;
  state?: 'well' | 'off' | 'ill' | undefined;
  untilDay?: Day | undefined;
}

export interface NoteFacts {
  /** The farm's day now, and the day it is recorded on. */
  today: Day;
  on: Day;
  isManager: boolean;
  /** The cohort that is meant; null: there is none of that code. */
  lotId: string | null;
  places: readonly PlaceFact[];
  quarantine: readonly QuarantineFact[];
  lastSeen: { state: string | null } | null;
  /** Whose fish are in the tank. */
  heldBy: string | null;
  /** Whether the day's look at these fish is ticked off already. */
  lookedAt: boolean;
  title: string;
}

/** Something is noted of fish or of a tank: seen, treated, cleared, at rest. */
export function decideNote(known: NoteFacts, note: Note): Decision<Taken> {
  return decide(() => {
    requireSense(known, note);
    const { lotCode: _, ...rest } = note;
    const event: Effect = { does: 'event', event: { ...rest, lotId: known.lotId } };
    return { effects: [...lookDone(known, note), event], said: () => say`${known.title}: recorded.` };
  });
}

function requireSense(known: NoteFacts, { kind, lotCode, placeId, untilDay }: Note): void {
  const { lotId, today } = known;
  if (DECIDED.has(kind) && !known.isManager) refuse('form', say`Clearing, extending and treating are for a manager.`);
  if (lotCode && !lotId) refuse('form', say`There is no cohort ${lotCode} on this farm.`);
  if (!lotId && !placeId) refuse('form', say`Say which fish or which tank.`);
  if (placeId && !known.places.some((p) => p.id === placeId)) refuse('placeId', say`Choose a tank of this farm.`);
  if (!lotId && (kind === 'observe' || kind === 'treat' || kind.startsWith('quarantine')))
    refuse('form', say`Say which fish.`);
  if (UNTIL.has(kind) && !untilDay) refuse('untilDay', say`Give the last day.`);
  if (UNTIL.has(kind) && untilDay! < today) refuse('untilDay', say`That day has passed.`);
  if (kind === 'quarantine_clear') requireObserved(known, lotCode!);
  if (OF_TANK.has(kind)) requireEmpty(known, placeId);
}

/** Nobody clears fish that nobody looked at, or that were ill when last seen. */
function requireObserved({ lastSeen }: NoteFacts, lotCode: string): void {
  if (!lastSeen) refuse('form', say`Nobody has observed ${lotCode} yet. Record an observation first.`);
  if (lastSeen.state === 'ill')
    refuse('form', say`${lotCode} was ill when last observed. Treat or observe again before clearing.`);
}

function requireEmpty({ heldBy }: NoteFacts, placeId: string | undefined): void {
  if (!placeId) refuse('placeId', say`Choose a tank.`);
  if (heldBy) refuse('form', say`${heldBy} is still in that tank: move the fish out first.`);
}

/** Fish in quarantine that are looked at: the job of the day is done. Looking twice is no fault, the first look did it. */
function lookDone({ places, quarantine, lookedAt, on }: NoteFacts, { kind, lotCode, placeId, words }: Note): Effect[] {
  const apart = quarantine.find((q) => q.lotCode === lotCode && q.placeId === placeId && !q.clearedOn);
  const isApart = kind === 'observe' && apart && places.find((p) => p.id === placeId)?.kind === 'quarantine';
  if (!isApart || lookedAt) return [];
  const job = observeJob(apart.lotCode, apart.placeId, on);
  return [{ does: 'job', job, title: say`Observe the quarantine`, note: words }];
}
