'use client';
import { useState } from 'react';
import { Chips } from '../../../ui/form/Chips';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { husbandry } from '../actions';
import type { FormProps } from './shared';

type NoteKind = 'observe' | 'treat' | 'quarantine_clear' | 'quarantine_extend';

interface Note {
  name: string;
  /** What is to be written. */
  asks: string;
  submit: string;
  /** The label of its last day, for what lasts. */
  until?: string;
  caution?: string;
}

const NOTES: Record<NoteKind, Note> = {
  observe: {
    name: 'Observation',
    asks: 'What was seen: skin, gills, swimming, appetite',
    submit: 'Record the observation',
  },
  treat: {
    name: 'Treatment',
    asks: 'Product, dose and reason, as on the label',
    submit: 'Record the treatment',
    until: 'Not for sale up to and with (withdrawal period)',
    caution:
      'Only by veterinarian and label: they set product, dose and withdrawal period. Treated water never goes to plants. Gloves and goggles.',
  },
  quarantine_clear: { name: 'Clear from quarantine', asks: 'On what grounds', submit: 'Clear them' },
  quarantine_extend: {
    name: 'Extend quarantine',
    asks: 'Why longer',
    submit: 'Extend',
    until: 'In quarantine up to and with',
  },
};

const HOW_ARE_THEY: [string, string][] = [
  ['well', 'well'],
  ['off', 'off their feed or odd'],
  ['ill', 'ill'],
];

export function NoteForm({ fish, role, units, today, onDone }: FormProps & { role: string; today: string }) {
  const [kind, setKind] = useState<NoteKind>('observe');
  const note = NOTES[kind];
  const kinds = kindsFor(role, fish.quarantined).map((key) => [key, NOTES[key].name] as const);
  const fields: FormField[] = [
    ...(kind === 'observe'
      ? [{ name: 'state', label: 'How are they?', kind: 'choice' as const, start: 'well', options: HOW_ARE_THEY }]
      : []),
    { name: 'words', label: note.asks, kind: 'area', start: '' },
    ...(note.until ? [{ name: 'untilDay', label: note.until, kind: 'day' as const, start: today }] : []),
  ];
  return (
    <>
      <Chips label="What to note" options={kinds} chosen={kind} onChoose={setKind} />
      <ActionForm
        key={kind}
        fields={fields}
        units={units}
        submit={note.submit}
        caution={note.caution ?? null}
        onDone={onDone}
        send={(v) => husbandry({ ...v, kind, lotCode: fish.lotCode, placeId: fish.placeId })}
      />
    </>
  );
}

function kindsFor(role: string, quarantined: boolean): NoteKind[] {
  if (role !== 'manager') return ['observe'];
  return quarantined ? ['observe', 'treat', 'quarantine_clear', 'quarantine_extend'] : ['observe', 'treat'];
}
