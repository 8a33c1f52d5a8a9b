'use client';
import Autocomplete from '@mui/material/Autocomplete';
import ButtonBase from '@mui/material/ButtonBase';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { ReactNode } from 'react';
import { coveredAirC, lightMol } from '../../core/setup/climate';
import type { FarmDescription, Habits } from '../../core/setup/description';
import { fromShape, SHAPES, type Shape } from '../../core/setup/shapes';
import { say, speech, told, word } from '../../core/words/words';
import { LOCALES } from '../../words/locales';
import { Chips } from '../../ui/form/Chips';
import { NumberBox } from '../../ui/form/NumberBox';
import { Fields, HALF, Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';
import { autocompleteWords } from '../../ui/form/autocompleteWords';
import { MonthsOfHouse } from '../../ui/draw/MonthsOfHouse';
import type { Change } from './useDescription';
import css from './setup.module.css';

interface PlaceStepProps {
  d: FarmDescription;
  change: Change;
  faults: Record<string, string>;
  onShape: () => void;
}

const WEEKDAYS = [
  [1, word`Monday`],
  [6, word`Saturday`],
  [7, word`Sunday`],
] as const;

/** Feet of height for those who use them. */
const FT_PER_M = 1 / 0.3048;

export function PlaceStep({ d, change, faults, onShape }: PlaceStepProps) {
  const { habits } = d;
  const set = (part: Partial<Habits>) => change((was) => ({ ...was, habits: { ...was.habits, ...part } }));
  const wrong = (field: keyof Habits) => faults[`habits.${field}`];
  const us = habits.units.mass === 'us';
  return (
    <>
      <Sheet>
        <SheetHead>
          <h2>{say`Place and habits`}</h2>
        </SheetHead>
        <SheetBody stack>
          <Fields>
            <TextField
              label={say`Name of the farm`}
              value={habits.name}
              onChange={(e) => set({ name: e.target.value })}
              error={!!wrong('name')}
              helperText={wrong('name')}
            />
            <NumberBox
              className={HALF}
              label={say`Latitude, degrees north`}
              help={say`South of the equator it is negative: −33`}
              value={habits.latitude}
              onChange={(v) => v !== null && set({ latitude: v })}
              wrong={Math.abs(habits.latitude) > 90 ? say`From −90 (south) to 90 (north)` : wrong('latitude')}
            />
            <NumberBox
              className={HALF}
              label={say`Height above the sea`}
              unit={us ? 'ft' : 'm'}
              factor={us ? FT_PER_M : 1}
              value={habits.altitudeM}
              onChange={(v) => v !== null && set({ altitudeM: v })}
              wrong={wrong('altitudeM')}
            />
            <HabitFields habits={habits} set={set} wrong={wrong} />
          </Fields>
          {Math.abs(habits.latitude) <= 90 && <Year habits={habits} />}
        </SheetBody>
      </Sheet>
      <Shapes d={d} change={change} onShape={onShape} />
    </>
  );
}

interface HabitFieldsProps {
  habits: Habits;
  set: (part: Partial<Habits>) => void;
  wrong: (field: keyof Habits) => string | undefined;
}

/** How days, money, weights and temperatures are written here. */
function HabitFields({ habits, set, wrong }: HabitFieldsProps) {
  return (
    <>
      <Autocomplete
        {...autocompleteWords()}
        className={HALF ?? ''}
        disableClearable
        options={Intl.supportedValuesOf('timeZone')}
        value={habits.timeZone}
        onChange={(_, timeZone) => set({ timeZone })}
        renderInput={(props) => (
          <TextField {...props} label={say`Time zone`} error={!!wrong('timeZone')} helperText={wrong('timeZone')} />
        )}
      />
      <Autocomplete
        {...autocompleteWords()}
        className={HALF ?? ''}
        disableClearable
        options={Intl.supportedValuesOf('currency')}
        getOptionLabel={currencyName}
        value={habits.currency}
        onChange={(_, currency) => set({ currency })}
        renderInput={(props) => (
          <TextField {...props} label={say`Currency`} error={!!wrong('currency')} helperText={wrong('currency')} />
        )}
      />
      <TextField
        className={HALF ?? ''}
        select
        label={say`Numbers, days and money`}
        value={habits.locale}
        onChange={(e) => set({ locale: e.target.value })}
      >
        {[...new Set<string>([...LOCALES, habits.locale])].map((locale) => (
          <MenuItem key={locale} value={locale}>
            {regionName(locale)}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        className={HALF ?? ''}
        select
        label={say`The week begins on`}
        value={habits.firstWeekday}
        onChange={(e) => set({ firstWeekday: Number(e.target.value) })}
      >
        {WEEKDAYS.map(([key, words]) => (
          <MenuItem key={key} value={key}>
            {told(words)}
          </MenuItem>
        ))}
      </TextField>
      <Labelled words={say`Weights and volumes`}>
        <Chips
          label={say`Weights and volumes`}
          options={[
            ['metric', say`kg, L, m`],
            ['us', say`lb, gal, ft`],
          ]}
          chosen={habits.units.mass}
          onChoose={(mass) => set({ units: { ...habits.units, mass } })}
        />
      </Labelled>
      <Labelled words={say`Temperature`}>
        <Chips
          label={say`Temperature`}
          options={[
            ['C', '°C'],
            ['F', '°F'],
          ]}
          chosen={habits.units.temperature}
          onChoose={(temperature) => set({ units: { ...habits.units, temperature } })}
        />
      </Labelled>
    </>
  );
}

function Labelled({ words, children }: { words: string; children: ReactNode }) {
  return (
    <div className={HALF}>
      <Text as="div" small quiet>
        {words}
      </Text>
      {children}
    </div>
  );
}

function currencyName(code: string): string {
  return `${code} · ${new Intl.DisplayNames(speech().locale, { type: 'currency' }).of(code) ?? code}`;
}

function regionName(locale: string): string {
  const region = locale.split('-')[1];
  return (region && new Intl.DisplayNames(speech().locale, { type: 'region' }).of(region)) || locale;
}

/** The year under cover as latitude and height suggest it, to see whether it is the right place. */
function Year({ habits }: { habits: Habits }) {
  const { latitude, altitudeM, units } = habits;
  const air = coveredAirC(latitude, Math.max(-450, Math.min(6000, altitudeM)));
  const light = lightMol(latitude);
  return (
    <div>
      <Text as="p" small quiet>
        {say`Under cover, as a start until your own records say more:`}
      </Text>
      <MonthsOfHouse airC={air} lightMol={light} units={units} />
    </div>
  );
}

/** Farms to start from, or nothing. */
function Shapes({ d, change, onShape }: Pick<PlaceStepProps, 'd' | 'change' | 'onShape'>) {
  const begun = d.places.length > 0;
  const begin = (shape: Shape | null) => {
    change((was) =>
      shape
        ? fromShape(shape, was.habits, was.people)
        : { ...was, loops: [], places: [], equipment: [], species: [], crops: [] },
    );
    onShape();
  };
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Begin with`}</h2>
        <Text quiet>
          {begun
            ? say`takes the place of what is described so far; Undo brings it back`
            : say`a made-up farm to change, or nothing`}
        </Text>
      </SheetHead>
      <SheetBody className={css.shapes}>
        {SHAPES.map((shape) => (
          <ButtonBase key={shape.code} className={css.shape} onClick={() => begin(shape)}>
            <Text strong>{told(shape.name)}</Text>
            <Text small quiet>
              {told(shape.says)}
            </Text>
          </ButtonBase>
        ))}
        <ButtonBase className={css.shape} onClick={() => begin(null)}>
          <Text strong>{say`Nothing`}</Text>
          <Text small quiet>
            {say`An empty page: describe it part by part.`}
          </Text>
        </ButtonBase>
      </SheetBody>
    </Sheet>
  );
}
