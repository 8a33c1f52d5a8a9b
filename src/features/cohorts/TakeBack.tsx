'use client';
import { useState, useTransition } from 'react';
import { newEntryKey } from '../../ui/outcome';
import { takeBack } from './actions';

/** Takes one entry back after a second press: nothing is erased, its opposite is added. */
export function TakeBack({ kind, id, what }: { kind: 'movement' | 'sample' | 'event'; id: string; what: string }) {
  const [asking, setAsking] = useState(false);
  const [entryKey] = useState(newEntryKey);
  const [refused, setRefused] = useState<string | null>(null);
  const [pending, start] = useTransition();
  const send = () =>
    start(async () => {
      try {
        const outcome = await takeBack({ kind, id, entryKey });
        setRefused(outcome.ok ? null : (Object.values(outcome.fields)[0]?.[0] ?? 'Not taken back.'));
      } catch {
        setRefused('No connection: nothing was taken back. Press again when it is back.');
      }
    });
  if (!asking) {
    return (
      <button type="button" className="why small" aria-label={`Take back: ${what}`} onClick={() => setAsking(true)}>
        take back
      </button>
    );
  }
  return (
    <span className="buttons">
      <button type="button" className="chip danger" disabled={pending} onClick={send}>
        {pending ? 'Taking back…' : 'Yes, take back'}
      </button>
      <button type="button" className="chip" disabled={pending} onClick={() => setAsking(false)}>
        No
      </button>
      {refused && (
        <span className="small danger" role="alert">
          {refused}
        </span>
      )}
    </span>
  );
}
