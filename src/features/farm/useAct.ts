import { useState } from 'react';
import { say } from '../../core/words/words';
import { send } from '../../commands/client';
import { newEntryKey, type Outcome, noConnection } from '../../ui/outcome';

/** What an act said, and whether it was done. */
export interface ActSaid {
  ok: boolean;
  words: string;
}

export interface Said {
  words: string;
  lines?: string[];
}

/** Does an act by its name; false: it was refused, and that is said. */
export type Act = (name: string, body: Record<string, unknown>) => Promise<boolean>;

/** An act of one press: what came of it is said in one place. */
export function useAct() {
  const [said, setSaid] = useState<ActSaid | null>(null);
  const act: Act = async (name, body) => {
    const outcome = await send<Said>(name, { ...body, entryKey: newEntryKey() }).catch(() => null);
    setSaid(actSaid(outcome));
    return outcome?.ok ?? false;
  };
  return { said, act, tell: (words: string) => setSaid({ ok: true, words }) };
}

export function actSaid(outcome: Outcome<Said> | null): ActSaid {
  if (!outcome) return { ok: false, words: noConnection() };
  if (outcome.ok) return { ok: true, words: outcome.value.words };
  return { ok: false, words: Object.values(outcome.fields)[0]?.[0] ?? say`That was not recorded.` };
}
