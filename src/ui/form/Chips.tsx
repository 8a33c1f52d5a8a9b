import { told } from '../../core/words/words';
import ToggleButton from '@mui/material/ToggleButton';
import type { ReactNode } from 'react';
import { Buttons } from '../kit/kit';

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
    <Buttons role="group" aria-label={label}>
      {options.map(([key, words]) => (
        <ToggleButton key={key} value={key} selected={chosen === key} onChange={() => onChoose(key)}>
          {told(words)}
        </ToggleButton>
      ))}
      {children}
    </Buttons>
  );
}

interface ManyChipsProps<K extends string> {
  label: string;
  options: readonly (readonly [key: K, words: string])[];
  chosen: readonly K[];
  onChoose: (keys: K[]) => void;
}

/** Some of a few. */
export function ManyChips<K extends string>({ label, options, chosen, onChoose }: ManyChipsProps<K>) {
  const toggle = (key: K) => onChoose(chosen.includes(key) ? chosen.filter((k) => k !== key) : [...chosen, key]);
  return (
    <Buttons role="group" aria-label={label}>
      {options.map(([key, words]) => (
        <ToggleButton key={key} value={key} selected={chosen.includes(key)} onChange={() => toggle(key)}>
          {told(words)}
        </ToggleButton>
      ))}
    </Buttons>
  );
}
