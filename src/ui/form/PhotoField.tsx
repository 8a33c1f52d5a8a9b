'use client';
import Button from '@mui/material/Button';
import FormHelperText from '@mui/material/FormHelperText';
import { useState, type ChangeEvent } from 'react';
import { say } from '../../core/words/words';
import { Buttons } from '../kit/kit';
import { smallPhoto } from './smallPhoto';
import css from './photo.module.css';

interface PhotoFieldProps {
  name: string;
  label: string;
  /** A JPEG in base64; empty: none. */
  value: string;
  onChange: (value: string) => void;
  wrong: string | undefined;
  /** Several are sent together: each is made smaller. */
  isOneOfMany?: boolean | undefined;
}

/** A photo from the camera or a file, made small before it is kept. */
export function PhotoField({ name, label, value, onChange, wrong, isOneOfMany }: PhotoFieldProps) {
  const [refused, setRefused] = useState<string | null>(null);
  const take = async (event: ChangeEvent<HTMLInputElement>) => {
    const [file] = event.target.files ?? [];
    event.target.value = '';
    if (!file) return;
    try {
      onChange(await smallPhoto(file, isOneOfMany));
      setRefused(null);
    } catch {
      setRefused(say`That file is no picture this browser can read.`);
    }
  };
  const said = wrong ?? refused;
  return (
    <div>
      <Buttons>
        <Button component="label" variant="outlined" htmlFor={`field-${name}`}>
          {value ? say`Take it again` : label}
          <input
            id={`field-${name}`}
            className={css.file}
            type="file"
            accept="image/*"
            capture="environment"
            aria-label={label}
            onChange={(event) => void take(event)}
          />
        </Button>
        {value && <Button onClick={() => onChange('')}>{say`Leave it out`}</Button>}
      </Buttons>
      {value && (
        // A picture of this form's own, that no server sends.
        <img className={css.photo} src={`data:image/jpeg;base64,${value}`} alt={say`The photo that goes along`} />
      )}
      {said && <FormHelperText error>{said}</FormHelperText>}
    </div>
  );
}
