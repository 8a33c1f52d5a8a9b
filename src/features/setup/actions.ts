import { send } from '../../commands/client';
import type { FarmDescription, Habits } from '../../core/setup/description';
import type { Outcome } from '../../ui/outcome';
import { newEntryKey } from '../../ui/outcome';

export interface FoundingWish {
  code: string;
  name: string;
  signInName: string;
  password: string;
  habits: Habits;
}

/** Makes the farm and signs in. */
export async function found(wish: FoundingWish): Promise<Outcome<null>> {
  const response = await fetch('/api/farm', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(wish),
  });
  return (await response.json()) as Outcome<null>;
}

export const describe = (version: number, description: FarmDescription) =>
  send<{ version: number }>('setup.describe@1', { version, ...description, entryKey: newEntryKey() });

export const openFarm = (version: number) =>
  send<{ words: string }>('setup.open@1', { version, entryKey: newEntryKey() });
