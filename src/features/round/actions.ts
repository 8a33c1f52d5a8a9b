import { send } from '../../commands/client';
import type { Said } from '../../commands/shared';
import type { Outcome } from '../../ui/outcome';

export const leaveHandover = (values: Record<string, unknown>) => send<string>('task.handover@1', values);
export const takeBack = (values: Record<string, unknown>) => send<Said>('entry.takeBack@1', values);
/** A job is done by the command that its form names. @returns what it says, in one line */
export async function doJob(command: string, values: Record<string, unknown>): Promise<Outcome<string>> {
  const outcome = await send<string | Said>(command, values);
  if (!outcome.ok || typeof outcome.value === 'string') return outcome as Outcome<string>;
  return { ...outcome, value: [outcome.value.words, ...outcome.value.lines].join(' ') };
}
