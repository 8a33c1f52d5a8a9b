import { readInput } from '../core/readInput';
import { inputs } from './inputs.generated';

/** What is wrong with what is about to be sent, by field, judged in the browser by the classes the server asks; null when nothing is. */
export async function faultsOf(act: string, body: Record<string, unknown>): Promise<Record<string, string[]> | null> {
  const input = inputs[act];
  if (!input) return null;
  // As it arrives at the server: what is undefined is not sent.
  const read = await readInput(input, JSON.parse(JSON.stringify(body)));
  return read.ok ? null : read.fields;
}
