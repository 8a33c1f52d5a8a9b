'use server';
import { revalidatePath } from 'next/cache';
import { IsString, IsUUID, MaxLength } from 'class-validator';
import { RuleBroken } from '../../core/errors';
import { parseLogLine, type LogContext } from '../../core/log/parse';
import { dayAt } from '../../core/quantity/days';
import { inFarm } from '../../db/connection';
import { recordDeaths } from '../../db/doing/fish';
import { pickPlants } from '../../db/doing/plants';
import { recordReadings, recordSample, withdrawReadings, withdrawSample } from '../../db/events';
import { reverseMovement } from '../../db/ledger';
import { loadLogContext } from '../../db/logContext';
import { act } from '../../server/act';
import { now } from '../../server/clock';
import { database } from '../../server/database';
import { KeyedInput } from '../../server/input';
import { requirePerson, unitsOf } from '../../server/session';
import type { Outcome } from '../../ui/outcome';

class LogLineInput extends KeyedInput {
  @IsString({ message: 'Type a line' })
  @MaxLength(2000, { message: 'A log line has at most 400 characters' })
  text!: string;
}

class UndoInput extends KeyedInput {
  @IsUUID('4', { message: 'That entry is not known' }) recordedKey!: string;
}

/** What the farm holds now, for the meaning shown while a line is typed. */
export async function logContext(): Promise<LogContext> {
  const person = await requirePerson();
  return inFarm(database(), person.farmId, (tx) => loadLogContext(tx, dayAt(now(), person.timeZone), unitsOf(person)));
}

export interface Logged {
  meaning: string;
  recordedKey: string;
}

export async function recordLogLine(raw: unknown): Promise<Outcome<Logged>> {
  const outcome = await act(['hand', 'manager'], LogLineInput, raw, async ({ tx, entry, today, units }, { text }) => {
    const parsed = parseLogLine(text, await loadLogContext(tx, today, units));
    if (!parsed.ok) throw new RuleBroken('text', parsed.message);
    const { intent } = parsed;
    if (intent.kind === 'dead') await recordDeaths(tx, entry, intent, 'text');
    if (intent.kind === 'weigh') await recordSample(tx, entry, intent);
    if (intent.kind === 'picked') await pickPlants(tx, entry, intent, 'text');
    if (intent.kind === 'reading') await recordReadings(tx, entry, intent.loopId, intent.values);
    return { meaning: parsed.meaning, recordedKey: entry.entryKey };
  });
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}

/** Takes a log line back: movements are reversed, readings and samples withdrawn by rows that name them. */
export async function undoLogLine(raw: unknown): Promise<Outcome<string>> {
  const outcome = await act(['hand', 'manager'], UndoInput, raw, async ({ tx, entry, person }, { recordedKey }) => {
    const moves = await tx('movement')
      .where('entry_key', 'like', `${recordedKey}:%`)
      .orderBy('recorded_at', 'desc')
      .select('id', 'person_id');
    if (moves.some((m) => m.person_id !== person.personId))
      throw new RuleBroken('form', 'Only the person who logged it can undo it here.');
    for (const move of moves) await reverseMovement(tx, entry, move.id);
    const readings = await withdrawReadings(tx, entry, recordedKey);
    const samples = await withdrawSample(tx, entry, recordedKey);
    if (moves.length + readings + samples === 0) throw new RuleBroken('form', 'There is nothing left to undo.');
    return 'Undone.';
  });
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}
