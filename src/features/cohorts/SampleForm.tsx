'use client';
import { parse } from 'csv-parse/browser/esm/sync';
import { useState } from 'react';
import { readScaleRows } from '../../core/fish/scaleFile';
import { formatMass, toShown, type UnitChoice } from '../../core/quantity/units';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { sample, type Said } from './actions';
import type { Handled } from './HandleFish';

type Mode = 'weights' | 'lengths' | 'both' | 'bulk';

const MODES: [Mode, string][] = [
  ['weights', 'Weights'],
  ['lengths', 'Lengths'],
  ['both', 'Weights and lengths'],
  ['bulk', 'Many together'],
];

const NUMBERS = 'Numbers with spaces between, in the order they were taken';

interface SampleFormProps {
  fish: Handled;
  units: UnitChoice;
  onDone: (said: Said) => void;
}

/** A sample typed, read from a scale's file, or weighed in bulk; it recalibrates the cohort at once. */
export function SampleForm({ fish, units, onDone }: SampleFormProps) {
  const [mode, setMode] = useState<Mode>('weights');
  const [file, setFile] = useState<{ name: string; weights: string; lengths: string; words: string } | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);

  const open = async (chosen: File | undefined) => {
    if (!chosen) return;
    try {
      if (chosen.size > 200_000) throw new Error('That file is larger than any sample. Choose the file of one weighing.');
      const rows: string[][] = parse(await chosen.text(), { skip_empty_lines: true, relax_column_count: true, delimiter: [',', ';', '\t'], trim: true });
      const read = readScaleRows(rows);
      const shown = (g: number) => Number(toShown('smallMass', g, units).toFixed(2));
      setFile({ name: chosen.name, weights: read.weightsG.map(shown).join(' '), lengths: read.lengthsCm.join(' '), words: `${Math.max(read.weightsG.length, read.lengthsCm.length)} fish read from ${chosen.name}${read.skipped > 0 ? `, ${read.skipped} rows without a number left out` : ''}` });
      setMode(read.weightsG.length > 0 && read.lengthsCm.length > 0 ? 'both' : read.lengthsCm.length > 0 ? 'lengths' : 'weights');
      setWrong(null);
    } catch (error) {
      setWrong((error as Error).message);
    }
  }; // prettier-ignore

  const weights: FormField = { name: 'weightsG', label: 'Weights, one fish each', kind: 'weights', quantity: 'smallMass', start: file?.weights ?? '', help: NUMBERS }; // prettier-ignore
  const lengths: FormField = { name: 'lengthsCm', label: 'Lengths in cm, one fish each', kind: 'weights', start: file?.lengths ?? '', help: NUMBERS }; // prettier-ignore
  const fields: Record<Mode, FormField[]> = {
    weights: [weights],
    lengths: [lengths],
    both: [weights, lengths],
    bulk: [
      { name: 'bulkCount', label: 'Fish weighed together', kind: 'count', start: '' },
      { name: 'bulkG', label: 'Their weight together', kind: 'quantity', quantity: 'mass', start: '' },
    ],
  };
  return (
    <>
      <div className="buttons" role="group" aria-label="How it was taken">
        {MODES.map(([key, words]) => (
          <button key={key} type="button" className="chip" aria-pressed={mode === key} onClick={() => setMode(key)}>
            {words}
          </button>
        ))}
        <label className="chip">
          File of the scale (CSV)
          <input type="file" accept=".csv,.txt,text/csv" className="visually-hidden" onChange={(e) => void open(e.target.files?.[0])} />
        </label>
      </div>
      {file && <p className="small">{file.words}</p>}
      {wrong && (
        <p className="mark danger" role="alert">
          {wrong}
        </p>
      )}
      <p className="small quiet">
        {fish.lotCode} in {fish.place}: the forecast says {formatMass(fish.meanG, units)}. About 20 fish from all over the tank.
      </p>
      <ActionForm key={`${mode}${file?.name ?? ''}`} fields={fields[mode]} units={units} submit="Record the sample" onDone={onDone}
        send={(v) => sample({ ...v, lotCode: fish.lotCode, fromPlaceId: fish.placeId })} />
    </>
  ); // prettier-ignore
}
