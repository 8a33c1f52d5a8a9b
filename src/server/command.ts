import 'server-only';
import { oneOf, say, word } from '../core/words/words';
import type { FarmFacts } from '../core/facts/farm';
import type { Day } from '../core/quantity/days';
import type { UnitChoice } from '../core/quantity/units';
import type { Tx } from '../db/connection';
import type { Undone } from '../db/takeBack';
import type { Found } from '../db/entries';
import type { Entry } from '../db/ledger';
import type { StoredStep } from '../db/plan';
import type { Slice } from '../db/slices';
import type { Role, SignedIn } from '../db/people';

/** What an act is done with: its transaction, who does it and when, and the farm as this transaction sees it. */
export interface Doing {
  tx: Tx;
  person: SignedIn;
  units: UnitChoice;
  /** The farm’s day now. */
  today: Day;
  /** Under which key it is recorded, on the day it was done. */
  entry: Entry;
  /** A part of what is known of the farm; ask for the whole only when the whole decides. */
  get: <T>(slice: Slice<T>) => Promise<T>;
  /** The same for several parts as they stand at this moment: what is written afterwards is not in them. */
  moment: () => Promise<<T>(slice: Slice<T>) => Promise<T>>;
  facts: () => Promise<FarmFacts>;
  steps: () => Promise<StoredStep[]>;
  /** Another act under the same key, checked as if it had been sent itself. */
  run: (command: string, body: Record<string, unknown>) => Promise<unknown>;
  /** Who may do an act and how it is taken back; undefined for one that is not known. */
  rulesOf: (command: string) => Pick<Command, 'who' | 'takeBack'> | undefined;
}

/**
 * What taking an act back needs: what stays and why, or that its records are undone by their opposites.
 * `free` refuses while something rests on it.
 */
export type TakeBack =
  { stays: string } | { words: (undone: Undone) => string; free?: (tx: Tx, was: Found) => Promise<void> };

/** One act: who may, what may be sent, what it records, how it is taken back, and its words. */
export interface Command<I extends object = object, R = unknown> {
  /** `subject.act` */
  name: string;
  /**
   * The places it touches, where it rests on nothing else of the farm: such acts go beside each other at different places.
   * Without it an act is alone on its farm for as long as it takes.
   */
  places?: (body: I) => string[];
  /** Version of its shape; it changes when an older sender would be misunderstood, never with a build. */
  version: number;
  /** How the record of the day calls it. */
  title: string | ((body: I) => string);
  who: readonly Role[];
  input: new () => I;
  run: (doing: Doing, body: I) => Promise<R>;
  takeBack: TakeBack;
}

/** Keeps the types of an act together while it is written down. */
export function command<I extends object, R>(c: Command<I, R>): Command<I, R> {
  return c;
}

export const ROLE_WORDS: Record<Role, string> = {
  manager: word`a manager`,
  office: word`the office`,
  hand: word`a hand`,
  visitor: word`a visitor`,
};

/** Why someone of this role may not, or null. */
export function roleRefusal(who: readonly Role[], role: Role): string | null {
  if (who.includes(role)) return null;
  return say`This is for ${oneOf(who.map((r) => ROLE_WORDS[r]))}; you are signed in as ${ROLE_WORDS[role]}.`;
}
