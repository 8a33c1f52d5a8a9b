'use client';
import { say } from '../../core/words/words';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useEffect, useState } from 'react';
import { useForm, useWatch, type UseFormReturn } from 'react-hook-form';
import type { UnitChoice } from '../../core/quantity/units';
import type { JobForm } from '../../core/tasks/form';
import { jobForm } from '../../core/tasks/round';
import { shownStart } from '../../ui/form/ActionForm';
import { FieldOf } from '../../ui/form/FieldOf';
import { EntryWords, useEntry } from '../../ui/form/useEntry';
import { Why } from '../../ui/Why';
import { doJob } from './actions';
import type { RoundJob } from './queries';
import { Caution } from '../../ui/kit/Caution';
import { Mark, Stack, Text } from '../../ui/kit/kit';
import css from './round.module.css';

interface JobDialogProps {
  job: RoundJob;
  units: UnitChoice;
  mayDo: boolean;
  refusal: string;
  onClose: () => void;
  onDone: (words: string, recordedKey: string | null) => void;
}

export function JobDialog({ job, units, mayDo, refusal, onClose, onDone }: JobDialogProps) {
  const small = useMediaQuery('(max-width:760px)');
  const [spec] = useState(() => jobForm(job));
  const form = useForm<Record<string, string>>({
    defaultValues: Object.fromEntries(spec.fields.map((f) => [f.name, shownStart(f, units)])),
  });
  useFilled(spec, form, units);
  const typed = useWatch({ control: form.control }) as Record<string, string>;
  const send = ({ entryKey, confirmed, ...values }: Record<string, unknown>) =>
    doJob(spec.command, { ...spec.body(values), ...(confirmed ? { confirmed } : {}), entryKey });
  const entry = useEntry({ fields: spec.fields, units, about: JSON.stringify(job.id), form, send, onDone });

  return (
    <Dialog open onClose={onClose} fullScreen={small} fullWidth maxWidth="sm" aria-labelledby="job-title">
      <form onSubmit={entry.submit} noValidate className={css.contents}>
        <DialogTitle id="job-title">
          {job.place} · {job.title}
        </DialogTitle>
        <DialogContent>
          <Stack>
            <Text as="p" quiet>
              {job.detail}
            </Text>
            {job.because ? (
              <p>
                <Why because={job.because}>
                  <Text mono strong>
                    {job.amount}
                  </Text>{' '}
                  {say`· why?`}
                </Why>
              </p>
            ) : (
              job.amount && (
                <Text as="p" mono strong>
                  {job.amount}
                </Text>
              )
            )}
            {job.held && (
              <Mark as="p" tone="danger">
                {say`Hold it: ${job.held}`}
              </Mark>
            )}
            {job.caution && <Caution words={job.caution} />}
            {mayDo ? (
              spec.fields.map((field) => <FieldOf key={field.name} field={field} form={form} units={units} />)
            ) : (
              <Mark as="p" tone="attention">
                {refusal}
              </Mark>
            )}
            <EntryWords {...entry} />
            {mayDo && spec.logLine && (
              <Text as="p" small quiet>
                {say`Same on the log line:`} <Text mono>{spec.logLine(shownValues(typed))}</Text>
              </Text>
            )}
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{mayDo ? say`Not now` : say`Close`}</Button>
          {mayDo && (
            <Button type="submit" variant="contained" disabled={entry.pending || entry.blocked}>
              {entry.pending ? say`Recording…` : spec.submit}
            </Button>
          )}
        </DialogActions>
      </form>
    </Dialog>
  );
}

/** Fields that follow another: only while somebody types in that one, never over what was kept. */
function useFilled({ fills, fields }: JobForm, form: UseFormReturn<Record<string, string>>, units: UnitChoice) {
  useEffect(() => {
    if (!fills) return;
    return form.subscribe({
      formState: { values: true },
      callback: ({ name, values }) => {
        if (name !== fills.by) return;
        for (const [field, stored] of Object.entries(fills.with(values[fills.by] ?? ''))) {
          const spec = fields.find((f) => f.name === field)!;
          form.setValue(field, shownStart({ ...spec, start: stored }, units));
        }
      },
    });
  }, [fills, fields, form, units]);
}

/** What was typed, as the log line would have it: empty fields left out. */
function shownValues(typed: Record<string, string>) {
  const filled = Object.entries(typed).filter(([, value]) => value !== '');
  return Object.fromEntries(
    filled.map(([name, value]) => [name, name === 'weightsG' ? value.trim().split(/\s+/) : value]),
  );
}
