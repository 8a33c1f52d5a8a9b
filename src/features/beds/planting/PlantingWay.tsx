'use client';
import { use, useState } from 'react';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatNumber } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import { ActionForm } from '../../../ui/form/ActionForm';
import { Text, WordButton } from '../../../ui/kit/kit';
import { LightCell, LightHeadCell, LightRow, LightTable } from '../../../ui/kit/Table';
import { newEntryKey } from '../../../ui/outcome';
import { MayWrite } from '../../../ui/shell/mayWrite';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import { editStep, pinPick, type SaidOfPlants } from '../actions';
import type { PlantingPage, WayRow } from './queries';

interface PlantingWayProps {
  page: PlantingPage;
  onSaid: (said: SaidOfPlants) => void;
}

/** Every step of a planting: when it was planned, is due or was done; picks follow the plants unless kept on their day. */
export function PlantingWay({ page, onSaid }: PlantingWayProps) {
  const [open, setOpen] = useState<string | null>(null);
  const mayPlan = use(MayWrite) && page.when === 'today';
  const step = page.way.find((w) => w.id === open);
  return (
    <>
      <ScrollTable label={say`The way of ${page.lotCode}`} {...(page.way.length > MOST_ROWS ? { maxHeight: 460 } : {})}>
        <LightTable stack>
          <thead>
            <LightRow>
              <LightHeadCell>{say`Step`}</LightHeadCell>
              <LightHeadCell>{say`Where`}</LightHeadCell>
              <LightHeadCell right>{say`Plants`}</LightHeadCell>
              <LightHeadCell>{say`Planned`}</LightHeadCell>
              <LightHeadCell>{say`Now`}</LightHeadCell>
              {mayPlan && <LightHeadCell> </LightHeadCell>}
            </LightRow>
          </thead>
          <tbody>
            {page.way.map((w) => (
              <WayLine key={w.id} w={w} page={page} mayPlan={mayPlan} onSaid={onSaid} setOpen={setOpen} open={open} />
            ))}
          </tbody>
        </LightTable>
      </ScrollTable>
      {step && (
        <ChangeStep
          key={step.id}
          step={step}
          page={page}
          onDone={(said) => {
            setOpen(null);
            onSaid(said);
          }}
        />
      )}
    </>
  );
}

/** A way of more steps scrolls by itself, so that what it gave stays in sight. */
const MOST_ROWS = 14;

interface WayLineProps {
  w: WayRow;
  page: PlantingPage;
  mayPlan: boolean;
  open: string | null;
  setOpen: (id: string | null) => void;
  onSaid: (said: SaidOfPlants) => void;
}

function WayLine({ w, page, mayPlan, open, setOpen, onSaid }: WayLineProps) {
  const late = !w.done && w.day < page.today;
  return (
    <LightRow>
      <LightCell strong>
        {w.words}
        {w.changed.length > 0 && (
          <Text as="div" small quiet title={w.changed.join('\n')}>
            {w.changed.at(-1)}
          </Text>
        )}
      </LightCell>
      <LightCell mono>{w.where}</LightCell>
      <LightCell num label={say`Plants`}>
        {formatNumber(w.count)}
      </LightCell>
      <LightCell sort={w.first ?? w.day} label={say`Planned`}>
        {w.first ? shortDay(w.first) : w.done ? shortDay(w.day) : '—'}
      </LightCell>
      <LightCell sort={w.day} tone={late ? 'danger' : null} nowrap>
        {w.done ? say`done ${shortDay(w.day)}` : late ? say`late, was ${shortDay(w.day)}` : shortDay(w.day)}
        {w.pinned && <Text small quiet>{say` · kept on its day`}</Text>}
        {w.ripeOn && (
          <Text as="div" small quiet>
            {w.ripeOn <= page.today ? say`ripe now` : say`ripe on ${shortDay(w.ripeOn)}`}
          </Text>
        )}
      </LightCell>
      {mayPlan && (
        <LightCell right nowrap>
          {!w.done && (
            <StepActs w={w} open={open} setOpen={setOpen} onSaid={onSaid} manages={page.person.role === 'manager'} />
          )}
        </LightCell>
      )}
    </LightRow>
  );
}

type StepActsProps = Pick<WayLineProps, 'w' | 'open' | 'setOpen' | 'onSaid'> & { manages: boolean };

function StepActs({ w, open, setOpen, onSaid, manages }: StepActsProps) {
  const pin = async () => {
    const outcome = await pinPick({ entryKey: newEntryKey(), stepId: w.id, version: w.version, pinned: !w.pinned });
    const refused = outcome.ok ? null : Object.values(outcome.fields)[0]?.[0];
    onSaid(outcome.ok && typeof outcome.value !== 'string' ? outcome.value : { words: refused ?? '', lines: [] });
  };
  return (
    <>
      {w.kind === 'pick' && (
        <WordButton small type="button" onClick={() => void pin()}>
          {w.pinned ? say`let it follow` : say`keep this day`}
        </WordButton>
      )}
      {w.kind === 'pick' && manages && ' · '}
      {manages && (
        <WordButton
          small
          type="button"
          aria-expanded={open === w.id}
          aria-label={say`Change ${w.words}`}
          onClick={() => setOpen(open === w.id ? null : w.id)}
        >
          {say`change`}
        </WordButton>
      )}
    </>
  );
}

interface ChangeStepProps {
  step: WayRow;
  page: PlantingPage;
  onDone: (said: SaidOfPlants) => void;
}

function ChangeStep({ step, page, onDone }: ChangeStepProps) {
  return (
    <ActionForm
      about={`step ${step.id}`}
      fields={[
        {
          name: 'day',
          label: say`Day of “${step.words}”`,
          kind: 'day',
          start: step.day,
          help: say`Steps that belong together move together. A pick that is moved stays on its day.`,
        },
        { name: 'count', label: say`Plants`, kind: 'count', start: step.count },
      ]}
      units={page.units}
      submit={say`Change`}
      send={(values) => editStep({ ...values, stepId: step.id, version: step.version })}
      onDone={(said) => onDone(typeof said === 'string' ? { words: said, lines: [] } : said)}
    />
  );
}
