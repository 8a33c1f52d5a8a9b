import { send } from '../../commands/client';
import type { Said } from '../../commands/shared';

export const leaveHandover = (values: Record<string, unknown>) => send<string>('task.handover@1', values);
export const takeBack = (values: Record<string, unknown>) => send<Said>('entry.takeBack@1', values);
/** A job is done by the command that its form names. */
export const doJob = (command: string, values: Record<string, unknown>) => send<string>(command, values);
