'use server';
import { revalidatePath } from 'next/cache';
import { IsString, IsUUID, MaxLength } from 'class-validator';
import { RuleBroken } from '../../core/errors';
import { parseLogLine, type LogContext, type LogIntent } from '../../core/log/parse';
import { feedJobKey } from '../../core/tasks/round';
import { dayAt, type Day } from '../../core/quantity/days';
import { inFarm, type Tx } from '../../db/connection';
import { feedTank, recordDeaths } from '../../db/doing/fish';
import { moveNow } from '../../db/doing/keeping';
import { pickPlants } from '../../db/doing/plants';
import { openJobAgain } from '../../db/doing/takeBack';
import { finishTask, recordReadings, recordSample, withdrawReadings, withdrawSample } from '../../db/events';
import { reverseMovement, type Entry } from '../../db/ledger';
import { loadFacts } from '../../db/facts';
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
    if (await isRecorded(tx, entry.entryKey)) return { meaning: text, recordedKey: entry.entryKey };
    const parsed = parseLogLine(text, await loadLogContext(tx, today, units));
    if (!parsed.ok) throw new RuleBroken('text', parsed.message);
    const { intent } = parsed;
    if (intent.kind === 'dead') await recordDeaths(tx, entry, intent, 'text');
    if (intent.kind === 'weigh') await recordSample(tx, entry, intent);
    if (intent.kind === 'move') await moveByLine(tx, entry, today, intent);
    if (intent.kind === 'fed') await feedByLine(tx, entry, today, intent);
    if (intent.kind === 'picked') await pickPlants(tx, entry, intent, 'text');
    if (intent.kind === 'reading') await recordReadings(tx, entry, intent.loopId, intent.values);
    return { meaning: parsed.meaning, recordedKey: entry.entryKey };
  });
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}

/** After a lost answer the same line comes again; by then the fish may be gone from where it says. */
async function isRecorded(tx: Tx, entryKey: string): Promise<boolean> {
  const parts = (table: string) => tx(table).where('entry_key', 'like', `${entryKey}:%`).first('id');
  if ((await parts('movement')) ?? (await parts('reading'))) return true;
  return (await tx('sample').where({ entry_key: entryKey }).first('id')) !== undefined;
}

/** A line cannot answer questions: what is asked about a move has to be answered on the cohort's page. */
async function moveByLine(tx: Tx, entry: Entry, today: Day, intent: LogIntent & { kind: 'move' }) {
  const { placeId: fromPlaceId, ...move } = intent;
  try {
    await moveNow(tx, { ...entry, entryKey: `${entry.entryKey}:move` }, await loadFacts(tx, today, true), {
      ...move,
      fromPlaceId,
      dead: 0,
      confirmed: false,
    });
  } catch (error) {
    if (!(error instanceof RuleBroken)) throw error;
    const asked = error.field === 'confirm';
    throw new RuleBroken(
      'text',
      asked
        ? `${error.message.split('\n')[0]} Answer that on ${intent.lotCode}’s page: press Move there.`
        : error.message,
    );
  }
}

/** Feeding by line ticks off the tank's feed job, as the job's own form does. */
async function feedByLine(tx: Tx, entry: Entry, today: Day, fed: LogIntent & { kind: 'fed' }) {
  await finishTask(tx, entry, { key: feedJobKey(fed.placeId, today), title: 'Feed' });
  await feedTank(tx, entry, fed);
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
    await openJobAgain(tx, recordedKey);
    const readings = await withdrawReadings(tx, entry, recordedKey);
    const samples = await withdrawSample(tx, entry, recordedKey);
    if (moves.length + readings + samples === 0) throw new RuleBroken('form', 'There is nothing left to undo.');
    return 'Undone.';
  });
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}
