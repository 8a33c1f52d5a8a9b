'use client';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import type { ChangeEvent, ReactNode } from 'react';

interface SmallInputProps {
  inputMode: 'numeric' | 'decimal';
  value: string;
  onChange: (event: ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) => void;
}

/** A number in the middle of a sentence; its words stand around it in a label. */
export function SmallInput({ inputMode, value, onChange }: SmallInputProps) {
  return (
    <InputBase
      value={value}
      onChange={onChange}
      inputProps={{ inputMode, autoComplete: 'off' }}
      sx={{
        width: 76,
        fontFamily: 'var(--mono)',
        minHeight: { xs: 48, md: 36 },
        border: '1px solid',
        borderColor: 'farm.quiet',
        borderRadius: 1,
        bgcolor: 'farm.sheet',
        '& input': { py: '6px', px: '8px' },
        '&.Mui-focused': { outline: '3px solid', outlineColor: 'farm.water' },
      }}
    />
  );
}

/** A file to be chosen: a button that is the label of its input. */
export function FileChip({ children }: { children: ReactNode }) {
  return (
    <Button
      component="label"
      role={undefined}
      tabIndex={-1}
      variant="outlined"
      color="inherit"
      sx={{ minHeight: { xs: 48, md: 40 }, fontWeight: 400 }}
    >
      {children}
    </Button>
  );
}
