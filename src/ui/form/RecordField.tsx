'use client';
import { say, told } from '../../core/words/words';
import InputAdornment from '@mui/material/InputAdornment';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import dynamic from 'next/dynamic';
import { Controller, type UseFormReturn } from 'react-hook-form';
import type { FieldSpec } from '../../core/tasks/form';
import { startShown, toStored, unitName, type UnitChoice } from '../../core/quantity/units';
import { readNumber } from '../../core/quantity/readNumber';
import { OwnPlace } from './OwnPlace';
import { HALF } from '../kit/kit';
import { isFarmDay } from '../../core/quantity/ranges';
import { numericDay } from '../../core/quantity/readDay';

/** Each comes with the first form that has such a field. */
const ChoiceField = dynamic(() => import('./ChoiceField').then((m) => m.ChoiceField));
const TicksField = dynamic(() => import('./TicksField').then((m) => m.TicksField));
const PhotoField = dynamic(() => import('./PhotoField').then((m) => m.PhotoField));
const DayField = dynamic(() => import('./DayField').then((m) => m.DayField));

/** Letters of a label that half a phone's width can show. */
const WORDS_IN_HALF = 20;

const EXAMPLE_DAY = '2026-05-14';

/** Kinds whose text is the value. */
const TEXTS = new Set<FieldSpec['kind']>(['text', 'area', 'choice', 'select', 'day', 'ticks']);

type Form = UseFormReturn<Record<string, string>>;

interface RecordFieldProps {
  field: FieldSpec;
  form: Form;
  units: UnitChoice;
}

export function RecordField(props: RecordFieldProps) {
  return (
    <OwnPlace half={props.field.half}>
      <Field {...props} />
    </OwnPlace>
  );
}

function Field({ field, form, units }: RecordFieldProps) {
  return (
    <Controller
      name={field.name}
      control={form.control}
      render={({ field: input, fieldState }) => {
        const wrong = fieldState.error?.message;
        const label = told(field.label) + (field.optional ? say` (if any)` : '');
        if (field.kind === 'choice')
          return <ChoiceField field={field} value={input.value} onChange={input.onChange} wrong={wrong} />;
        if (field.kind === 'ticks')
          return <TicksField field={field} value={input.value} onChange={input.onChange} wrong={wrong} />;
        if (field.kind === 'photo')
          return (
            <PhotoField
              name={field.name}
              label={label}
              value={input.value}
              onChange={input.onChange}
              wrong={wrong}
              isOneOfMany={field.isOneOfMany}
            />
          );
        if (field.kind === 'day')
          return (
            <DayField
              id={`field-${field.name}`}
              name={input.name}
              inputRef={input.ref}
              className={field.half ? HALF : undefined}
              data-long={label.length > WORDS_IN_HALF || undefined}
              label={label}
              error={!!wrong}
              helperText={wrong ?? told(field.help)}
              value={input.value}
              onChange={input.onChange}
            />
          );
        const unit = field.quantity ? unitName(field.quantity, units) : null;
        return (
          <TextField
            {...input}
            id={`field-${field.name}`}
            className={field.half ? HALF : undefined}
            data-long={label.length > WORDS_IN_HALF || undefined}
            label={label}
            multiline={field.kind === 'weights' || field.kind === 'area'}
            minRows={field.kind === 'weights' || field.kind === 'area' ? (field.rows ?? 3) : undefined}
            select={field.kind === 'select'}
            error={!!wrong}
            helperText={wrong ?? told(field.help)}
            slotProps={{
              htmlInput: {
                inputMode: TEXTS.has(field.kind) ? 'text' : field.kind === 'count' ? 'numeric' : 'decimal',
                autoComplete: 'off',
              },
              // A unit at the end and a name in the middle would lie over each other where letters are large.
              ...(unit ? { inputLabel: { shrink: true } } : {}),
              input: unit ? { endAdornment: <InputAdornment position="end">{unit}</InputAdornment> } : {},
            }}
          >
            {field.kind === 'select'
              ? field.options!.map(([value, words]) => (
                  <MenuItem key={value} value={value}>
                    {told(words)}
                  </MenuItem>
                ))
              : undefined}
          </TextField>
        );
      }}
    />
  );
}

/** `typedAt`: of what is sent as `media.0`, where it was typed: rows left empty are not sent. */
type StoredValues =
  | { ok: true; values: Record<string, unknown>; typedAt: (path: string) => string }
  | { ok: false; fields: Record<string, string> };

/** Typed text to stored values: units are converted here, and only what is no number is refused here. */
export function storedValues(
  fields: readonly FieldSpec[],
  typed: Record<string, unknown>,
  units: UnitChoice,
): StoredValues {
  const values: Record<string, unknown> = {};
  const wrong: Record<string, string> = {};
  const rowAt: Record<string, number[]> = {};
  for (const field of fields) {
    if (field.kind === 'rows') {
      const read = storedRows(field, typed[field.name], units);
      values[field.name] = read.rows;
      rowAt[field.name] = read.at;
      Object.assign(wrong, read.wrong);
      continue;
    }
    const text = String(typed[field.name] ?? '');
    if (!text.trim()) {
      if (!field.optional) wrong[field.name] = say`${field.label}: give it first`;
      continue;
    }
    if (field.kind === 'day' && !isFarmDay(text as unknown)) {
      wrong[field.name] =
        say`“${text.slice(0, 20)}” is no day between 2000 and 2100; write it like ${numericDay(EXAMPLE_DAY)}`;
      continue;
    }
    if (field.kind === 'photo') {
      values[field.name] = inPieces(text);
      continue;
    }
    if (TEXTS.has(field.kind)) {
      values[field.name] = text.trim();
      continue;
    }
    const words = field.kind === 'weights' ? text.trim().split(/[\s;]+/) : [text];
    const numbers = words.map(readNumber);
    const bad = numbers.indexOf(null);
    if (bad >= 0) {
      wrong[field.name] = say`“${words[bad]!.slice(0, 30)}” is not a number`;
      continue;
    }
    const stored = numbers.map((n) => storedOf(field, n!, units));
    values[field.name] = field.kind === 'weights' ? stored : stored[0];
  }
  const typedAt = (path: string) =>
    path.replace(/^(\w+)\.(\d+)/, (sent, name: string, i: string) => {
      const row = rowAt[name]?.[Number(i)];
      return row === undefined ? sent : `${name}.${row}`;
    });
  return Object.keys(wrong).length > 0 ? { ok: false, fields: wrong } : { ok: true, values, typedAt };
}

/** What nobody touched is sent as it was: rounding to what is shown changes nothing. */
function storedOf({ quantity, start }: FieldSpec & { start?: unknown }, shown: number, units: UnitChoice): number {
  if (!quantity) return shown;
  const untouched = typeof start === 'number' && startShown(quantity, start, units) === shown;
  if (untouched) return start;
  const stored = toStored(quantity, shown, units);
  // Nobody measures fish finer than a millimetre.
  return quantity === 'shortLength' ? Number(stored.toFixed(1)) : stored;
}

/** No single text of what is sent may be long. */
const PIECE = 18_000;
const inPieces = (text: string) => text.match(new RegExp(`.{1,${PIECE}}`, 'gs')) ?? [];

const isEmpty = (row: Record<string, unknown>) => Object.values(row).every((v) => !String(v ?? '').trim());

/** Rows as typed; one with nothing in it is passed over. Faults are named `media.0.volumeM3`. */
function storedRows({ name, columns = [] }: FieldSpec, typed: unknown, units: UnitChoice) {
  const wrong: Record<string, string> = {};
  const at: number[] = [];
  const rows = (Array.isArray(typed) ? (typed as Record<string, unknown>[]) : []).flatMap((row, i) => {
    if (isEmpty(row)) return [];
    const read = storedValues(columns, row, units);
    at.push(i);
    if (read.ok) return [read.values];
    for (const [column, words] of Object.entries(read.fields)) wrong[`${name}.${i}.${column}`] = words;
    return [];
  });
  return { rows, at, wrong };
}
