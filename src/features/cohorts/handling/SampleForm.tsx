'use client';
import { say, word } from '../../../core/words/words';
import { parse } from 'csv-parse/browser/esm/sync';
import { useState } from 'react';
import { readScaleRows } from '../../../core/fish/scaleFile';
import { formatMass, toShown, type UnitChoice } from '../../../core/quantity/units';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { Chips } from '../../../ui/form/Chips';
import { sample } from '../actions';
import { own, type FormProps } from './shared';
import { Mark, Text } from '../../../ui/kit/kit';
import { FileChip } from '../../../ui/kit/SmallInput';

type Mode = 'weights' | 'lengths' | 'both' | 'bulk';

const MODES: [Mode, string][] = [
  ['weights', word`Weights`],
  ['lengths', word`Lengths`],
  ['both', word`Weights and lengths`],
  ['bulk', word`Many together`],
];

const NUMBERS = word`Numbers with spaces between, in the order they were taken`;
const LARGEST_FILE_BYTES = 200_000;

/** A scale's file, as it fills the fields. */
interface ReadFile {
  name: string;
  weights: string;
  lengths: string;
  words: string;
  mode: Mode;
}

/** A sample typed, read from a scale's file, or weighed in bulk; it recalibrates the cohort at once. */
export function SampleForm({ fish, units, onDone }: FormProps) {
  const [mode, setMode] = useState<Mode>('weights');
  const [file, setFile] = useState<ReadFile | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);

  const open = async (chosen: File) => {
    try {
      const read = await readFile(chosen, units);
      setFile(read);
      setMode(read.mode);
      setWrong(null);
    } catch (error) {
      setWrong((error as Error).message);
    }
  };

  return (
    <>
      <Chips label={say`How it was taken`} options={MODES} chosen={mode} onChoose={setMode}>
        <FileChip accept=".csv,.txt,text/csv" onFile={(file) => void open(file)}>
          {say`File of the scale (CSV)`}
        </FileChip>
      </Chips>
      {file && (
        <Text as="p" small>
          {file.words}
        </Text>
      )}
      {wrong && (
        <Mark as="p" tone="danger" role="alert">
          {wrong}
        </Mark>
      )}
      <Text as="p" small quiet>
        {say`${fish.lotCode} in ${fish.place}: the forecast says ${formatMass(fish.meanG, units)}. About 20 fish from all over the tank.`}
      </Text>
      <ActionForm
        about={fish.lotCode}
        key={`${mode}${file?.name ?? ''}`}
        fields={fieldsOf(mode, file)}
        units={units}
        submit={say`Record the sample`}
        onDone={onDone}
        send={(v) => sample({ ...v, ...own(fish) })}
      />
    </>
  );
}

function fieldsOf(mode: Mode, file: ReadFile | null): FormField[] {
  const list = { kind: 'weights', help: NUMBERS } as const;
  const weights: FormField = {
    ...list,
    name: 'weightsG',
    label: say`Weights, one fish each`,
    quantity: 'smallMass',
    start: file?.weights ?? '',
  };
  const lengths: FormField = {
    ...list,
    name: 'lengthsCm',
    label: say`Lengths in cm, one fish each`,
    start: file?.lengths ?? '',
  };
  if (mode === 'weights') return [weights];
  if (mode === 'lengths') return [lengths];
  if (mode === 'both') return [weights, lengths];
  return [
    { name: 'bulkCount', label: say`Fish weighed together`, kind: 'count', start: '' },
    { name: 'bulkG', label: say`Their weight together`, kind: 'quantity', quantity: 'mass', start: '' },
  ];
}

async function readFile(chosen: File, units: UnitChoice): Promise<ReadFile> {
  if (chosen.size > LARGEST_FILE_BYTES) {
    throw new Error('That file is larger than any sample. Choose the file of one weighing.');
  }
  const rows: string[][] = parse(await chosen.text(), {
    skip_empty_lines: true,
    relax_column_count: true,
    delimiter: [',', ';', '\t'],
    trim: true,
  });
  const { weightsG, lengthsCm, skipped } = readScaleRows(rows);
  const shown = (g: number) => Number(toShown('smallMass', g, units).toFixed(2));
  const leftOut = skipped > 0 ? say`, ${skipped} rows without a number left out` : '';
  return {
    name: chosen.name,
    weights: weightsG.map(shown).join(' '),
    lengths: lengthsCm.join(' '),
    words: say`${Math.max(weightsG.length, lengthsCm.length)} fish read from ${chosen.name}${leftOut}`,
    mode: lengthsCm.length === 0 ? 'weights' : weightsG.length === 0 ? 'lengths' : 'both',
  };
}
