'use client';
import Button from '@mui/material/Button';
import { Link } from '../../../ui/shell/visit';
import { use, useState } from 'react';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatNumber, formatPerArea } from '../../../core/quantity/units';
import { plural, say } from '../../../core/words/words';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { Buttons, Mark, Sheet, SheetBody, SheetHead, Text } from '../../../ui/kit/kit';
import { Comes } from '../../../ui/kit/Comes';
import { LightCell, LightHeadCell, LightRow, LightTable } from '../../../ui/kit/Table';
import { MayWrite } from '../../../ui/shell/mayWrite';
import { decideTrial, measureTrial, type SaidOfPlants } from '../actions';
import { PlotMap } from './PlotMap';
import type { TrialsPage, TrialView } from './queries';

interface TrialSheetProps {
  trial: TrialView;
  page: TrialsPage;
  onSaid: (said: SaidOfPlants) => void;
}

/** One trial: its arms with what they came to, its plots where they stand, and what it says. */
export function TrialSheet({ trial, page, onSaid }: TrialSheetProps) {
  const [open, setOpen] = useState<'measure' | 'decide' | null>(null);
  const mayWrite = use(MayWrite);
  const may = page.when === 'today' && trial.decidedOn === null && mayWrite;
  const done = (said: SaidOfPlants) => {
    setOpen(null);
    onSaid(said);
  };
  return (
    <Sheet data-testid={trial.code}>
      <SheetHead>
        <h2>{`${trial.code} · ${trial.question}`}</h2>
        <Text quiet small>
          {trial.decidedOn
            ? say`decided ${shortDay(trial.decidedOn)}`
            : say`since ${shortDay(trial.startsOn)}; measured every ${plural(trial.everyDays, '# day', '# days')} from ${shortDay(trial.measureFrom)} to ${shortDay(trial.endsOn)}`}
        </Text>
      </SheetHead>
      <SheetBody stack>
        <Mark tone={trial.result.best?.isReal ? 'good' : 'soon'} data-testid={`${trial.code}-verdict`}>
          {trial.verdict ?? trial.result.words}
        </Mark>
        <Arms trial={trial} page={page} />
        <PlotMap trial={trial} />
        {may && open === null && (
          <Buttons>
            {page.person.role !== 'office' && (
              <Button variant={trial.isDue ? 'contained' : 'outlined'} onClick={() => setOpen('measure')}>
                {say`Measure plots`}
              </Button>
            )}
            {page.person.role === 'manager' && (
              <Button variant="outlined" onClick={() => setOpen('decide')}>
                {say`Decide it`}
              </Button>
            )}
          </Buttons>
        )}
        {open === 'measure' && (
          <Comes>
            <ActionForm
              about={trial.id}
              fields={plotFields(trial)}
              units={page.units}
              submit={say`Measured`}
              send={({ entryKey, ...values }) =>
                measureTrial({
                  entryKey,
                  trialId: trial.id,
                  values: Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined)),
                })
              }
              onDone={done}
              beside={<Button onClick={() => setOpen(null)}>{say`Leave it`}</Button>}
            />
          </Comes>
        )}
        {open === 'decide' && (
          <Comes>
            <ActionForm
              about={trial.id}
              fields={decideFields(trial)}
              units={page.units}
              submit={say`Decide`}
              send={({ entryKey, armId, keep }) =>
                decideTrial({
                  ...{ entryKey, trialId: trial.id, keep: keep === 'yes' },
                  ...(armId === 'none' ? {} : { armId }),
                })
              }
              onDone={done}
              beside={<Button onClick={() => setOpen(null)}>{say`Leave it`}</Button>}
            />
          </Comes>
        )}
      </SheetBody>
    </Sheet>
  );
}

interface ArmsProps {
  trial: TrialView;
  page: TrialsPage;
}

function Arms({ trial, page }: ArmsProps) {
  const figure = (value: number) => formatNumber(value, value < 10 ? 1 : 0);
  return (
    <LightTable stack>
      <thead>
        <LightRow>
          <LightHeadCell>{say`Arm`}</LightHeadCell>
          <LightHeadCell right>{say`Plots measured`}</LightHeadCell>
          <LightHeadCell right>{say`Mean, ${trial.unit}`}</LightHeadCell>
          <LightHeadCell right>{say`95 % between`}</LightHeadCell>
        </LightRow>
      </thead>
      <tbody>
        {trial.result.arms.map((arm) => {
          const row = trial.arms.find((a) => a.id === arm.id)!;
          const crop = page.crops.find(([code]) => code === row.cropCode);
          return (
            <LightRow key={arm.id}>
              <LightCell strong={arm.id === trial.keptArmId || arm.id === trial.result.best?.id}>
                {`${arm.letter} · ${arm.name}`}{' '}
                <Link href={`/farm/crops?crop=${row.cropCode}`}>{crop?.[1] ?? row.cropCode}</Link>
                {row.perM2 !== null && ` ${say`at ${formatPerArea(row.perM2)}`}`}
                {arm.id === trial.keptArmId && ` · ${say`kept`}`}
              </LightCell>
              <LightCell num label={say`Plots measured`}>
                {arm.values.length}
              </LightCell>
              <LightCell num label={say`Mean, ${trial.unit}`}>
                {arm.mean === null ? '—' : figure(arm.mean)}
              </LightCell>
              <LightCell num label={say`95 % between`}>
                {arm.interval === null ? '—' : `${figure(arm.interval[0])} – ${figure(arm.interval[1])}`}
              </LightCell>
            </LightRow>
          );
        })}
      </tbody>
    </LightTable>
  );
}

function plotFields(trial: TrialView): FormField[] {
  return trial.plots.map((p) => ({
    name: p.id,
    label: say`${p.place}, block ${p.block}, place ${p.position}: ${p.letter}`,
    kind: 'number',
    half: true,
    optional: true,
    group: trial.measureWords,
    start: '',
  }));
}

function decideFields(trial: TrialView): FormField[] {
  return [
    {
      name: 'armId',
      label: say`Grown from now on`,
      kind: 'select',
      options: [
        ...trial.arms.map((a): [string, string] => [a.id, `${a.letter} · ${a.name}`]),
        ['none', say`none of them`],
      ],
      start: trial.result.best?.isReal ? trial.result.best.id : 'none',
      help: trial.result.words,
    },
    {
      name: 'keep',
      label: say`Keep its spacing and what was measured as the recipe`,
      kind: 'select',
      options: [
        ['no', say`no, only write the verdict down`],
        ['yes', say`yes, the farm grows it so`],
      ],
      start: 'no',
    },
  ];
}
