'use client';
import { plural, say, told, word } from '../../core/words/words';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { shortDay } from '../../core/quantity/sayDay';
import { METRIC } from '../../core/quantity/units';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { changeRules } from './actions';
import type { Batch } from './queries';
import { Text } from '../../ui/kit/kit';
import css from './purge.module.css';

const METHODS = {
  separate: word`in clean water`,
  salted: word`in salted water`,
  in_place: word`in its own tank`,
} as const;

const days = (n: number) => plural(n, '# day', '# days');

/** What a batch must meet, since when, who changed it and why; a manager may change it with a reason. */
export function BatchRules({ batch, mayChange }: { batch: Batch; mayChange: boolean }) {
  const [open, setOpen] = useState(false);
  const { rules, changes } = batch;
  if (!rules) return null;
  const fields: FormField[] = [
    { name: 'fastingDays', label: say`Days without feed`, kind: 'count', start: rules.fastingDays, half: true },
    { name: 'exchanges', label: say`Water changes`, kind: 'count', start: rules.exchanges, half: true },
    {
      name: 'taste',
      label: say`Must it be tasted?`,
      kind: 'choice',
      start: rules.taste ? 'yes' : 'no',
      options: [
        ['yes', say`yes`],
        ['no', say`no`],
      ],
    },
    {
      name: 'reason',
      label: say`Reason`,
      kind: 'text',
      help: say`It stands with the batch, with your name and the day.`,
    },
  ];
  const send = ({ taste, ...v }: Record<string, unknown>) =>
    changeRules({ ...v, taste: taste === 'yes', groupId: batch.groupId, version: rules.version });
  return (
    <Text as="div" small className={css.rules}>
      <Text as="p" quiet>
        {say`Purge plan since ${shortDay(rules.feedStoppedOn)}: ${days(rules.fastingDays)} off feed ${told(METHODS[rules.method])}, ${plural(rules.exchanges, '# water change', '# water changes')}${rules.taste ? say`, 1 taste test` : say`, no taste test`}.`}{' '}
        {mayChange && !open && (
          <Button size="small" onClick={() => setOpen(true)}>
            {say`Change purge requirements…`}
          </Button>
        )}
      </Text>
      {changes.map((c) => (
        <Text as="p" quiet key={`${c.day}${c.reason}`}>
          {say`${shortDay(c.day)}, ${c.by}: ${days(c.was.fastingDays)} became ${days(c.fastingDays)}, ${c.was.exchanges} water changes became ${c.exchanges}. “${c.reason}”`}
        </Text>
      ))}
      {open && (
        <ActionForm
          fields={fields}
          units={METRIC}
          submit={say`Change it`}
          send={send}
          onDone={() => setOpen(false)}
          beside={<Button onClick={() => setOpen(false)}>{say`Leave it`}</Button>}
          caution={say`Shorter purging risks muddy-tasting fish. The withdrawal period of a treatment is never shortened here.`}
        />
      )}
    </Text>
  );
}
