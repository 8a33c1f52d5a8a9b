'use client';
import { say } from '../../core/words/words';
import TextField from '@mui/material/TextField';
import Button from '@mui/material/Button';
import { useState, useTransition } from 'react';
import { useKeptText } from '../../ui/form/useKeptText';
import { leaveHandover } from './actions';
import { Stack, Text } from '../../ui/kit/kit';

/** What the next shift should know, loaded when someone has something to say. */
export function HandoverForm({ onDone }: { onDone: () => void }) {
  const [wrong, setWrong] = useState<string | null>(null);
  const { text: words, type, entryKey, answered } = useKeptText('handover');
  const [pending, start] = useTransition();
  const send = () =>
    start(async () => {
      const outcome = await leaveHandover({ words, entryKey }).catch(() => null);
      if (!outcome) return setWrong(say`No connection: what you wrote is still here. Press again when it is back.`);
      answered(outcome);
      if (!outcome.ok) return setWrong(Object.values(outcome.fields)[0]?.[0] ?? say`Not recorded.`);
      type('');
      onDone();
    });
  return (
    <Stack>
      <TextField
        id="handover"
        label={say`For the next shift`}
        multiline
        minRows={3}
        value={words}
        onChange={(e) => type(e.target.value)}
        slotProps={{ htmlInput: { maxLength: 500 } }}
      />
      {wrong && (
        <Text as="p" tone="danger" small role="alert">
          {wrong}
        </Text>
      )}
      <Button variant="contained" onClick={send} disabled={pending}>
        {say`Leave it`}
      </Button>
    </Stack>
  );
}
