'use client';
import { say } from '../../core/words/words';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { DayField } from '../form/DayField';
import { useState, type FormEvent } from 'react';
import { isFarmDay } from '../../core/quantity/ranges';
import type { Day } from '../../core/quantity/days';
import type { DayInHand } from './useDay';

interface PickDayProps extends Pick<DayInHand, 'day' | 'setDay'> {
  today: Day;
  onClose: () => void;
}

/** The day that is to be shown, typed. */
export function PickDay({ today, day, setDay, onClose }: PickDayProps) {
  const [typed, setTyped] = useState<string>(day);
  const [wrong, setWrong] = useState<string | null>(null);
  const show = (next: Day) => {
    setDay(next);
    onClose();
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    event.stopPropagation();
    if (!isFarmDay(typed)) return setWrong(say`Give a day between 2000 and 2100.`);
    show(typed);
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <form onSubmit={submit} noValidate>
        <DialogTitle>{say`Which day?`}</DialogTitle>
        <DialogContent sx={{ pt: '8px !important' }}>
          <DayField
            autoFocus
            label={say`Day that every screen shows`}
            value={typed}
            error={wrong !== null}
            helperText={wrong ?? say`The past as recorded, the future as forecast.`}
            onChange={(next) => {
              setTyped(next);
              setWrong(null);
            }}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{say`Close`}</Button>
          {day !== today && <Button onClick={() => show(today)}>{say`Back to today`}</Button>}
          <Button type="submit" variant="contained">
            {say`Show it`}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
