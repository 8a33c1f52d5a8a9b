'use client';
import { say, speech, told } from '../../core/words/words';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import FormLabel from '@mui/material/FormLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useColorScheme } from '@mui/material/styles';
import { Link } from '../../ui/shell/visit';
import { useState } from 'react';
import { dayWords } from '../../core/quantity/sayDay';
import { formatNumber, type UnitChoice } from '../../core/quantity/units';
import { LANGUAGES } from '../../words/languages';
import { LOCALES } from '../../words/locales';
import { TEXT_SIZES } from '../../ui/theme/theme';
import { newEntryKey, noConnection } from '../../ui/outcome';
import { placeOf } from '../../ui/words/placeOf';
import { MySignIns } from './MySignIns';
import { changePassword, chooseUnits, leave, textSize, writeAs, writeLarge } from './actions';
import { Stack, Text } from '../../ui/kit/kit';

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

const EXAMPLE_DAY = '2026-09-24';
/** Languages with a file; the accented one is for trying the app and is chosen by its cookie only. */
const SPOKEN = LANGUAGES.filter((code) => code !== 'en-XA');

export function Preferences({ name, units, onClose }: { name: string; units: UnitChoice; onClose: () => void }) {
  const { mode, setMode } = useColorScheme();
  const [chosen, setChosen] = useState(units);
  const [letters, setLetters] = useState(textSize);
  const [wrong, setWrong] = useState<string | null>(null);
  const lost = () => setWrong(noConnection());
  /** False: it was not kept, and that is said. */
  const keep = async (values: Record<string, unknown>) => {
    const outcome = await chooseUnits({ ...values, entryKey: newEntryKey() }).catch(() => null);
    if (!outcome) lost();
    else setWrong(outcome.ok ? null : (Object.values(outcome.fields)[0]?.[0] ?? null));
    return outcome?.ok ?? false;
  };
  const save = async (next: UnitChoice) => {
    setChosen(next);
    if (!(await keep({ ...next }))) setChosen(chosen);
  };
  const write = async (locale: string) => {
    if (await keep({ ...chosen, locale })) writeAs(locale);
  };
  return (
    <Dialog open onClose={onClose}>
      <DialogTitle>{name}</DialogTitle>
      <DialogContent>
        <Stack>
          <Choose
            label={say`Weights and volumes`}
            value={chosen.mass}
            options={[
              ['metric', say`g, kg, L`],
              ['us', say`oz, lb, gal`],
            ]}
            onChange={(v) => save({ ...chosen, mass: v as 'metric' })}
          />
          <Choose
            label={say`Temperature`}
            value={chosen.temperature}
            options={[
              ['C', '°C'],
              ['F', '°F'],
            ]}
            onChange={(v) => save({ ...chosen, temperature: v as 'C' })}
          />
          <TextField
            select
            label={say`Numbers, days and money`}
            value={speech().locale}
            onChange={(e) => void write(e.target.value)}
            helperText={say`${dayWords(EXAMPLE_DAY)} · ${formatNumber(1234.5, 1)} kg`}
          >
            {[...LOCALES, ...SPOKEN].map((locale) => (
              <MenuItem key={locale} value={locale}>
                {placeOf(locale)}
              </MenuItem>
            ))}
          </TextField>
          <Choose
            label={say`Light`}
            value={mode ?? 'system'}
            options={[
              ['system', say`as the device`],
              ['light', say`light`],
              ['dark', say`dark`],
            ]}
            onChange={(v) => setMode(v as 'light')}
          />
          <Choose
            label={say`Letters`}
            value={letters}
            options={TEXT_SIZES.map(([size, words]) => [size, told(words)])}
            onChange={(size) => {
              writeLarge(size);
              setLetters(size);
            }}
          />
          <NewPassword />
          <MySignIns />
          {wrong && (
            <Text as="p" tone="danger" role="alert">
              {wrong}
            </Text>
          )}
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button component={Link} href="/sums" onClick={onClose}>
          {say`Sums`}
        </Button>
        <Button color="error" onClick={() => void leave().catch(lost)}>
          {say`Sign out`}
        </Button>
        <Button onClick={onClose} variant="contained">
          {say`Done`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** One's own password; whoever else is signed in with the old one is signed out. */
function NewPassword() {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState({ old: '', new: '' });
  const [wrong, setWrong] = useState<Record<string, string[]>>({});
  const [said, setSaid] = useState(false);
  if (said) return <p role="status">{say`Your password is changed; other devices are signed out.`}</p>;
  if (!open)
    return (
      <Button sx={{ alignSelf: 'flex-start' }} onClick={() => setOpen(true)}>
        {say`Change password…`}
      </Button>
    );
  const save = async () => {
    const outcome = await changePassword(typed).catch(() => null);
    if (!outcome) return setWrong({ new: [noConnection()] });
    if (outcome.ok) setSaid(true);
    else setWrong(outcome.fields);
  };
  const field = (name: 'old' | 'new', label: string) => (
    <TextField
      label={label}
      type="password"
      value={typed[name]}
      onChange={(e) => setTyped({ ...typed, [name]: e.target.value })}
      autoComplete={name === 'old' ? 'current-password' : 'new-password'}
      error={!!wrong[name]}
      helperText={wrong[name]?.[0] ?? (name === 'new' ? say`At least 10 characters` : undefined)}
    />
  );
  return (
    <Stack>
      {field('old', say`Password now`)}
      {field('new', say`New password`)}
      <Button variant="outlined" onClick={() => void save()}>
        {say`Change it`}
      </Button>
    </Stack>
  );
}
