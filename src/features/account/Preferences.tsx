'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import FormLabel from '@mui/material/FormLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import { useColorScheme } from '@mui/material/styles';
import { useState } from 'react';
import type { UnitChoice } from '../../core/quantity/units';
import { newEntryKey } from '../../ui/outcome';
import { chooseUnits, leave } from './actions';

interface Choice {
  label: string;
  value: string;
  options: [string, string][];
  onChange: (value: string) => void;
}

function Choose({ label, value, options, onChange }: Choice) {
  return (
    <div>
      <FormLabel id={`choose-${label}`}>{label}</FormLabel>
      <RadioGroup row aria-labelledby={`choose-${label}`} value={value} onChange={(e) => onChange(e.target.value)}>
        {options.map(([key, words]) => (
          <FormControlLabel key={key} value={key} control={<Radio />} label={words} />
        ))}
      </RadioGroup>
    </div>
  );
}

export function Preferences({ name, units, onClose }: { name: string; units: UnitChoice; onClose: () => void }) {
  const { mode, setMode } = useColorScheme();
  const [chosen, setChosen] = useState(units);
  const [wrong, setWrong] = useState<string | null>(null);
  const save = async (next: UnitChoice) => {
    setChosen(next);
    const outcome = await chooseUnits({ ...next, entryKey: newEntryKey() });
    setWrong(outcome.ok ? null : (Object.values(outcome.fields)[0]?.[0] ?? null));
  };
  return (
    <Dialog open onClose={onClose}>
      <DialogTitle>{name}</DialogTitle>
      <DialogContent>
        <div className="stack">
          <Choose
            label="Weights and volumes"
            value={chosen.mass}
            options={[
              ['metric', 'g, kg, L'],
              ['us', 'oz, lb, gal'],
            ]}
            onChange={(v) => save({ ...chosen, mass: v as 'metric' })}
          />
          <Choose
            label="Temperature"
            value={chosen.temperature}
            options={[
              ['C', '°C'],
              ['F', '°F'],
            ]}
            onChange={(v) => save({ ...chosen, temperature: v as 'C' })}
          />
          <Choose
            label="Light"
            value={mode ?? 'system'}
            options={[
              ['system', 'as the device'],
              ['light', 'light'],
              ['dark', 'dark'],
            ]}
            onChange={(v) => setMode(v as 'light')}
          />
          {wrong && (
            <p className="danger" role="alert">
              {wrong}
            </p>
          )}
        </div>
      </DialogContent>
      <DialogActions>
        <Button color="error" onClick={() => leave()}>
          Sign out
        </Button>
        <Button onClick={onClose} variant="contained">
          Done
        </Button>
      </DialogActions>
    </Dialog>
  );
}
