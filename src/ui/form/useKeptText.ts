import { useState } from 'react';
import { forget, keep, readKept } from './keptTyping';
import { useEntryKey } from './useEntryKey';

/** One field of words, like the log line: kept until it is recorded, with the key it may have been sent under. */
export function useKeptText(name: string) {
  const [kept] = useState(() => readKept(name, ''));
  const [text, setText] = useState(String(kept?.values.text ?? ''));
  const [entryKey, answered] = useEntryKey(kept?.entryKey);
  const type = (next: string) => {
    setText(next);
    if (next) keep(name, { start: '', values: { text: next }, entryKey, at: Date.now() });
    else forget(name);
  };
  return { text, type, entryKey, answered };
}
