'use client';
import { useState, useTransition } from 'react';
import { say } from '../core/words/words';
import { ChipButton } from './kit/Chip';
import { Mark, Text } from './kit/kit';
import { newEntryKey, type Outcome } from './outcome';

interface Said {
  words: string;
  lines: string[];
  /** The key by which it is taken back; null or absent: it stays. */
  recordedKey?: string | null;
}

type Send = (values: Record<string, unknown>) => Promise<Outcome<unknown>>;

interface SaidLinesProps {
  said: Said | null;
  /** Sends the taking back; without it what was said cannot be undone here. */
  takeBack?: Send;
}

/** What a record led to, and its one undo. */
export function SaidLines({ said, takeBack }: SaidLinesProps) {
  if (!said) return null;
  return (
    <Mark tone="good" role="status">
      <Text as="p" strong>
        {said.words}
      </Text>
      {said.lines.length > 0 && (
        <ul>
          {said.lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      {takeBack && said.recordedKey && (
        <Undo key={said.recordedKey} recordedKey={said.recordedKey} takeBack={takeBack} />
      )}
    </Mark>
  );
}

function Undo({ recordedKey, takeBack }: { recordedKey: string; takeBack: Send }) {
  const [entryKey] = useState(newEntryKey);
  const [answer, setAnswer] = useState<string | null>(null);
  const [done, setDone] = useState(false);
  const [pending, start] = useTransition();
  const undo = () =>
    start(async () => {
      const outcome = await takeBack({ recordedKey, entryKey }).catch(() => null);
      setDone(outcome?.ok === true);
      if (outcome?.ok) return setAnswer(say`Taken back.`);
      const refused = outcome ? Object.values(outcome.fields)[0]?.[0] : say`No connection: nothing was taken back.`;
      setAnswer(refused ?? say`Not taken back.`);
    });
  return (
    <>
      {!done && (
        <ChipButton disabled={pending} onClick={undo}>
          {pending ? say`Taking back…` : say`Undo`}
        </ChipButton>
      )}
      {answer && (
        <Text as="p" small strong tone={done ? null : 'danger'} role="alert">
          {answer}
        </Text>
      )}
    </>
  );
}
