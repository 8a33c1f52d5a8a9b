'use client';
import { say } from '../../core/words/words';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useEffect, useState, useTransition, type FormEvent } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import type { FieldSpec } from '../../core/tasks/form';
import type { UnitChoice } from '../../core/quantity/units';
import type { Outcome } from '../outcome';
import { storedValues } from './RecordField';
import { useEntryKey } from './useEntryKey';
import { useKeptTyping } from './useKeptTyping';
import { Mark, Text, WordButton } from '../kit/kit';

interface EntryOptions<R> {
  fields: readonly FieldSpec[];
  units: UnitChoice;
  /** What it is about, where one page has the same form about several things. */
  about?: string | undefined;
  form: UseFormReturn<Record<string, string>>;
  send: (values: Record<string, unknown>) => Promise<Outcome<R>>;
  /** What it answered, and the key it is recorded under: by it an entry is taken back; null where it stays. */
  onDone: (value: R, recordedKey: string | null) => void;
  /** It asks and records nothing: what is typed is there again when the page is. */
  asks?: boolean | undefined;
}

/**
 * One entry from typing to its answer: faults stand beside their field, what only looks wrong is asked about, a lost
 * connection loses nothing, and pressing twice records once. An answer that was lost is never taken for an answer to
 * what is typed afterwards: the key stays with what was sent under it.
 */
export function useEntry<R>({ fields, units, about = '', form, send, onDone, asks }: EntryOptions<R>) {
  const [entryKey, answered, adopt] = useEntryKey();
  const name = `${fields.map((f) => f.name).join(' ')} ${about}`;
  const kept = useKeptTyping({ form, name, entryKey, adopt });
  const [formError, setFormError] = useState<string | null>(null);
  const [asked, setAsked] = useState<string[]>([]);
  const [confirmed, setConfirmed] = useState(false);
  const [pending, start] = useTransition();

  // A question belongs to the values that raised it: what is typed anew is asked about anew.
  useEffect(() => {
    const clear = () => {
      setAsked([]);
      setConfirmed(false);
    };
    return form.subscribe({ formState: { values: true }, callback: clear });
  }, [form]);

  const refuse = (words: Record<string, string[]>, typedAt = (path: string) => path) => {
    const known = new Set(fields.map((f) => f.name));
    setAsked(words.confirm?.flatMap((w) => w.split('\n')) ?? []);
    for (const [name, [said]] of Object.entries(words)) {
      if (name === 'confirm') continue;
      // A row’s fault comes as media.0.volumeM3 or media[0].volumeM3.
      const path = typedAt(name.replace(/\[(\d+)\]/g, '.$1'));
      if (known.has(path.split('.')[0]!)) form.setError(path, { message: said });
      else setFormError(said ?? say`Not recorded.`);
    }
  };
  const record = form.handleSubmit((values) => {
    setFormError(null);
    form.clearErrors();
    const read = storedValues(fields, values, units);
    if (!read.ok) return refuse(Object.fromEntries(Object.entries(read.fields).map(([k, v]) => [k, [v]])));
    start(async () => {
      const yes = asked.length > 0 && confirmed ? { confirmed: true } : {};
      // Only a press without an answer is “no connection”: what goes wrong after it is ours, and the entry is recorded.
      const outcome = await send({ ...read.values, ...yes, entryKey }).catch(() => null);
      if (!outcome)
        return setFormError(
          say`No connection: nothing you typed is lost. Press again when it is back; it will not be recorded twice.`,
        );
      answered(outcome);
      if (!outcome.ok) return refuse(outcome.fields, read.typedAt);
      setAsked([]);
      setConfirmed(false);
      if (!asks) kept.done();
      onDone(outcome.value, outcome.stays ? null : entryKey);
    });
  });
  // A dialog opened from a form is no part of it: what is asked there must not send what is typed here.
  const submit = (event: FormEvent) => {
    event.stopPropagation();
    return record(event);
  };
  const blocked = asked.length > 0 && !confirmed;
  return { submit, pending, formError, asked, confirmed, setConfirmed, blocked, kept };
}

type EntryState = Pick<ReturnType<typeof useEntry>, 'asked' | 'confirmed' | 'setConfirmed' | 'formError'> & {
  kept?: Pick<ReturnType<typeof useKeptTyping>, 'restored' | 'anew'>;
};

/** What is asked before it is recorded, and what went wrong, at the foot of a form. */
export function EntryWords({ asked, confirmed, setConfirmed, formError, kept }: EntryState) {
  return (
    <>
      {kept?.restored && (
        <Text as="p" small quiet role="status">
          {say`What you typed before is still here.`}{' '}
          <WordButton type="button" onClick={kept.anew}>{say`Begin anew`}</WordButton>
        </Text>
      )}
      {asked.length > 0 && (
        <Mark tone="attention" role="alert">
          {asked.map((words) => (
            <p key={words}>{words}</p>
          ))}
          <FormControlLabel
            control={<Checkbox checked={confirmed} onChange={(e) => setConfirmed(e.target.checked)} />}
            label={say`Yes, that is right`}
          />
        </Mark>
      )}
      {formError && (
        <Mark as="p" tone="danger" role="alert">
          {formError}
        </Mark>
      )}
    </>
  );
}
