import 'server-only';
import { dispatch, type Envelope, type Registry } from '../server/dispatch';
import type { Command } from '../server/command';
import type { SignedIn } from '../db/people';
import { modules } from './list.generated';

/** Every act of the app, by name. */
export const COMMANDS: Registry = new Map(modules.map((m) => [m.name, m as unknown as Command]));

export function runCommand(person: SignedIn | null, sent: Envelope) {
  return dispatch(COMMANDS, person, sent);
}

/** Whether what an act of this name records is never taken back. */
export function stays(name: string): boolean {
  const act = COMMANDS.get(name);
  return act !== undefined && 'stays' in act.takeBack;
}
