'use client';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { SPECIES_DEFAULTS } from '../../../core/library/defaults';
import { say, told, word } from '../../../core/words/words';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { Sheet, SheetBody, SheetHead, Text } from '../../../ui/kit/kit';
import { SaidLines } from '../../../ui/SaidLines';
import { ownSpecies, type Said } from '../actions';
import type { SpeciesPage } from './speciesQuery';

const fields = (): FormField[] => [
  { name: 'name', label: word`Name`, kind: 'text', start: '' },
  {
    ...{ name: 'waterC', label: word`Water in which it grew so`, kind: 'quantity', quantity: 'temperature', start: '' },
  },
  {
    ...{ name: 'points', label: word`Known points of its growth`, kind: 'rows', add: word`Another point`, most: 40 },
    help: word`Its age or the days since it came, and what it weighed then; two are enough.`,
    columns: [
      { name: 'days', label: word`Days`, kind: 'count' },
      { name: 'weightG', label: word`Weight`, kind: 'quantity', quantity: 'smallMass' },
    ],
    start: [
      { days: '', weightG: '' },
      { days: '', weightG: '' },
    ],
  },
  { name: 'marketFromG', label: word`Sold from`, kind: 'quantity', quantity: 'smallMass', half: true, start: '' },
  { name: 'marketToG', label: word`Sold up to`, kind: 'quantity', quantity: 'smallMass', half: true, start: '' },
  {
    ...{ name: 'like', label: word`Otherwise like`, kind: 'select', optional: true, start: '' },
    options: [
      ['', say`the one that fits the water best`],
      ...SPECIES_DEFAULTS.filter((s) => s.marketG).map((s): [string, string] => [s.code, told(s.name)]),
    ],
  },
];

/** A fish that no library has: its name and a few weights are enough to plan with. */
export function OwnSpecies({ page }: { page: SpeciesPage }) {
  const [open, setOpen] = useState(false);
  const [said, setSaid] = useState<Said | null>(null);
  return (
    <Sheet aria-label={say`A species of your own`}>
      <SheetHead>
        <h2>{say`A species of your own`}</h2>
        <Text quiet small>
          {say`from its name and a few weights`}
        </Text>
      </SheetHead>
      <SheetBody stack>
        <SaidLines said={said} />
        {open ? (
          <ActionForm
            about="own species"
            fields={fields()}
            units={page.units}
            submit={say`Take it onto the farm`}
            send={ownSpecies}
            onDone={(v) => {
              setSaid(v);
              setOpen(false);
            }}
          />
        ) : (
          <Button variant="outlined" onClick={() => setOpen(true)}>
            {say`Add one…`}
          </Button>
        )}
      </SheetBody>
    </Sheet>
  );
}
