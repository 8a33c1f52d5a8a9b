import 'server-only';
import { say, word } from '../core/words/words';
import { RuleBroken } from '../core/errors';
import type { Outcome } from '../ui/outcome';
import { log } from './log';
import { metrics } from './metrics';

export type Refused = { ok: false; fields: Record<string, string[]> };

export function refuse(words: string, field = 'form'): Refused {
  return { ok: false, fields: { [field]: [words] } };
}

/** A name that was sent, to be said again; whatever else was sent in its place is not said. */
export function named(sent: unknown): string {
  return typeof sent === 'string' ? `“${sent.slice(0, 60)}”` : 'that';
}

/** What the database itself refuses, in words. */
const CONSTRAINT_WORDS: Record<string, [field: string, words: string]> = {
  balance_count_not_below_zero: [
    'count',
    word`There is not that much left: someone took from it meanwhile. Look at the balance and try again.`,
  ],
  balance_mass_not_below_zero: [
    'massG',
    word`There is not that much left: someone took from it meanwhile. Look at the balance and try again.`,
  ],
  reading_value_possible: ['form', word`That reading is outside what the instrument can show.`],
  movement_reversed_once: ['form', word`That was taken back already.`],
  sample_farm_id_corrects_id_key: ['form', word`That was taken back already.`],
  reading_corrected_once: ['form', word`That was taken back already.`],
  husbandry_event_farm_id_corrects_id_key: ['form', word`That was taken back already.`],
  movement_moves_something: ['count', word`That is too little to be counted or weighed.`],
  person_asks_no_manager: ['form', word`This is for a manager.`],
  person_asks_signed_out: ['form', word`You are signed out. Sign in again; what you typed is still here.`],
  person_last_manager: ['form', word`A farm needs a manager: make someone else one first.`],
  person_elsewhere: ['form', word`This person belongs to another farm too, so only they can change their password.`],
  person_account_once: ['form', word`You belong to that farm already.`],
  invite_open: ['form', word`That link is not open any more. Ask for a new one.`],
  first_farm_code_known: [
    'code',
    word`That code is not the one that was printed, or it was used. Start the app again for a new one.`,
  ],
  person_of_farm: ['form', word`That person is not on this farm.`],
  person_sign_in_name_once: ['signInName', word`Someone on this farm has that sign-in name already.`],
};

/** Whole classes of what cannot be stored, by the database’s own code. */
const CODE_WORDS: Record<string, [field: string, words: string]> = {
  '22003': ['form', word`One of these numbers is too large. Check the units.`],
  '22P02': ['form', word`One of these is not what its field takes. Reload and try again.`],
  '22007': ['form', word`That is no day of the calendar.`],
  '22008': ['form', word`That is no day of the calendar.`],
  '22021': ['form', word`A text holds characters that cannot be stored.`],
  '22P05': ['form', word`A text holds characters that cannot be stored.`],
  '23503': ['form', word`That names something that is not on this farm (any more). Reload and look again.`],
  '23505': ['form', word`That is there already. Reload to see it.`],
};

/** Range checks are named `table_column_range`; anything else that is checked says at least that it was refused. */
function constraintWords(constraint: string | undefined, code: string | undefined): [string, string] | null {
  const known = CONSTRAINT_WORDS[constraint ?? ''];
  if (known) return known;
  if (constraint?.endsWith('_range') || code === '23514')
    return ['form', say`One of these values is outside of what a farm can have. Check the numbers and the days.`];
  return CODE_WORDS[code ?? ''] ?? null;
}

/** Two transactions in each other’s way: nothing was recorded, and trying again is right. */
const TRY_AGAIN = new Set(['40001', '40P01', '55P03']);
/** The same after all tries, or a query that took too long behind others. */
const WAITED_TOO_LONG = new Set([...TRY_AGAIN, '57014']);
const TRIES = 6;

/** The transaction was given up, so nothing of it was recorded: that is known, and no fault of ours or of what was sent. */
function busy(): Extract<Outcome<never>, { ok: false }> {
  const words = say`Others are recording on this farm, and it took too long to get a turn. Nothing was recorded: press again in a moment.`;
  return { ...refuse(words), again: true };
}

/** Runs a whole transaction, again when it met another one. */
export async function withRetries<T>(work: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await work();
    } catch (error) {
      if (tries >= TRIES || !TRY_AGAIN.has((error as { code?: string }).code ?? '')) throw error;
      metrics.retries.inc();
      await new Promise((resolve) => setTimeout(resolve, Math.random() * 20 * 2 ** tries));
    }
  }
}

/** The value, or what is wrong by field, in words. What nobody foresaw is logged and told as our fault. */
export async function asOutcome<R>(work: () => Promise<R>): Promise<Outcome<R>> {
  try {
    return { ok: true, value: await withRetries(work) };
  } catch (error) {
    if (error instanceof RuleBroken) return refuse(error.message, error.field);
    const { constraint, code } = error as { constraint?: string; code?: string };
    if (WAITED_TOO_LONG.has(code ?? '')) return busy();
    const known = constraintWords(constraint, code);
    if (known) return refuse(known[1], known[0]);
    return ourFault(error, 'unforeseen');
  }
}

/** The database went away or is not back yet. */
const AWAY = /^(57P0[1-3]|08...|ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT)$/;
const AWAY_WORDS = /Connection (terminated|ended)|Timeout acquiring a connection|not queryable/i;

/**
 * What nobody foresaw, logged and told as our fault. A yes may have been lost on its way, so it is never said that nothing
 * was recorded.
 */
export function ourFault(error: unknown, where: string): Extract<Outcome<never>, { ok: false }> {
  const { code, message } = error as { code?: unknown; message?: unknown };
  const away = AWAY.test(String(code)) || AWAY_WORDS.test(String(message));
  log[away ? 'warn' : 'error']({ err: error }, away ? say`the database is away` : where);
  const words = away
    ? say`The database did not answer. Press again in a moment: what was recorded already is not recorded twice.`
    : say`Something went wrong on our side. Press again: what was recorded already is not recorded twice. Tell the manager if it stays.`;
  return { ...refuse(words), again: true };
}
