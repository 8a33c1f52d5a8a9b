'use client';
import Button from '@mui/material/Button';
import { useState, useTransition } from 'react';
import { useEntryKey } from '../../ui/form/useEntryKey';
import { leaveHandover } from './actions';
import { tone } from '../../ui/theme/tones';
import { Text } from '../../ui/kit/kit';

export function Handover() {
  const [words, setWords] = useState('');
  const [open, setOpen] = useState(false);
  const [wrong, setWrong] = useState<string | null>(null);
  const [entryKey, answered] = useEntryKey();
  const [pending, start] = useTransition();
  if (!open) {
    return (
      <Button size="small" onClick={() => setOpen(true)} sx={{ mt: 1 }}>
        Write one
      </Button>
    );
  }
  const send = () =>
    start(async () => {
      const outcome = await leaveHandover({ words, entryKey }).catch(() => null);
      if (!outcome) return setWrong('No connection: what you wrote is still here. Press again when it is back.');
      answered(outcome);
      if (!outcome.ok) return setWrong(Object.values(outcome.fields)[0]?.[0] ?? 'Not recorded.');
      setWords('');
      setOpen(false);
    });
  return (
    <div style={{ display: 'grid', gap: 8, marginTop: 8 }}>
      <Text as="label" small htmlFor="handover">
        For the next shift
      </Text>
      <textarea
        id="handover"
        rows={3}
        maxLength={500}
        value={words}
        onChange={(e) => setWords(e.target.value)}
        style={{
          font: 'inherit',
          background: tone.paper,
          color: 'inherit',
          border: `1px solid ${tone.line}`,
          borderRadius: 6,
          padding: 8,
        }}
      />
      {wrong && (
        <Text as="p" tone="danger" small role="alert">
          {wrong}
        </Text>
      )}
      <Button variant="contained" onClick={send} disabled={pending}>
        Leave it
      </Button>
    </div>
  );
}
