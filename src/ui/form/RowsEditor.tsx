'use client';
import Button from '@mui/material/Button';
import FormHelperText from '@mui/material/FormHelperText';
import { useFieldArray, type Control, type FieldValues, type UseFormReturn } from 'react-hook-form';
import { say, told } from '../../core/words/words';
import type { FieldSpec } from '../../core/tasks/form';
import type { UnitChoice } from '../../core/quantity/units';
import { Stack, Text } from '../kit/kit';
import { RecordField } from './RecordField';
import css from './form.module.css';

interface RowsEditorProps {
  field: FieldSpec;
  form: UseFormReturn<Record<string, string>>;
  units: UnitChoice;
}

/** A short table that is typed: a row for each thing, its parts side by side, one added or taken out at a time. */
export function RowsEditor({ field, form, units }: RowsEditorProps) {
  const columns = field.columns ?? [];
  // The form’s own type holds plain fields; rows are arrays of them under one name.
  const { fields, append, remove } = useFieldArray({
    control: form.control as unknown as Control<FieldValues>,
    name: field.name,
  });
  const wrong = form.formState.errors[field.name] as { message?: string; root?: { message?: string } } | undefined;
  const message = wrong?.root?.message ?? (typeof wrong?.message === 'string' ? wrong.message : undefined);
  const add = () => append(Object.fromEntries(columns.map((c) => [c.name, ''])));
  return (
    <Stack as="fieldset" className={css.rows}>
      <legend>{told(field.label)}</legend>
      {field.help && (
        <Text as="p" small quiet>
          {told(field.help)}
        </Text>
      )}
      {fields.map((row, i) => (
        <div key={row.id} className={css.row}>
          {columns.map((column) => (
            <RecordField
              key={column.name}
              field={{ ...column, name: `${field.name}.${i}.${column.name}` }}
              form={form}
              units={units}
            />
          ))}
          <Button onClick={() => remove(i)} aria-label={say`Take out row ${i + 1}`}>
            {say`Take out`}
          </Button>
        </div>
      ))}
      {message && <FormHelperText error>{message}</FormHelperText>}
      {fields.length < (field.most ?? Infinity) && (
        <div>
          <Button variant="outlined" onClick={add}>
            {told(field.add ?? say`Another row`)}
          </Button>
        </div>
      )}
    </Stack>
  );
}
