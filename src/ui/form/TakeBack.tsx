'use client';
import { say } from '../../core/words/words';
import { use, useState, useTransition } from 'react';
import { MayWrite } from '../shell/mayWrite';
import { newEntryKey, noConnection, type Outcome } from '../outcome';
import { Buttons, Text, WordButton } from '../kit/kit';
import { ChipButton } from '../kit/Chip';

interface TakeBackProps {
  kind: 'movement' | 'sample' | 'event';
  id: string;
  what: string;
  send: (values: Record<string, unknown>) => Promise<Outcome<unknown>>;
}

/** Takes one entry back after a second press: nothing is erased, its opposite is added. */
export function TakeBack({ kind, id, what, send: takeBack }: TakeBackProps) {
  const [asking, setAsking] = useState(false);
  const [entryKey] = useState(newEntryKey);
  const [refused, setRefused] = useState<string | null>(null);
  const [pending, start] = useTransition();
  const mayWrite = use(MayWrite);
  const send = () =>
    start(async () => {
      const outcome = await takeBack({ kind, id, entryKey }).catch(() => null);
      // Without an answer nobody knows whether it was taken back: it is not said that it was not.
      if (!outcome) return setRefused(noConnection());
      setRefused(outcome.ok ? null : (Object.values(outcome.fields)[0]?.[0] ?? say`Not taken back.`));
    });
  if (!mayWrite) return null;
  if (!asking) {
    return (
      <WordButton small type="button" aria-label={say`Take back: ${what}`} onClick={() => setAsking(true)}>
        {say`take back`}
      </WordButton>
    );
  }
  return (
    <Buttons as="span">
      <ChipButton color="error" disabled={pending} onClick={send}>
        {pending ? say`Taking back…` : say`Yes, take back`}
      </ChipButton>
      <ChipButton disabled={pending} onClick={() => setAsking(false)}>
        {say`No`}
      </ChipButton>
      {refused && (
        <Text small tone="danger" role="alert">
          {refused}
        </Text>
      )}
    </Buttons>
  );
}
