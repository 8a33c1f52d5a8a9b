'use client';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { shortDay } from '../../core/quantity/sayDay';
import { METRIC } from '../../core/quantity/units';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { changeRules } from './actions';
import type { Batch } from './queries';
import { Text } from '../../ui/kit/kit';
import css from './purge.module.css';

const METHODS = { separate: 'in clean water', salted: 'in salted water', in_place: 'in its own tank' } as const;

const days = (n: number) => (n === 1 ? '1 day' : `${n} days`);

/** What a batch must meet, since when, who changed it and why; a manager may change it with a reason. */
export function BatchRules({ batch, mayChange }: { batch: Batch; mayChange: boolean }) {
  const [open, setOpen] = useState(false);
  const { rules, changes } = batch;
  if (!rules) return null;
  const fields: FormField[] = [
    { name: 'fastingDays', label: 'Days without feed', kind: 'count', start: rules.fastingDays, half: true },
    { name: 'exchanges', label: 'Exchanges of water', kind: 'count', start: rules.exchanges, half: true },
    {
      name: 'taste',
      label: 'Must it be tasted?',
      kind: 'choice',
      start: rules.taste ? 'yes' : 'no',
      options: [
        ['yes', 'yes'],
        ['no', 'no'],
      ],
    },
    { name: 'reason', label: 'Reason', kind: 'text', help: 'It stands with the batch, with your name and the day.' },
  ];
  const send = ({ taste, ...v }: Record<string, unknown>) =>
    changeRules({ ...v, taste: taste === 'yes', groupId: batch.groupId, version: rules.version });
  return (
    <Text as="div" small className={css.rules}>
      <Text as="p" quiet>
        Fixed when feed stopped on {shortDay(rules.feedStoppedOn)}: {days(rules.fastingDays)} without feed{' '}
        {METHODS[rules.method]}, {rules.exchanges === 1 ? '1 exchange' : `${rules.exchanges} exchanges`}
        {rules.taste ? ', taste test' : ', no taste test'}.{' '}
        {mayChange && !open && (
          <Button size="small" onClick={() => setOpen(true)}>
            Change what it must meet…
          </Button>
        )}
      </Text>
      {changes.map((c) => (
        <Text as="p" quiet key={`${c.day}${c.reason}`}>
          {shortDay(c.day)}, {c.by}: {days(c.was.fastingDays)} became {days(c.fastingDays)}, {c.was.exchanges} exchanges
          became {c.exchanges}. “{c.reason}”
        </Text>
      ))}
      {open && (
        <ActionForm
          fields={fields}
          units={METRIC}
          submit="Change it"
          send={send}
          onDone={() => setOpen(false)}
          beside={<Button onClick={() => setOpen(false)}>Leave it</Button>}
          caution="Less purging can mean muddy fish at the customer. The withdrawal period of a treatment is never shortened here."
        />
      )}
    </Text>
  );
}
