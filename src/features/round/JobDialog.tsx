'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useState, useTransition } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { toShown, type UnitChoice } from '../../core/quantity/units';
import { RecordField, storedValues } from '../../ui/form/RecordField';
import { newEntryKey } from '../../ui/outcome';
import { Why } from '../../ui/Why';
import { jobForm } from './jobForms';
import type { RoundJob } from './queries';

interface JobDialogProps {
  job: RoundJob;
  units: UnitChoice;
  mayDo: boolean;
  refusal: string;
  onClose: () => void;
  onDone: (words: string) => void;
}

export function JobDialog({ job, units, mayDo, refusal, onClose, onDone }: JobDialogProps) {
  const small = useMediaQuery('(max-width:760px)');
  const [spec] = useState(() => jobForm(job));
  const [entryKey] = useState(newEntryKey);
  const [formError, setFormError] = useState<string | null>(null);
  const [pending, start] = useTransition();
  const defaults = Object.fromEntries(
    spec.fields.map((f) => [
      f.name,
      typeof f.start === 'number' && f.quantity
        ? String(Number(toShown(f.quantity, f.start, units).toFixed(2)))
        : String(f.start ?? ''),
    ]),
  );
  const form = useForm<Record<string, string>>({ defaultValues: defaults });
  const typed = useWatch({ control: form.control }) as Record<string, string>;

  const submit = form.handleSubmit((values) => {
    const read = storedValues(spec.fields, values, units);
    if (!read.ok) {
      for (const [name, words] of Object.entries(read.fields)) form.setError(name, { message: words });
      return;
    }
    start(async () => {
      try {
        const outcome = await spec.send({ ...read.values, entryKey });
        if (outcome.ok) return onDone(outcome.value);
        const known = new Set(spec.fields.map((f) => f.name));
        for (const [name, [words]] of Object.entries(outcome.fields)) {
          if (known.has(name)) form.setError(name, { message: words });
          else setFormError(words ?? 'Not recorded.');
        }
      } catch {
        setFormError(
          'No connection: nothing you typed is lost. Press again when it is back; it will not be recorded twice.',
        );
      }
    });
  });

  return (
    <Dialog open onClose={onClose} fullScreen={small} fullWidth maxWidth="sm" aria-labelledby="job-title">
      <form onSubmit={submit} noValidate style={{ display: 'contents' }}>
        <DialogTitle id="job-title">
          {job.place} · {job.title}
        </DialogTitle>
        <DialogContent>
          <div className="stack">
            <p className="quiet">{job.detail}</p>
            {job.because ? (
              <p>
                <Why because={job.because}>
                  <span className="mono strong">{job.amount}</span> · why?
                </Why>
              </p>
            ) : (
              job.amount && <p className="mono strong">{job.amount}</p>
            )}
            {job.caution && <p className="mark soon small">{job.caution}</p>}
            {mayDo ? (
              spec.fields.map((field) => <RecordField key={field.name} field={field} form={form} units={units} />)
            ) : (
              <p className="mark attention">{refusal}</p>
            )}
            {formError && (
              <p className="mark danger" role="alert">
                {formError}
              </p>
            )}
            {mayDo && spec.logLine && (
              <p className="small quiet">
                Same on the log line: <span className="mono">{spec.logLine(shownValues(typed))}</span>
              </p>
            )}
          </div>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{mayDo ? 'Not now' : 'Close'}</Button>
          {mayDo && (
            <Button type="submit" variant="contained" disabled={pending}>
              {pending ? 'Recording…' : spec.submit}
            </Button>
          )}
        </DialogActions>
      </form>
    </Dialog>
  );
}

/** What was typed, as the log line would have it: empty fields left out. */
function shownValues(typed: Record<string, string>) {
  const filled = Object.entries(typed).filter(([, value]) => value !== '');
  return Object.fromEntries(
    filled.map(([name, value]) => [name, name === 'weightsG' ? value.trim().split(/\s+/) : value]),
  );
}
