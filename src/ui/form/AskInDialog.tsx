'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { use, useState } from 'react';
import { METRIC } from '../../core/quantity/units';
import { say } from '../../core/words/words';
import { Stack, Text } from '../kit/kit';
import type { Outcome } from '../outcome';
import { MayWrite } from '../shell/mayWrite';
import { ActionForm, type FormField } from './ActionForm';

interface AskInDialogProps<R> {
  about: string;
  /** What the button that opens it says, and to those who hear the page. */
  opens: string;
  label: string;
  title: string;
  /** What it means, said before it is done. */
  says: string;
  fields?: FormField[];
  submit: string;
  send: (values: Record<string, unknown>) => Promise<Outcome<R>>;
  onDone: (value: R) => void;
}

/** A short question behind a button: what it means, perhaps a field or two, and the way back. */
export function AskInDialog<R>(props: AskInDialogProps<R>) {
  const { about, opens, label, title, says, fields = [], submit, send, onDone } = props;
  const [open, setOpen] = useState(false);
  if (!use(MayWrite)) return null;
  return (
    <>
      <Button variant="text" onClick={() => setOpen(true)} aria-label={label}>
        {opens}
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} fullWidth maxWidth="xs">
        <DialogTitle>{title}</DialogTitle>
        <DialogContent>
          <Stack>
            <Text as="p">{says}</Text>
            <ActionForm
              about={about}
              fields={fields}
              units={METRIC}
              submit={submit}
              send={send}
              onDone={(value) => {
                setOpen(false);
                onDone(value);
              }}
              beside={<Button onClick={() => setOpen(false)}>{say`Leave it`}</Button>}
            />
          </Stack>
        </DialogContent>
      </Dialog>
    </>
  );
}
