'use client';
import { useState } from 'react';
import { shortDay } from '../../core/quantity/sayDay';
import { formatNumber, type UnitChoice } from '../../core/quantity/units';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { newEntryKey } from '../../ui/outcome';
import { editStep, type Said } from './actions';
import { SaidLines } from './SaidLines';

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
        <div className="body">
          <SaidLines said={said} />
        </div>
      )}
      {refused && (
        <p className="body mark danger" role="alert">
          {refused}
        </p>
      )}
      {steps.length === 0 && <p className="empty">Nothing more is planned for it.</p>}
      <ul className="rows">
        {steps.map((s) => (
          <li key={s.id} className="row">
            <div style={{ display: 'grid', gridTemplateColumns: '64px 1fr auto', gap: 10 }}>
              <span className={`mono ${s.day < today ? 'danger' : ''}`}>
                {s.day < today ? 'late' : shortDay(s.day)}
              </span>
              <span>
                <span className="strong">{s.words}</span>
                <br />
                <span className="small quiet">
                  {formatNumber(s.count)} fish {[s.from, s.to].filter(Boolean).join(' → ')}
                </span>
                {s.changed?.map((words) => (
                  <span key={words} className="small quiet">
                    <br />
                    {words}
                  </span>
                ))}
              </span>
              {mayEdit && (
                <button
                  type="button"
                  className="why small"
                  aria-expanded={open === s.id}
                  onClick={() => setOpen(open === s.id ? null : s.id)}
                >
                  change
                </button>
              )}
            </div>
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
          </li>
        ))}
      </ul>
    </>
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
    { name: 'day', label: 'Day', kind: 'day', start: step.day, help: 'Steps that belong together move together.' },
    { name: 'count', label: 'Fish', kind: 'count', start: step.count },
  ];
  return (
    <div style={{ marginTop: 10 }}>
      <ActionForm
        fields={fields}
        units={units}
        submit="Change"
        onDone={onDone}
        send={(v) => editStep({ ...v, stepId: step.id, version: step.version })}
        beside={
          <button type="button" className="chip" onClick={onDrop}>
            Take out of the plan
          </button>
        }
      />
    </div>
  );
}
