'use client';
import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import dynamic from 'next/dynamic';
import { useState, type KeyboardEvent } from 'react';
import { adviceOn } from '../../core/setup/advice';
import type { FarmDescription } from '../../core/setup/description';
import { understand } from '../../core/setup/understand';
import { CROP_DEFAULTS } from '../../core/library/defaults';
import { soldFromBench } from '../../core/crops/recipe';
import { suits } from '../../core/crops/suits';
import { say } from '../../core/words/words';
import { Buttons, Mark, Sheet, SheetBody, SheetHead, Stack, Text, WordButton } from '../../ui/kit/kit';
import { autocompleteWords } from '../../ui/form/autocompleteWords';
import { PartsTable } from './PartsTable';
import { SaidBack } from '../../ui/SaidBack';
import type { Change } from './useDescription';
import css from './setup.module.css';

const PasteParts = dynamic(() => import('./PasteParts').then((m) => m.PasteParts), { ssr: false });

type PartsStepName = 'water' | 'beds' | 'purge';

interface PartsStepProps {
  step: PartsStepName;
  d: FarmDescription;
  change: Change;
  faults: Record<string, string>;
}

/** What can be said on each step, by example. */
const EXAMPLES: Record<PartsStepName, [metric: string, us: string][]> = {
  water: [
    ['8 tanks of 11 m³ named H1–H8', '8 tanks of 2900 gal named H1–H8'],
    ['sump of 4 m³', 'sump of 1000 gal'],
    ['drum filter 180 W', 'drum filter 180 W'],
    ['2 blowers 250 W', '2 blowers 250 W'],
    ['pump 12 m³/h 3 m head 400 W 15 on 45 off', 'pump 3200 gph 10 ft head 400 W 15 on 45 off'],
  ],
  beds: [
    ['2 beds of 28 rafts of 36 holes, 17 × 1.2 m', '2 beds of 28 rafts of 36 holes, 56 × 4 ft'],
    ['18 towers of 40', '18 towers of 40'],
    ['40 buckets', '40 buckets'],
    ['media bed 3 × 6 m', 'media bed 10 × 20 ft'],
    ['60 trays of 104 in seed room', '60 trays of 104 in seed room'],
    [
      'closed room Vault, 22 by day, 18 by night, 16 h of 250 µmol',
      'closed room Vault, 72 by day, 64 by night, 16 h of 250 µmol',
    ],
  ],
  purge: [
    ['purge tank of 2 m³', 'purge tank of 500 gal'],
    ['purge tank of 2 m³ salted 5 g/L', 'purge tank of 500 gal salted 5 g/L'],
    ['quarantine tank of 1 m³ in shed', 'quarantine tank of 260 gal in shed'],
    ['cold room', 'cold room'],
    ['holding tank of 1 m³', 'holding tank of 260 gal'],
  ],
};

const TITLES: Record<PartsStepName, () => string> = {
  water: () => say`Tanks, filters, air, pumps`,
  beds: () => say`Beds`,
  purge: () => say`Purge, stores, quarantine`,
};

/** One line that takes parts as one would say them, what is there so far, and what is missing or unwise. */
export function PartsStep({ step, d, change, faults }: PartsStepProps) {
  const [pasting, setPasting] = useState(false);
  const advice = adviceOn(d).filter((a) => a.step === step);
  const add = (line: string) => {
    const heard = understand(d, line);
    if (typeof heard === 'string') return heard;
    change(heard.keep);
    return null;
  };
  return (
    <Sheet>
      <SheetHead>
        <h2>{TITLES[step]()}</h2>
        <Text quiet>{say`say them as you would to a builder, or paste your own table`}</Text>
        <Buttons end>
          <Button variant="outlined" onClick={() => setPasting(true)}>
            {say`Paste a table…`}
          </Button>
        </Buttons>
      </SheetHead>
      <SheetBody stack>
        <AddLine step={step} d={d} add={add} />
        {advice.map((a) => (
          <Mark key={a.key} tone="soon" as="p">
            {a.words}{' '}
            {a.add && (
              <WordButton type="button" onClick={() => add(a.add!)}>
                {a.addWords}
              </WordButton>
            )}
          </Mark>
        ))}
      </SheetBody>
      <PartsTable step={step} d={d} change={change} faults={faults} />
      {step === 'beds' && <CropsGrown d={d} change={change} />}
      {pasting && <PasteParts d={d} change={change} onClose={() => setPasting(false)} />}
    </Sheet>
  );
}

interface AddLineProps {
  step: PartsStepName;
  d: FarmDescription;
  add: (line: string) => string | null;
}

/** What is not understood is marked under the field; Enter takes the rest only once those words are left out by choice. */
function AddLine({ step, d, add }: AddLineProps) {
  const [line, setLine] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const { units } = d.habits;
  const heard = line.trim() ? understand(d, line) : null;
  const strange = heard && typeof heard !== 'string' ? heard.notUnderstood : [];
  const write = (next: string) => {
    setLine(next);
    setRefused(null);
  };
  const enter = () => {
    if (strange.length > 0) return setRefused(say`Say what is marked otherwise, or leave it out.`);
    const words = add(line);
    setRefused(words);
    if (words === null) setLine('');
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    enter();
  };
  const examples = EXAMPLES[step].map(([metric, us]) => (units.mass === 'us' ? us : metric));
  return (
    <Stack as="div">
      <div className={css.addRow}>
        <TextField
          className={css.line ?? ''}
          label={say`Add`}
          value={line}
          onChange={(e) => write(e.target.value)}
          onKeyDown={onKeyDown}
          error={refused !== null}
          helperText={refused ?? (typeof heard === 'string' ? heard : undefined)}
          placeholder={examples[0]}
          slotProps={{ htmlInput: { 'data-new-here': true, autoComplete: 'off', maxLength: 2000 } }}
        />
        <Button variant="outlined" onClick={enter} disabled={!line.trim()}>
          {say`Add`}
        </Button>
      </div>
      {heard && typeof heard !== 'string' && <SaidBack line={line} {...heard} write={write} />}
      <Text small quiet as="p">
        {say`For example:`}{' '}
        {examples.map((example, i) => (
          <span key={example}>
            {i > 0 && ' · '}
            <WordButton type="button" onClick={() => setLine(example)}>
              <Text mono small>
                {example}
              </Text>
            </WordButton>
          </span>
        ))}
      </Text>
    </Stack>
  );
}

/** Crops of the library that the beds described can carry. */
function CropsGrown({ d, change }: { d: FarmDescription; change: Change }) {
  const methods = [...new Set(d.places.filter((p) => p.role === 'bed').map((p) => p.method))];
  const name = (code: string) => CROP_DEFAULTS.find((c) => c.code === code)?.name ?? code;
  const homeless = d.crops.filter((code) => {
    const crop = CROP_DEFAULTS.find((c) => c.code === code);
    return methods.length > 0 && crop && !soldFromBench(crop) && !methods.some((m) => suits(crop, m));
  });
  return (
    <SheetBody stack>
      <Autocomplete
        {...autocompleteWords()}
        multiple
        options={CROP_DEFAULTS.map((c) => c.code)}
        getOptionLabel={name}
        value={d.crops}
        onChange={(_, crops) => change((was) => ({ ...was, crops }))}
        renderInput={(props) => <TextField {...props} label={say`Crops you grow`} />}
      />
      {homeless.length > 0 && (
        <Mark tone="soon" as="p">
          {say`None of your beds suits ${homeless.map(name).join(', ')}.`}
        </Mark>
      )}
    </SheetBody>
  );
}
