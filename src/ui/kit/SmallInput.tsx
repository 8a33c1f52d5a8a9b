'use client';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import { useState, type ChangeEvent, type DragEvent, type ReactNode } from 'react';
import { Unseen } from './kit';

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

interface FileChipProps {
  /** What kinds, as the browser asks for them. */
  accept: string;
  onFile: (file: File) => void;
  children: ReactNode;
}

/** A file, chosen or dropped here: a button that is the label of its input. */
export function FileChip({ accept, onFile, children }: FileChipProps) {
  const [over, setOver] = useState(false);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const file = event.dataTransfer.files[0];
    if (file) onFile(file);
  };
  const choose = (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    // The same file again is a choice again.
    event.target.value = '';
    if (file) onFile(file);
  };
  return (
    <Button
      component="label"
      onDragOver={(e: DragEvent) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
      role={undefined}
      tabIndex={-1}
      variant="outlined"
      color="inherit"
      sx={{ minHeight: { xs: 48, md: 40 }, fontWeight: 400, borderStyle: over ? 'dashed' : 'solid' }}
    >
      {children}
      <Unseen as="input" type="file" accept={accept} onChange={choose} />
    </Button>
  );
}
