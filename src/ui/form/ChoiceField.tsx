'use client';
import FormControlLabel from '@mui/material/FormControlLabel';
import FormHelperText from '@mui/material/FormHelperText';
import FormLabel from '@mui/material/FormLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import { told } from '../../core/words/words';
import type { FieldSpec } from '../../core/tasks/form';

interface ChoiceFieldProps {
  field: FieldSpec;
  value: string;
  onChange: (event: unknown) => void;
  wrong: string | undefined;
}

/** One of a few, all in sight. */
export function ChoiceField({ field, value, onChange, wrong }: ChoiceFieldProps) {
  const labelId = `label-${field.name}`;
  return (
    <div>
      <FormLabel id={labelId} error={!!wrong}>
        {told(field.label)}
      </FormLabel>
      <RadioGroup row aria-labelledby={labelId} value={value} onChange={onChange}>
        {field.options!.map(([choice, words]) => (
          <FormControlLabel key={choice} value={choice} control={<Radio />} label={told(words)} />
        ))}
      </RadioGroup>
      {wrong && <FormHelperText error>{wrong}</FormHelperText>}
    </div>
  );
}
