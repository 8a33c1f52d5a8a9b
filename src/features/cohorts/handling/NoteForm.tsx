'use client';
import { say, word } from '../../../core/words/words';
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
    name: word`Observation`,
    asks: word`What was seen: skin, gills, swimming, appetite`,
    submit: word`Record the observation`,
  },
  treat: {
    name: word`Treatment`,
    asks: word`Product, dose and reason, as on the label`,
    submit: word`Record the treatment`,
    until: word`Not for sale up to and with (withdrawal period)`,
    caution: word`Only by veterinarian and label: they set product, dose and withdrawal period. Treated water never goes to plants. Gloves and goggles.`,
  },
  quarantine_clear: { name: word`Clear from quarantine`, asks: word`On what grounds`, submit: word`Clear them` },
  quarantine_extend: {
    name: word`Extend quarantine`,
    asks: word`Why longer`,
    submit: word`Extend`,
    until: word`In quarantine up to and with`,
  },
};

const HOW_ARE_THEY: [string, string][] = [
  ['well', word`well`],
  ['off', word`off their feed or odd`],
  ['ill', word`ill`],
];

export function NoteForm({ fish, role, units, today, onDone }: FormProps & { role: string; today: string }) {
  const [kind, setKind] = useState<NoteKind>('observe');
  const note = NOTES[kind];
  const kinds = kindsFor(role, fish.quarantined).map((key) => [key, NOTES[key].name] as const);
  const fields: FormField[] = [
    ...(kind === 'observe'
      ? [{ name: 'state', label: say`How are they?`, kind: 'choice' as const, start: 'well', options: HOW_ARE_THEY }]
      : []),
    { name: 'words', label: note.asks, kind: 'area', start: '' },
    ...(note.until ? [{ name: 'untilDay', label: note.until, kind: 'day' as const, start: today }] : []),
  ];
  return (
    <>
      <Chips label={say`What to note`} options={kinds} chosen={kind} onChoose={setKind} />
      <ActionForm
        key={kind}
        about={`${fish.lotCode} ${kind}`}
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
