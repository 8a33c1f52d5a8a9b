'use client';
import TextField from '@mui/material/TextField';
import InputAdornment from '@mui/material/InputAdornment';
import { useState } from 'react';
import { readNumber } from '../../core/quantity/readNumber';
import { say, writtenNumber } from '../../core/words/words';

interface NumberBoxProps {
  label: string;
  value: number | null;
  onChange: (value: number | null) => void;
  unit?: string;
  /** From what is stored to what is shown, and back. */
  factor?: number;
  optional?: boolean;
  wrong?: string | undefined;
  help?: string;
  className?: string | undefined;
}

/** A number that is kept as it is typed; what is no number is said so and changes nothing. */
export function NumberBox({
  label,
  value,
  onChange,
  unit,
  factor = 1,
  optional,
  wrong,
  help,
  className,
}: NumberBoxProps) {
  const written = value === null ? '' : writtenNumber(Number((value * factor).toPrecision(6)));
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed ?? written;
  const read = shown.trim() === '' ? null : readNumber(shown);
  const bad = shown.trim() !== '' ? read === null : !optional && typed !== null;
  const words = bad ? say`Give a number` : wrong;
  return (
    <TextField
      className={className ?? ''}
      label={label}
      value={shown}
      onChange={(e) => {
        const text = e.target.value;
        setTyped(text);
        const number = text.trim() === '' ? null : readNumber(text);
        if (text.trim() === '' ? optional : number !== null) onChange(number === null ? null : number / factor);
      }}
      onBlur={() => !bad && setTyped(null)}
      error={!!words}
      helperText={words ?? help}
      slotProps={{
        htmlInput: { inputMode: 'decimal' },
        input: unit ? { endAdornment: <InputAdornment position="end">{unit}</InputAdornment> } : {},
      }}
    />
  );
}
