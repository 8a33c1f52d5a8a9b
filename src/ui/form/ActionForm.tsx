'use client';
import { say, told } from '../../core/words/words';
import Button from '@mui/material/Button';
import { use, type ReactNode } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { startShown, type UnitChoice } from '../../core/quantity/units';
import type { FieldSpec } from '../../core/tasks/form';
import type { Outcome } from '../outcome';
import { MayWrite } from '../shell/mayWrite';
import { FieldOf } from './FieldOf';
import { EntryWords, useEntry } from './useEntry';
import { Caution } from '../kit/Caution';
import { Buttons, Fields, Mark, Stack } from '../kit/kit';

export interface FormField extends FieldSpec {
  /** What the field starts with, in stored units; several numbers for a field that takes many. */
  start?: string | number | number[] | Record<string, string | number>[];
}

interface ActionFormProps<R> {
  fields: FormField[];
  /** What it is about, where one page has the same form about several things. */
  about?: string;
  units: UnitChoice;
  submit: string;
  send: (values: Record<string, unknown>) => Promise<Outcome<R>>;
  /** What it answered, and the key by which it is taken back; null where it stays. */
  onDone: (value: R, recordedKey: string | null) => void;
  /** Shown under the fields, from what is typed so far; may type into a field itself. */
  children?: (typed: Record<string, string>, type: (name: string, text: string) => void) => ReactNode;
  /** More buttons beside the main one. */
  beside?: ReactNode;
  /** A form with danger in it says so before its button. */
  caution?: string | null;
  /** It asks and records nothing: what is typed is there again when the page is. */
  asks?: boolean;
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

/** Rows as they are typed; a form holds them under one name. */
function rowsStart({ start, columns = [] }: FormField, units: UnitChoice): Record<string, string>[] {
  return (start as Record<string, string | number>[]).map((row) =>
    Object.fromEntries(columns.map((c) => [c.name, shownStart({ ...c, start: row[c.name] ?? '' }, units)])),
  );
}

export function shownStart(field: FormField, units: UnitChoice): string {
  // Rows are no text; the form’s own type knows plain fields only.
  if (field.kind === 'rows') return rowsStart(field, units) as unknown as string;
  const { start, quantity } = field as Omit<FormField, 'start'> & { start?: string | number | number[] };
  if (typeof start === 'string' || start === undefined) return start ?? '';
  return [start]
    .flat()
    .map((stored) => startShown(quantity, stored, units))
    .join(' ');
}

/**
 * A form that records something: faults stand beside their field, what only looks wrong is asked about, a lost
 * connection loses nothing, and pressing twice records once.
 */
export function ActionForm<R>({
  fields,
  about,
  units,
  submit,
  send,
  onDone,
  children,
  beside,
  caution,
  asks,
}: ActionFormProps<R>) {
  const mayWrite = use(MayWrite);
  const form = useForm<Record<string, string>>({
    defaultValues: Object.fromEntries(fields.map((f) => [f.name, shownStart(f, units)])),
  });
  const typed = useWatch({ control: form.control }) as Record<string, string>;
  const entry = useEntry({ fields, units, about, form, send, onDone, asks });

  if (!mayWrite) return <Mark as="p">{say`You read here as a visitor; nothing is recorded by you.`}</Mark>;
  return (
    <Stack as="form" onSubmit={entry.submit} noValidate>
      {groupsOf(fields).map(([group, members]) => {
        const inputs = members.map((field) => <FieldOf key={field.name} field={field} form={form} units={units} />);
        if (!group) return <Fields key={members[0]!.name}>{inputs}</Fields>;
        return (
          <Fields as="fieldset" key={group}>
            <legend>{told(group)}</legend>
            {inputs}
          </Fields>
        );
      })}
      {children?.(typed, (name, text) => form.setValue(name, text, { shouldValidate: true }))}
      {caution && <Caution words={caution} />}
      <EntryWords {...entry} />
      <Buttons>
        <Button type="submit" variant="contained" disabled={entry.pending || entry.blocked}>
          {entry.pending ? say`Recording…` : told(submit)}
        </Button>
        {beside}
      </Buttons>
    </Stack>
  );
}
