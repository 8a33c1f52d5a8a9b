'use client';
import { useGo } from '../shell/visit';
import Button from '@mui/material/Button';
import { useState, useTransition } from 'react';
import type { PlanStep } from '../../core/facts/step';
import { say } from '../../core/words/words';
import { Buttons, Mark } from '../kit/kit';
import { newEntryKey, type Outcome } from '../outcome';

interface LayDraftProps {
  name: string;
  steps: readonly PlanStep[];
  /** Groups of the plan that go when it is kept. */
  drops: readonly string[];
  send: (values: Record<string, unknown>) => Promise<Outcome<string>>;
}

/** Lays a proposal on Season as a draft: nothing changes until it is kept there. */
export function LayDraft({ name, steps, drops, send }: LayDraftProps) {
  const go = useGo();
  const [pending, start] = useTransition();
  const [refused, setRefused] = useState<string | null>(null);
  const lay = () =>
    start(async () => {
      const sent = steps.map(({ version: _v, ...s }) => s);
      const outcome = await send({ entryKey: newEntryKey(), name, steps: sent, drops }).catch(() => null);
      if (outcome?.ok) go(`/season?draft=${outcome.value}`);
      else if (!outcome) setRefused(say`No connection: the proposal is still here. Press again when it is back.`);
      else setRefused(Object.values(outcome.fields)[0]?.[0] ?? say`Not laid aside.`);
    });
  return (
    <>
      {refused && (
        <Mark as="p" tone="danger" role="alert">
          {refused}
        </Mark>
      )}
      <Buttons>
        <Button variant="contained" onClick={lay} disabled={pending || steps.length === 0}>
          {pending ? say`Laying it on Season…` : say`See it on Season as a draft`}
        </Button>
      </Buttons>
    </>
  );
}
