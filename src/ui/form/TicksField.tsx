'use client';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import FormGroup from '@mui/material/FormGroup';
import FormHelperText from '@mui/material/FormHelperText';
import FormLabel from '@mui/material/FormLabel';
import { told } from '../../core/words/words';
import type { FieldSpec } from '../../core/tasks/form';

interface TicksFieldProps {
  field: FieldSpec;
  /** What is ticked, with spaces between. */
  value: string;
  onChange: (value: string) => void;
  wrong: string | undefined;
}

/** Several of a few, all in sight. */
export function TicksField({ field, value, onChange, wrong }: TicksFieldProps) {
  const labelId = `label-${field.name}`;
  const ticked = new Set(value.split(' ').filter(Boolean));
  const tick = (choice: string, on: boolean) =>
    onChange(
      field
        .options!.map(([c]) => c)
        .filter((c) => (c === choice ? on : ticked.has(c)))
        .join(' '),
    );
  return (
    <div role="group" aria-labelledby={labelId}>
      <FormLabel id={labelId} error={!!wrong}>
        {told(field.label)}
      </FormLabel>
      <FormGroup row>
        {field.options!.map(([choice, words]) => (
          <FormControlLabel
            key={choice}
            label={told(words)}
            control={<Checkbox checked={ticked.has(choice)} onChange={(_, on) => tick(choice, on)} />}
          />
        ))}
      </FormGroup>
      {wrong && <FormHelperText error>{wrong}</FormHelperText>}
    </div>
  );
}
