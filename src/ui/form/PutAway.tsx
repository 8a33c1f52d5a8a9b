'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { use, useState } from 'react';
import { METRIC } from '../../core/quantity/units';
import { say } from '../../core/words/words';
import { MayWrite } from '../shell/mayWrite';
import type { Outcome } from '../outcome';
import { Text } from '../kit/kit';
import { ActionForm } from './ActionForm';

interface PutAwayProps<R> {
  name: string;
  /** What it means, said before it is done. */
  says: string;
  send: (values: Record<string, unknown>) => Promise<Outcome<R>>;
  onDone: (value: R) => void;
}

/** Nothing is deleted: something is not offered any more, after a look at what that leaves standing. */
export function PutAway<R>({ name, says, send, onDone }: PutAwayProps<R>) {
  const [open, setOpen] = useState(false);
  if (!use(MayWrite)) return null;
  return (
    <>
      <Button variant="text" onClick={() => setOpen(true)} aria-label={say`Put ${name} away`}>
        {say`Put away…`}
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} fullWidth maxWidth="xs">
        <DialogTitle>{say`Put ${name} away`}</DialogTitle>
        <DialogContent>
          <Text as="p">{says}</Text>
          <ActionForm
            about={`away ${name}`}
            fields={[]}
            units={METRIC}
            submit={say`Put away`}
            send={send}
            onDone={(value) => {
              setOpen(false);
              onDone(value);
            }}
            beside={<Button onClick={() => setOpen(false)}>{say`Leave it`}</Button>}
          />
        </DialogContent>
      </Dialog>
    </>
  );
}
