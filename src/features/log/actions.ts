import { ask, send } from '../../commands/client';
import type { Logged } from '../../commands/log/line';
import type { Said } from '../../commands/shared';
import type { LogContext } from '../../core/log/parse';

export type { Logged } from '../../commands/log/line';

/** What the farm holds now, for the meaning shown while a line is typed. */
export async function logContext(): Promise<LogContext> {
  const outcome = await ask<LogContext>('log.context', {});
  if (!outcome.ok) throw new Error(Object.values(outcome.fields)[0]?.[0]);
  return outcome.value;
}

export const recordLogLine = (values: Record<string, unknown>) => send<Logged>('log.line@1', values);
export const undoLogLine = (values: Record<string, unknown>) => send<Said>('entry.takeBack@1', values);
