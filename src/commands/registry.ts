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
