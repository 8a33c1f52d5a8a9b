import { decide, refuse, type Decision } from '../acts/decision';
import { said, type ChoreBecomes, type LoopBecomes, type Said, type Taken } from '../acts/effects';
import type { GrowingCosts } from '../crops/worth';
import type { School } from '../facts/farm';
import type { Day } from '../quantity/days';
import { say } from '../words/words';
import type { PlanningRules } from './carries/rules';
import type { LoopPart } from './description';
import { SOMEWHERE_TEMPERATE } from './habits';
import { STALE } from './kept';
import { loopOf } from './layOut';

/** Habits of the farm that is open, and the limits its loops warn by. */
export interface HabitsWish {
  version: number;
  name: string;
  locale: string;
  mass: 'metric' | 'us';
  temperature: 'C' | 'F';
  entryBackDays: number;
  mostOfOnePercent?: number | undefined;
  scoutEveryDays?: number | undefined;
}

/** The farm itself as it stands in the books. */
export interface FarmKnown {
  version: number;
  latitude: number | null;
  altitudeM: number | null;
}

export function decideHabits(farm: FarmKnown, wish: HabitsWish): Decision<Taken<Said>> {
  return decide(() => {
    if (farm.version !== wish.version) refuse('form', STALE());
    const { version, name, entryBackDays, ...habits } = wish;
    return {
      effects: [
        {
          does: 'farmChanged',
          version,
          became: { name: name.trim(), entryBackDays },
          habits,
        },
      ],
      said: () => said(say`Kept. Who chose other units for themselves keeps them.`),
    };
  });
}

/** The farm's own rules of thumb, in place of the planning defaults. */
export function decidePlanningRules(
  farm: FarmKnown,
  { version, ...planning }: PlanningRules & { version: number },
): Decision<Taken<Said>> {
  return decide(() => {
    if (farm.version !== version) refuse('form', STALE());
    return {
      effects: [{ does: 'farmChanged', version, became: {}, habits: { planning } }],
      said: () => said(say`Kept. What follows is worked out by your own rules now.`),
    };
  });
}

/** What growing costs here; a way of growing once. */
export function decideGrowingCosts(
  farm: FarmKnown,
  { version, ...growing }: GrowingCosts & { version: number },
): Decision<Taken<Said>> {
  return decide(() => {
    const { methods } = growing;
    const twice = methods.findIndex((m, i) => methods.findIndex((n) => n.method === m.method) !== i);
    if (twice >= 0) refuse(`methods.${twice}.method`, say`That stands there already. Change the one above.`);
    if (farm.version !== version) refuse('form', STALE());
    return {
      effects: [{ does: 'farmChanged', version, became: {}, habits: { growing } }],
      said: () => said(say`Kept. The comparison by floor uses your own numbers now.`),
    };
  });
}

export interface LoopWish {
  id: string;
  version: number;
  name: string;
  lowGM2: number;
  highGM2: number;
  warnsBy?: School | undefined;
  lowNPercent?: number | undefined;
  highNPercent?: number | undefined;
}

export interface LoopKnown {
  id: string;
  code: string;
  version: number;
}

/** @param loop null: it is not there (any more) */
export function decideChangeLoop(loop: LoopKnown | null, v: LoopWish): Decision<Taken<null>> {
  return decide(() => {
    if (v.lowNPercent && v.highNPercent && v.lowNPercent >= v.highNPercent)
      refuse('highNPercent', say`The upper limit lies above the lower.`);
    if (v.lowGM2 >= v.highGM2) refuse('highGM2', say`The upper limit lies above the lower.`);
    if (loop?.version !== v.version) return refuse('form', STALE());
    const band: [number, number] | undefined =
      v.lowNPercent && v.highNPercent ? [v.lowNPercent, v.highNPercent] : undefined;
    const became: LoopBecomes = {
      name: v.name.trim(),
      bandGM2: [v.lowGM2, v.highGM2],
      ...(v.warnsBy ? { school: v.warnsBy } : {}),
      ...(band ? { bandNPercent: band } : {}),
    };
    return { effects: [{ does: 'loopChanged', loopId: v.id, version: v.version, became }], said: () => null };
  });
}

/** A loop that came to the farm; what swims and grows in it is added as places. @param codes of the loops there were and are */
export function decideAddLoop(
  { codes, farm }: { codes: readonly string[]; farm: FarmKnown },
  v: Omit<LoopPart, 'into'>,
): Decision<Taken<Said>> {
  return decide(() => {
    const code = v.code.trim().toLowerCase();
    if (v.lowC > v.highC) refuse('highC', say`It cannot be cooled to less than it is warmed to.`);
    if (codes.some((c) => c.toLowerCase() === code)) refuse('code', say`There is a loop ${code} already.`);
    const habits = { latitude: farm.latitude ?? SOMEWHERE_TEMPERATE, altitudeM: farm.altitudeM ?? 0 };
    const { id: _new, ...loop } = loopOf({ ...v, code, into: null }, { habits }, '');
    return {
      effects: [{ does: 'loopAdded', loop }],
      said: () => said(say`${v.name} is on the farm. Its tanks, beds and pumps are added on Loops and places.`),
    };
  });
}

/** Routine of every so many days, as the farm wants it. */
export interface ChoreWish {
  id?: string | undefined;
  version?: number | undefined;
  placeId?: string | undefined;
  title: string;
  detail?: string | undefined;
  everyDays: number;
  startsOn: Day;
  minutes: number;
  caution?: string | undefined;
}

export interface ChoreKnown {
  id: string;
  title: string;
  version: number;
}

/** Where a chore is done; a chore of the whole farm is walked to first. */
export interface ChorePlace {
  code: string;
  walk: string;
  walkOrder: number;
}
const WHOLE_FARM: ChorePlace = { code: '', walk: '', walkOrder: 0 };

/** @param chore the one that is changed, null if it is gone; @param place where it is done, null if that is gone */
export function decideChore(
  { chore, place }: { chore: ChoreKnown | null; place: ChorePlace | null },
  wish: ChoreWish,
): Decision<Taken<Said>> {
  return decide(() => {
    const at = wish.placeId ? place : WHOLE_FARM;
    if (!at) return refuse('placeId', say`That place is not on this farm (any more).`);
    const became: ChoreBecomes = {
      placeId: wish.placeId ?? null,
      at,
      title: wish.title.trim(),
      detail: wish.detail?.trim() ?? '',
      everyDays: wish.everyDays,
      startsOn: wish.startsOn,
      minutes: wish.minutes,
      caution: wish.caution?.trim() || null,
    };
    const kept = () => said(say`${wish.title} is on the round, every ${wish.everyDays} days.`);
    if (!wish.id) return { effects: [{ does: 'choreAdded', chore: became }], said: kept };
    if (!chore || chore.version !== wish.version) return refuse('form', STALE());
    const { id: choreId, version } = chore;
    return { effects: [{ does: 'choreChanged', choreId, version, became }], said: kept };
  });
}

/** A chore comes up no more from a day on; what was done stays. */
export function decideRetireChore(chore: ChoreKnown | null, { version }: { version: number }): Decision<Taken<Said>> {
  return decide(() => {
    if (!chore || chore.version !== version) return refuse('form', STALE());
    return {
      effects: [{ does: 'choreRetired', choreId: chore.id, version }],
      said: () => said(say`${chore.title} no longer comes up.`),
    };
  });
}
