'use client';
import { useCallback, useState } from 'react';
import { newEntryKey, type Outcome } from '../outcome';

/**
 * The key of what is being typed. It stays while it is sent again, and is made anew when an answer says that this key is
 * used up: what was sent is recorded, or an earlier try was with other content.
 * @returns the key, what every answer is handed to, and how a key from before is taken up again
 */
export function useEntryKey(
  before?: string,
): [entryKey: string, answered: (outcome: Outcome<unknown>) => void, adopt: (entryKey: string) => void] {
  const [entryKey, setEntryKey] = useState(() => before ?? newEntryKey());
  const answered = useCallback((outcome: Outcome<unknown>) => {
    if (outcome.ok || outcome.fields.entryKey) setEntryKey(newEntryKey());
  }, []);
  return [entryKey, answered, setEntryKey];
}
