'use client';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState, useTransition, type ReactNode } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { toShown, type UnitChoice } from '../../core/quantity/units';
import { newEntryKey, type Outcome } from '../outcome';
import { RecordField, storedValues, type FieldSpec } from './RecordField';

export interface FormField extends FieldSpec {
  /** What the field starts with, in stored units; several numbers for a field that takes many. */
  start?: string | number | number[];
}

interface ActionFormProps<R> {
  fields: FormField[];
  units: UnitChoice;
  submit: string;
  send: (values: Record<string, unknown>) => Promise<Outcome<R>>;
  onDone: (value: R) => void;
  /** Shown under the fields, from what is typed so far; may type into a field itself. */
  children?: (typed: Record<string, string>, type: (name: string, text: string) => void) => ReactNode;
  /** More buttons beside the main one. */
  beside?: ReactNode;
  /** A form with danger in it says so before its button. */
  caution?: string | null;
}

/** Runs of fields of one group, in their order. */
function groupsOf(fields: FormField[]): [group: string | undefined, members: FormField[]][] {
  const groups: [string | undefined, FormField[]][] = [];
  for (const field of fields) {
    const last = groups.at(-1);
    if (last && last[0] === field.group) last[1].push(field);
    else groups.push([field.group, [field]]);
  }
  return groups;
}

export function shownStart(field: FormField, units: UnitChoice): string {
  const { start, quantity } = field;
  if (typeof start === 'string' || start === undefined) return start ?? '';
  const shown = (stored: number) => (quantity ? Number(toShown(quantity, stored, units).toFixed(2)) : stored);
  return [start].flat().map(shown).join(' ');
}

/**
 * A form that records something: faults stand beside their field, what only looks wrong is asked about, a lost
 * connection loses nothing, and pressing twice records once.
 */
export function ActionForm<R>({ fields, units, submit, send, onDone, children, beside, caution }: ActionFormProps<R>) {
  const [entryKey, setEntryKey] = useState(newEntryKey);
  const [formError, setFormError] = useState<string | null>(null);
  const [asked, setAsked] = useState<string[]>([]);
  const [confirmed, setConfirmed] = useState(false);
  const [pending, start] = useTransition();
  const form = useForm<Record<string, string>>({
    defaultValues: Object.fromEntries(fields.map((f) => [f.name, shownStart(f, units)])),
  });
  const typed = useWatch({ control: form.control }) as Record<string, string>;

  const refuse = (words: Record<string, string[]>) => {
    const known = new Set(fields.map((f) => f.name));
    setAsked(words.confirm?.flatMap((w) => w.split('\n')) ?? []);
    for (const [name, [said]] of Object.entries(words)) {
      if (name === 'confirm') continue;
      if (known.has(name)) form.setError(name, { message: said });
      else setFormError(said ?? 'Not recorded.');
    }
  };
  const onSubmit = form.handleSubmit((values) => {
    setFormError(null);
    const read = storedValues(fields, values, units);
    if (!read.ok) return refuse(Object.fromEntries(Object.entries(read.fields).map(([k, v]) => [k, [v]])));
    start(async () => {
      try {
        const yes = asked.length > 0 && confirmed ? { confirmed: true } : {};
        const outcome = await send({ ...read.values, ...yes, entryKey });
        if (!outcome.ok) return refuse(outcome.fields);
        setEntryKey(newEntryKey());
        setAsked([]);
        setConfirmed(false);
        onDone(outcome.value);
      } catch {
        setFormError(
          'No connection: nothing you typed is lost. Press again when it is back; it will not be recorded twice.',
        );
      }
    });
  });

  return (
    <form onSubmit={onSubmit} noValidate className="stack">
      {groupsOf(fields).map(([group, members]) => {
        const inputs = members.map((field) => <RecordField key={field.name} field={field} form={form} units={units} />);
        if (!group)
          return (
            <div key={members[0]!.name} className="fields">
              {inputs}
            </div>
          );
        return (
          <fieldset key={group} className="fields">
            <legend>{group}</legend>
            {inputs}
          </fieldset>
        );
      })}
      {children?.(typed, (name, text) => form.setValue(name, text, { shouldValidate: true }))}
      {caution && <p className="mark soon small">{caution}</p>}
      {asked.length > 0 && (
        <div className="mark attention" role="alert">
          {asked.map((words) => (
            <p key={words}>{words}</p>
          ))}
          <FormControlLabel
            control={<Checkbox checked={confirmed} onChange={(e) => setConfirmed(e.target.checked)} />}
            label="Yes, that is right"
          />
        </div>
      )}
      {formError && (
        <p className="mark danger" role="alert">
          {formError}
        </p>
      )}
      <div className="buttons">
        <Button type="submit" variant="contained" disabled={pending || (asked.length > 0 && !confirmed)}>
          {pending ? 'Recording…' : submit}
        </Button>
        {beside}
      </div>
    </form>
  );
}
