'use client';
import InputBase from '@mui/material/InputBase';
import type { ClipboardEvent } from 'react';
import css from './kit.module.css';
import { classes } from './part';

interface CellInputProps {
  /** What it is, for those who hear the page. */
  label: string;
  value: string;
  onChange: (value: string) => void;
  onPaste?: (event: ClipboardEvent) => void;
  /** Id of a list to choose from. */
  list?: string | undefined;
  numeric?: boolean;
  wrong?: boolean;
}

/** A field that fills its cell of a table. */
export function CellInput({ label, value, onChange, onPaste, list, numeric, wrong }: CellInputProps) {
  return (
    <InputBase
      fullWidth
      value={value}
      onChange={(e) => onChange(e.target.value)}
      className={classes(css.cellInput, wrong && css.cellWrong) ?? ''}
      inputProps={{
        'aria-label': label,
        'aria-invalid': wrong || undefined,
        onPaste,
        list,
        inputMode: numeric ? 'decimal' : undefined,
        autoComplete: 'off',
      }}
    />
  );
}
