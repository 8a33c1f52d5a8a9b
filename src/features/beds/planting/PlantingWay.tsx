'use client';
import { use, useState } from 'react';
import { shortDay } from '../../../core/quantity/sayDay';
import { say } from '../../../core/words/words';
import { ActionForm } from '../../../ui/form/ActionForm';
import { Text, WordButton } from '../../../ui/kit/kit';
import { newEntryKey } from '../../../ui/outcome';
import { MayWrite } from '../../../ui/shell/mayWrite';
import { editStep, pinPick, type SaidOfPlants } from '../actions';
import type { PlantingPage, WayRow } from './queries';
import type { Column } from '../../../ui/table/columns';
import { DataTable } from '../../../ui/table/DataTable';

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
      <DataTable
        label={say`The way of ${page.lotCode}`}
        maxHeight={page.way.length > MOST_ROWS ? 460 : undefined}
        stack
        rows={page.way}
        rowKey={(w) => w.id}
        columns={wayColumns({ page, mayPlan, onSaid, setOpen, open })}
      />
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

interface WayActs {
  page: PlantingPage;
  mayPlan: boolean;
  open: string | null;
  setOpen: (id: string | null) => void;
  onSaid: (said: SaidOfPlants) => void;
}

function wayColumns({ page, mayPlan, ...acts }: WayActs): Column<WayRow>[] {
  const isLate = (w: WayRow) => !w.done && w.day < page.today;
  const dayWords = (w: WayRow) =>
    w.done ? say`done ${shortDay(w.day)}` : isLate(w) ? say`late, was ${shortDay(w.day)}` : shortDay(w.day);
  const buttons: Column<WayRow> = {
    head: '',
    value: () => null,
    only: 'screen',
    look: { right: true, nowrap: true },
    cell: (w) => !w.done && <StepActs w={w} manages={page.person.role === 'manager'} {...acts} />,
  };
  return [
    {
      head: say`Step`,
      value: (w) => w.words,
      look: { strong: true },
      cell: (w) => (
        <>
          {w.words}
          {w.changed.length > 0 && (
            <Text as="div" small quiet title={w.changed.join('\n')}>
              {w.changed.at(-1)}
            </Text>
          )}
        </>
      ),
    },
    { head: say`Where`, value: (w) => w.where, look: { mono: true } },
    { head: say`Plants`, value: (w) => w.count, kind: 'number', look: { num: true }, labelled: true },
    {
      head: say`Planned`,
      value: (w) => w.first ?? (w.done ? w.day : null),
      kind: 'day',
      labelled: true,
      cell: (w) => (w.first ? shortDay(w.first) : w.done ? shortDay(w.day) : '—'),
    },
    {
      head: say`Now`,
      value: (w) => w.day,
      kind: 'day',
      look: (w) => ({ tone: isLate(w) ? 'danger' : null, nowrap: true }),
      cell: (w) => (
        <>
          {dayWords(w)}
          {w.pinned && <Text small quiet>{say` · kept on its day`}</Text>}
          {w.ripeOn && (
            <Text as="div" small quiet>
              {w.ripeOn <= page.today ? say`ripe now` : say`ripe on ${shortDay(w.ripeOn)}`}
            </Text>
          )}
        </>
      ),
    },
    { head: say`Done`, value: (w) => (w.done ? say`yes` : null), only: 'file' },
    ...(mayPlan ? [buttons] : []),
  ];
}

type StepActsProps = Pick<WayActs, 'open' | 'setOpen' | 'onSaid'> & { w: WayRow; manages: boolean };

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
