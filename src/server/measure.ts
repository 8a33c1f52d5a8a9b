import 'server-only';
import { MOST_VALUES, takeMeasurements } from '../core/water/measurements';
import { dayAt } from '../core/quantity/days';
import { say } from '../core/words/words';
import { inFarm } from '../db/connection';
import { batchesSince, measuredPlaces, noteBatch, type BatchAnswer, type OpenProbe } from '../db/probes';
import { addReadings } from '../db/readings';
import { RuleBroken } from '../core/errors';
import type { Outcome } from '../ui/outcome';
import { now } from './clock';
import { database } from './database';
import { asOutcome } from './outcome';

/** Batches of one instrument in a minute: far more than a rhythm needs, enough to send a lost day after an hour. */
const MOST_A_MINUTE = 60;

/**
 * A batch of measured values: taken once, however often it is sent, without waiting for whoever else writes on the farm. Each
 * value is judged by itself; what is refused is said and does not keep the others out.
 */
export const takeBatch = (probe: OpenProbe, sent: Record<string, unknown>): Promise<Outcome<BatchAnswer>> =>
  asOutcome(() => taken(probe, sent));

async function taken(probe: OpenProbe, { sequence, values }: Record<string, unknown>): Promise<BatchAnswer> {
  if (typeof sequence !== 'number' || !Number.isSafeInteger(sequence) || sequence < 0)
    throw new RuleBroken('sequence', say`Number the batches: a whole number from 0 on, a new one for each.`);
  if (sequence <= probe.forgottenTo)
    throw new RuleBroken(
      'sequence',
      say`Batches up to number ${probe.forgottenTo} are closed; number new ones on from there.`,
    );
  if (!Array.isArray(values) || values.length === 0 || values.length > MOST_VALUES)
    throw new RuleBroken('values', say`Send a list of 1 to ${MOST_VALUES} values.`);
  const at = now();
  const { farmId, probeId, timeZone } = probe;
  return inFarm(database(), { farmId, farmDay: dayAt(at, timeZone), at }, async (tx) => {
    if ((await batchesSince(tx, probeId, new Date(at.getTime() - 60_000))) >= MOST_A_MINUTE)
      throw new RuleBroken('tooOften', say`At most ${MOST_A_MINUTE} batches a minute: put more values into each.`);
    const batch = takeMeasurements(values, { ...(await measuredPlaces(tx)), timeZone, now: at });
    const answer = { taken: batch.taken.length, refused: batch.refused, faults: batch.faults };
    const known = await noteBatch(tx, farmId, { probeId, sequence, content: JSON.stringify(values), at }, answer);
    if (known && !known.isSame)
      throw new RuleBroken(
        'entryKey',
        say`Batch ${sequence} came before with other values; give each batch a number of its own.`,
      );
    if (known) return known.answer;
    await addReadings(
      tx,
      farmId,
      batch.taken.map((v) => ({ ...v, probeId, sequence })),
    );
    return answer;
  });
}
