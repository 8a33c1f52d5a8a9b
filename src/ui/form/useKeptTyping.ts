import { useCallback, useEffect, useRef, useState } from 'react';
import type { FieldValues, UseFormReturn } from 'react-hook-form';
import { forget, keep, readKept } from './keptTyping';

interface Keeping<T extends FieldValues> {
  form: UseFormReturn<T>;
  /** Which form of this page, and about what. */
  name: string;
  entryKey: string;
  /** Takes back the key that the kept values may have been sent under. */
  adopt: (entryKey: string) => void;
}

/**
 * Keeps what is typed into a form until it is recorded, and puts it back when the form is opened again.
 * @returns whether something was put back, how to begin anew, and what is called once it is recorded
 */
export function useKeptTyping<T extends FieldValues>({ form, name, entryKey, adopt }: Keeping<T>) {
  const [restored, setRestored] = useState(false);
  const [place] = useState(() => ({
    key: typeof window === 'undefined' ? '' : `${window.location.pathname} ${name}`,
    start: JSON.stringify(form.formState.defaultValues ?? {}),
  }));
  const latestKey = useRef(entryKey);
  useEffect(() => {
    latestKey.current = entryKey;
  }, [entryKey]);

  useEffect(() => {
    const kept = readKept(place.key, place.start);
    if (!kept) return;
    form.reset(kept.values as T, { keepDefaultValues: true });
    adopt(kept.entryKey);
    // The server’s page has the fields as they start; what was kept is only known here.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    setRestored(true);
    // Once, when the form is opened.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  useEffect(
    () =>
      form.subscribe({
        formState: { values: true },
        callback: ({ values }) => {
          if (JSON.stringify(values) === place.start) return forget(place.key);
          keep(place.key, { start: place.start, values, entryKey: latestKey.current, at: Date.now() });
        },
      }),
    [form, place],
  );

  const done = useCallback(() => {
    forget(place.key);
    setRestored(false);
  }, [place]);
  const anew = useCallback(() => {
    form.reset();
    done();
  }, [form, done]);
  return { restored, anew, done };
}
