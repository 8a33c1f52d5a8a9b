import type { ReactNode } from 'react';

interface ChipsProps<K extends string> {
  /** What is chosen here, for those who hear the page. */
  label: string;
  options: readonly (readonly [key: K, words: string])[];
  chosen: K | null;
  onChoose: (key: K) => void;
  /** Beside them, in the same row. */
  children?: ReactNode;
}

/** One of a few, as buttons that fit a wet thumb. */
export function Chips<K extends string>({ label, options, chosen, onChoose, children }: ChipsProps<K>) {
  return (
    <div className="buttons" role="group" aria-label={label}>
      {options.map(([key, words]) => (
        <button key={key} type="button" className="chip" aria-pressed={chosen === key} onClick={() => onChoose(key)}>
          {words}
        </button>
      ))}
      {children}
    </div>
  );
}
