'use client';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import TextField from '@mui/material/TextField';
import Link from 'next/link';
import { useState, type FormEvent } from 'react';
import { say } from '../../core/words/words';
import { FileChip } from '../../ui/kit/SmallInput';
import { Buttons, Mark, Sheet, SheetBody, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { takeFarmIn } from './actions';
import css from './setup.module.css';

const NOTHING = { code: '', signInName: '', password: '' };
type Typed = typeof NOTHING;

/** A farm that was written out elsewhere moves in here: its file, and a manager of it with a new password. */
export function TakeFarmIn() {
  const [typed, setTyped] = useState<Typed>(NOTHING);
  const [file, setFile] = useState<File | null>(null);
  const [wrong, setWrong] = useState<Record<string, string[]>>({});
  const [going, setGoing] = useState<{ words: string; share: number | null } | null>(null);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!file) return setWrong({ file: [say`Choose the file first.`] });
    setWrong({});
    setGoing({ words: say`Sending`, share: 0 });
    const seen = (words: string, share: number | null) => setGoing({ words, share });
    const outcome = await takeFarmIn(file, typed, seen).catch(() => null);
    setGoing(null);
    if (outcome?.ok) return window.location.assign('/sign-in');
    setWrong(
      outcome?.fields ?? { form: [say`The connection broke off. Nothing was taken; press again when it is back.`] },
    );
  };
  const field = (key: keyof Typed, label: string, { help, type = 'text' }: { help?: string; type?: string } = {}) => (
    <TextField
      label={label}
      value={typed[key]}
      type={type}
      autoComplete={type === 'password' ? 'new-password' : 'off'}
      onChange={(e) => setTyped({ ...typed, [key]: e.target.value })}
      error={!!wrong[key]}
      helperText={wrong[key]?.[0] ?? help}
    />
  );
  const rest = Object.entries(wrong).find(([key]) => !(key in NOTHING))?.[1][0];
  return (
    <Stack as="main" className={css.narrow}>
      <Sheet as="form" onSubmit={(e: FormEvent) => void submit(e)} aria-label={say`A farm from its file`}>
        <SheetHead>
          <h1>{say`A farm from its file`}</h1>
          <Text quiet>{say`written out of Crop Cycle elsewhere; it comes in as it was, or not at all`}</Text>
        </SheetHead>
        <SheetBody stack>
          <Buttons>
            <FileChip accept=".json,application/json" onFile={setFile}>
              {file ? file.name : say`Choose the farm file, or drop it here…`}
            </FileChip>
          </Buttons>
          {field('code', say`Code`, { help: say`Printed in the window where the app was started.` })}
          {field('signInName', say`Your sign-in name on that farm`, { help: say`You are one of its managers.` })}
          {field('password', say`A new password`, {
            type: 'password',
            help: say`Passwords are never in the file. You give the others theirs on the People page.`,
          })}
          {rest && (
            <Mark as="p" tone="danger" role="alert">
              {rest}
            </Mark>
          )}
          {going && (
            <div role="status">
              <LinearProgress
                aria-label={going.words}
                {...(going.share === null ? {} : { variant: 'determinate' as const, value: going.share * 100 })}
              />
              <Text as="p">{going.words}</Text>
            </div>
          )}
          <Buttons>
            <Button type="submit" variant="contained" disabled={going !== null}>
              {say`Take the farm in`}
            </Button>
            <Button component={Link} href="/own-farm">{say`Describe a farm instead`}</Button>
          </Buttons>
        </SheetBody>
      </Sheet>
    </Stack>
  );
}
