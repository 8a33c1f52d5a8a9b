'use client';
import { say } from '../../core/words/words';
import ButtonBase from '@mui/material/ButtonBase';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { UnitChoice } from '../../core/quantity/units';
import { Text } from '../../ui/kit/kit';
import css from './account.module.css';
import { codeWords } from '../../core/words/codes';

const Preferences = dynamic(() => import('./Preferences').then((m) => m.Preferences), { ssr: false });

interface WhoProps {
  name: string;
  role: string;
  /** Which farm one is on, where it is not said beside. */
  farmName: string | null;
  units: UnitChoice;
}

export function Who({ name, role, farmName, units }: WhoProps) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <ButtonBase
        className={css.who}
        onClick={() => setOpen(true)}
        aria-label={say`${name}, ${codeWords(role)}: units, light and dark, sign out`}
      >
        {name}
        <br />
        <Text small quiet>
          {codeWords(role)}
          {farmName && (
            <>
              <br />
              {farmName}
            </>
          )}
        </Text>
      </ButtonBase>
      {open && <Preferences name={name} units={units} onClose={() => setOpen(false)} />}
    </>
  );
}
