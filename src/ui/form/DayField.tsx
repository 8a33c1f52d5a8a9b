'use client';
import IconButton from '@mui/material/IconButton';
import InputAdornment from '@mui/material/InputAdornment';
import TextField, { type TextFieldProps } from '@mui/material/TextField';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { say } from '../../core/words/words';
import { isDay, type Day } from '../../core/quantity/days';
import { dayPattern, numericDay, readDay } from '../../core/quantity/readDay';
import { CalendarIcon } from '../kit/icons';

/** A calendar is heavy: it comes when it is asked for. */
const CalendarOver = dynamic(() => import('./CalendarOver').then((m) => m.CalendarOver), { ssr: false });

type DayFieldProps = Omit<TextFieldProps, 'value' | 'onChange' | 'type'> & {
  /** A day, or what is typed and none yet. */
  value: string;
  onChange: (value: string) => void;
};

const shownOf = (value: string) => (isDay(value) ? numericDay(value) : value);

/** A day, typed as the person’s country types it, or chosen in a calendar. */
export function DayField({ value, onChange, helperText, slotProps, ...rest }: DayFieldProps) {
  const [text, setText] = useState(shownOf(value));
  const [known, setKnown] = useState(value);
  const [over, setOver] = useState<Element | null>(null);
  // Put there from outside: a form begun anew, a day chosen in the calendar.
  if (value !== known) {
    setKnown(value);
    setText(shownOf(value));
  }
  const tell = (next: string) => {
    setKnown(next);
    onChange(next);
  };
  const type = (typed: string) => {
    setText(typed);
    tell(readDay(typed, isDay(value) ? value : todayHere()) ?? typed);
  };
  const choose = (day: Day) => {
    setText(numericDay(day));
    tell(day);
    setOver(null);
  };
  return (
    <>
      <TextField
        {...rest}
        value={text}
        placeholder={dayPattern()}
        onChange={(e) => type(e.target.value)}
        onBlur={() => setText(shownOf(value))}
        helperText={helperText}
        slotProps={{
          ...slotProps,
          htmlInput: { inputMode: 'numeric', autoComplete: 'off' },
          inputLabel: { shrink: true },
          input: {
            endAdornment: (
              <InputAdornment position="end">
                <IconButton edge="end" aria-label={say`Choose in a calendar`} onClick={(e) => setOver(e.currentTarget)}>
                  <CalendarIcon />
                </IconButton>
              </InputAdornment>
            ),
          },
        }}
      />
      {over && (
        <CalendarOver at={over} day={isDay(value) ? value : null} onChoose={choose} onClose={() => setOver(null)} />
      )}
    </>
  );
}

/** Only for the year that is meant; the farm’s own today is the server’s. */
const todayHere = (): Day => new Date().toISOString().slice(0, 10);
