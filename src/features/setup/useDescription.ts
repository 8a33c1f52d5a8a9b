import { useCallback, useEffect, useRef, useState } from 'react';
import type { FarmDescription } from '../../core/setup/description';
import { say } from '../../core/words/words';
import { describe } from './actions';
import type { SetUpPage } from './queries';

const SAVE_AFTER_MS = 700;
const TRY_AGAIN_MS = 5000;
const MOST_UNDO = 50;

/** Changes the description in hand. */
export type Change = (edit: (d: FarmDescription) => FarmDescription) => void;

export type Saved =
  | { state: 'saved'; at: Date | null }
  | { state: 'saving' }
  | { state: 'waiting' }
  | { state: 'refused'; words: string; fields: Record<string, string[]> };

const keptKey = (farmId: string) => `crop-cycle set-up ${farmId}`;

/**
 * The description in hand: each change is saved as it goes, kept in the browser until it is, and can be taken back.
 */
export function useDescription({ farmId, description: first, version: firstVersion }: SetUpPage) {
  const [description, setDescription] = useState(first);
  const [saved, setSaved] = useState<Saved>({ state: 'saved', at: null });
  const [past, setPast] = useState<FarmDescription[]>([]);
  const version = useRef(firstVersion);
  const latest = useRef(first);
  const sending = useRef<Promise<boolean> | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);

  const again = useRef<() => void>(() => {});
  const saveNow = useCallback(async (): Promise<boolean> => {
    if (timer.current) clearTimeout(timer.current);
    timer.current = null;
    while (sending.current) await sending.current;
    const wish = latest.current;
    sending.current = (async () => {
      setSaved({ state: 'saving' });
      const outcome = await describe(version.current, wish).catch(() => null);
      if (outcome?.ok) {
        version.current = outcome.value.version;
        if (latest.current === wish) forgetKept(farmId);
        setSaved({ state: 'saved', at: new Date() });
        return true;
      }
      if (outcome)
        setSaved({
          state: 'refused',
          words: Object.values(outcome.fields)[0]?.[0] ?? say`Not saved.`,
          fields: outcome.fields,
        });
      else {
        setSaved({ state: 'waiting' });
        timer.current = setTimeout(() => again.current(), TRY_AGAIN_MS);
      }
      return false;
    })();
    const done = await sending.current;
    sending.current = null;
    return done;
  }, [farmId]);

  useEffect(() => {
    again.current = () => void saveNow();
  }, [saveNow]);

  const take = useCallback(
    (next: FarmDescription) => {
      latest.current = next;
      setDescription(next);
      keepIt(farmId, version.current, next);
      if (timer.current) clearTimeout(timer.current);
      timer.current = setTimeout(() => void saveNow(), SAVE_AFTER_MS);
    },
    [farmId, saveNow],
  );
  const change = useCallback(
    (edit: (d: FarmDescription) => FarmDescription) => {
      const before = latest.current;
      setPast((p) => [...p.slice(-MOST_UNDO), before]);
      take(edit(before));
    },
    [take],
  );
  const undo = () => {
    const before = past.at(-1);
    if (!before) return;
    setPast(past.slice(0, -1));
    take(before);
  };

  // What was typed and never reached the server, from a page that was closed in between.
  useEffect(() => {
    const kept = readKept(farmId, firstVersion);
    // What was kept is only known in the browser.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    if (kept) take(kept);
    // Once, when the page is opened.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  return { description, saved, change, undo: past.length > 0 ? undo : null, saveNow, version };
}

function keepIt(farmId: string, version: number, description: FarmDescription) {
  try {
    localStorage.setItem(keptKey(farmId), JSON.stringify({ version, description }));
  } catch {
    // A browser that keeps nothing: the server does, a moment later.
  }
}

function readKept(farmId: string, version: number): FarmDescription | null {
  try {
    const kept = JSON.parse(localStorage.getItem(keptKey(farmId)) ?? 'null');
    return kept && kept.version === version ? kept.description : null;
  } catch {
    return null;
  }
}

function forgetKept(farmId: string) {
  try {
    localStorage.removeItem(keptKey(farmId));
  } catch {
    // Nothing was kept.
  }
}
