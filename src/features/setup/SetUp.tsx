'use client';
import { noConnection } from '../../ui/outcome';
import Button from '@mui/material/Button';
import Step from '@mui/material/Step';
import StepButton from '@mui/material/StepButton';
import Stepper from '@mui/material/Stepper';
import { useEffect, useRef, useState } from 'react';
import { SETUP_STEPS, type FarmDescription, type SetupStep } from '../../core/setup/description';
import { descriptionFaults } from '../../core/setup/faults';
import { clockTime } from '../../core/quantity/sayDay';
import { say, told, word } from '../../core/words/words';
import { Mark, Stack, Text } from '../../ui/kit/kit';
import { FollowsSheet } from './FollowsSheet';
import { HousesStep, RaisedAsked } from './HousesStep';
import { LoopsEditor } from './LoopsEditor';
import { openFarm } from './actions';
import { PartsStep } from './PartsStep';
import { PeopleStep } from './PeopleStep';
import { PlaceStep } from './PlaceStep';
import type { SetUpPage } from './queries';
import { useDescription, type Saved } from './useDescription';
import css from './setup.module.css';

const STEP_NAMES: Record<SetupStep, string> = {
  place: word`Place and habits`,
  water: word`Water`,
  beds: word`Beds`,
  purge: word`Purge, stores, quarantine`,
  people: word`People`,
};

/** Whether anything of a step is described. */
function isBegun(d: FarmDescription, step: SetupStep): boolean {
  if (step === 'place') return d.habits.name !== '';
  if (step === 'water') return d.places.some((p) => p.role === 'tank');
  if (step === 'beds') return d.places.some((p) => p.role === 'bed');
  if (step === 'purge') return d.places.some((p) => ['purge', 'quarantine', 'cold'].includes(p.role));
  return d.people.length > 0;
}

/** A farm described in five short steps; each is saved as it goes. */
export function SetUp({ page }: { page: SetUpPage }) {
  const { description: d, saved, change, undo, saveNow, version } = useDescription(page);
  const [step, setStep] = useState<SetupStep>('place');
  const [opening, setOpening] = useState<string | null>(null);
  const { units } = d.habits;
  const at = SETUP_STEPS.indexOf(step);
  const faults = { ...descriptionFaults(d), ...(saved.state === 'refused' ? firstWords(saved.fields) : {}) };
  const go = (next: SetupStep) => {
    setStep(next);
    window.scrollTo({ top: 0 });
  };
  const open = async () => {
    setOpening('');
    if (!(await saveNow())) return setOpening(say`Not saved yet: see what is said above.`);
    const outcome = await openFarm(version.current).catch(() => null);
    if (outcome?.ok) return window.location.assign('/farm/today');
    setOpening(outcome ? Object.values(outcome.fields)[0]![0]! : noConnection());
  };
  // On a phone the row of steps scrolls to the one that is open.
  const stepper = useRef<HTMLDivElement>(null);
  useEffect(() => {
    stepper.current?.querySelector('[aria-current="step"]')?.scrollIntoView({ inline: 'center', block: 'nearest' });
  }, [step]);
  return (
    <div className={css.page}>
      <header className={css.top}>
        <h1>{d.habits.name || say`A farm of your own`}</h1>
        <Stepper
          nonLinear
          activeStep={at}
          ref={stepper}
          className={css.steps ?? ''}
          aria-label={say`Steps of the set-up`}
        >
          {SETUP_STEPS.map((s) => (
            <Step key={s} completed={isBegun(d, s) && s !== step}>
              <StepButton onClick={() => go(s)}>{told(STEP_NAMES[s])}</StepButton>
            </Step>
          ))}
        </Stepper>
        <SavedWords saved={saved} />
      </header>
      <main className={css.main} id="main">
        <Stack>
          {saved.state === 'refused' && (
            <Mark as="p" tone="danger" role="alert">
              {saved.words}
            </Mark>
          )}
          {step === 'place' && <PlaceStep d={d} change={change} faults={faults} onShape={() => go('water')} />}
          {step === 'water' && <LoopsEditor d={d} change={change} faults={faults} />}
          {(step === 'water' || step === 'beds' || step === 'purge') && (
            <PartsStep key={step} step={step} d={d} change={change} faults={faults} />
          )}
          {step === 'beds' && <HousesStep d={d} change={change} />}
          {step === 'beds' && <RaisedAsked d={d} change={change} />}
          {step === 'people' && <PeopleStep d={d} change={change} faults={faults} />}
        </Stack>
        <FollowsSheet d={d} units={units} />
      </main>
      <footer className={css.foot}>
        {at > 0 && (
          <Button variant="outlined" onClick={() => go(SETUP_STEPS[at - 1]!)}>
            {say`Back to ${told(STEP_NAMES[SETUP_STEPS[at - 1]!])}`}
          </Button>
        )}
        {undo && <Button onClick={undo}>{say`Undo`}</Button>}
        {opening && (
          <Text tone="danger" role="alert">
            {opening}
          </Text>
        )}
        <span className={css.push} />
        {step !== 'people' ? (
          <Button variant="contained" onClick={() => go(SETUP_STEPS[at + 1]!)}>
            {say`On to ${told(STEP_NAMES[SETUP_STEPS[at + 1]!])}`}
          </Button>
        ) : (
          <Button
            variant="contained"
            disabled={opening === '' || Object.keys(faults).length > 0}
            onClick={() => void open()}
          >
            {opening === '' ? say`Opening…` : say`Open the farm`}
          </Button>
        )}
      </footer>
    </div>
  );
}

const firstWords = (fields: Record<string, string[]>) =>
  Object.fromEntries(Object.entries(fields).map(([key, [words]]) => [key, words!]));

function SavedWords({ saved }: { saved: Saved }) {
  const words =
    saved.state === 'saving'
      ? say`saving…`
      : saved.state === 'waiting'
        ? say`no connection: kept here, sent when it is back`
        : saved.state === 'refused'
          ? say`not saved`
          : saved.at
            ? say`saved ${clockTime(saved.at)} · leave any time`
            : say`each step is saved as it goes`;
  return (
    <Text small quiet role="status">
      {words}
    </Text>
  );
}
