'use client';
import { say, told } from '../../../core/words/words';
import { useState } from 'react';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatNumber, type UnitChoice } from '../../../core/quantity/units';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { newEntryKey } from '../../../ui/outcome';
import { editStep, type Said } from '../actions';
import { SaidLines } from '../../../ui/SaidLines';
import { Empty, Row, Rows, SheetBody, Text, WordButton } from '../../../ui/kit/kit';
import { ChipButton } from '../../../ui/kit/Chip';
import css from '../cohorts.module.css';

export interface ShownStep {
  id: string;
  version: number;
  kind: string;
  day: string;
  words: string;
  count: number;
  from: string;
  to: string;
  /** Who changed it from what to what, the oldest first. */
  changed?: string[];
}

/** The steps still to come; a manager changes or takes them out in place. */
export function PlanSteps({
  steps,
  today,
  units,
  mayEdit,
}: {
  steps: ShownStep[];
  today: string;
  units: UnitChoice;
  mayEdit: boolean;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const [said, setSaid] = useState<Said | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const drop = async (step: ShownStep) => {
    const outcome = await editStep({ entryKey: newEntryKey(), stepId: step.id, version: step.version, drop: true });
    setSaid(outcome.ok ? outcome.value : null);
    setRefused(outcome.ok ? null : (Object.values(outcome.fields)[0]?.[0] ?? null));
    setOpen(null);
  };
  return (
    <>
      {said && (
        <SheetBody>
          <SaidLines said={said} />
        </SheetBody>
      )}
      {refused && (
        <SheetBody as="p" tone="danger" role="alert">
          {refused}
        </SheetBody>
      )}
      {steps.length === 0 && <Empty>{say`Nothing more is planned for it.`}</Empty>}
      <Rows>
        {steps.map((s) => (
          <Row key={s.id}>
            <PlannedLine s={s} today={today} mayEdit={mayEdit} open={open} setOpen={setOpen} />
            {open === s.id && (
              <Edit
                step={s}
                units={units}
                onDone={(x) => {
                  setSaid(x);
                  setRefused(null);
                  setOpen(null);
                }}
                onDrop={() => void drop(s)}
              />
            )}
          </Row>
        ))}
      </Rows>
    </>
  );
}

interface PlannedLineProps {
  s: ShownStep;
  today: string;
  mayEdit: boolean;
  open: string | null;
  setOpen: (id: string | null) => void;
}

function PlannedLine({ s, today, mayEdit, open, setOpen }: PlannedLineProps) {
  return (
    <div className={css.planned}>
      <Text mono tone={s.day < today ? 'danger' : null}>
        {s.day < today ? say`late` : shortDay(s.day)}
      </Text>
      <span>
        <Text strong>{told(s.words)}</Text>
        <br />
        <Text small quiet>
          {say`${formatNumber(s.count)} fish ${[s.from, s.to].filter(Boolean).join(' → ')}`}
        </Text>
        {s.changed?.map((words) => (
          <Text small quiet key={words}>
            <br />
            {words}
          </Text>
        ))}
      </span>
      {mayEdit && (
        <WordButton
          small
          type="button"
          aria-expanded={open === s.id}
          onClick={() => setOpen(open === s.id ? null : s.id)}
        >
          {say`change`}
        </WordButton>
      )}
    </div>
  );
}

function Edit({
  step,
  units,
  onDone,
  onDrop,
}: {
  step: ShownStep;
  units: UnitChoice;
  onDone: (s: Said) => void;
  onDrop: () => void;
}) {
  const fields: FormField[] = [
    {
      name: 'day',
      label: say`Day`,
      kind: 'day',
      start: step.day,
      help: say`Steps that belong together move together.`,
    },
    { name: 'count', label: say`Fish`, kind: 'count', start: step.count },
  ];
  return (
    <div className={css.spaced}>
      <ActionForm
        fields={fields}
        units={units}
        submit={say`Change`}
        onDone={onDone}
        send={(v) => editStep({ ...v, stepId: step.id, version: step.version })}
        beside={<ChipButton onClick={onDrop}>{say`Take out of the plan`}</ChipButton>}
      />
    </div>
  );
}
