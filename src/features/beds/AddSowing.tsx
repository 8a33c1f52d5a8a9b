'use client';
import { noConnection } from '../../ui/outcome';
import { say } from '../../core/words/words';
import Button from '@mui/material/Button';
import { useState, useTransition } from 'react';
import { useEntryKey } from '../../ui/form/useEntryKey';
import { addSowing } from './actions';
import { Text } from '../../ui/kit/kit';

export function AddSowing({
  cropCode,
  wantedOn,
  shortUnits,
  may,
}: {
  cropCode: string;
  wantedOn: string;
  shortUnits: number;
  may: boolean;
}) {
  const [entryKey, answered] = useEntryKey();
  const [wrong, setWrong] = useState<string | null>(null);
  const [pending, start] = useTransition();
  if (!may) return null;
  const add = () =>
    start(async () => {
      const outcome = await addSowing({ cropCode, wantedOn, shortUnits, entryKey }).catch(() => null);
      if (!outcome) return setWrong(noConnection());
      answered(outcome);
      setWrong(outcome.ok ? null : (Object.values(outcome.fields)[0]?.[0] ?? say`Not added.`));
    });
  return (
    <>
      <Button size="small" variant="outlined" onClick={add} disabled={pending} sx={{ mt: 0.5 }}>
        {say`Add this sowing to the plan`}
      </Button>
      {wrong && (
        <Text as="p" tone="danger" small role="alert">
          {wrong}
        </Text>
      )}
    </>
  );
}
