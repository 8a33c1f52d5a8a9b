'use client';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import TextField from '@mui/material/TextField';
import { Link } from '../../ui/shell/visit';
import { useState, type FormEvent } from 'react';
import { plural, say } from '../../core/words/words';
import { noConnection } from '../../ui/outcome';
import { FileChip } from '../../ui/kit/SmallInput';
import { Buttons, Mark, Sheet, SheetBody, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { enter } from '../../ui/enter';
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
  const [came, setCame] = useState<{ name: string; rows: number } | null>(null);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (!file) return setWrong({ file: [say`Choose the file first.`] });
    setWrong({});
    setGoing({ words: say`Sending`, share: 0 });
    const seen = (words: string, share: number | null) => setGoing({ words, share });
    const outcome = await takeFarmIn(file, typed, seen).catch(() => null);
    setGoing(null);
    if (outcome?.ok) return setCame(outcome.value);
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
  if (came) return <FarmCame came={came} who={typed} />;
  const rest = Object.entries(wrong).find(([key]) => !(key in NOTHING))?.[1][0];
  return (
    <Stack as="main" className={css.narrow}>
      <Sheet as="form" onSubmit={(e: FormEvent) => void submit(e)} aria-label={say`A farm from its file`}>
        <SheetHead>
          <h1>{say`A farm from its file`}</h1>
          <Text quiet>{say`exported from Crop Cycle elsewhere; all of it comes in, or none`}</Text>
        </SheetHead>
        <SheetBody stack>
          <Buttons>
            <FileChip accept=".json,application/json" onFile={setFile}>
              {file ? file.name : say`Choose the farm file, or drop it here…`}
            </FileChip>
          </Buttons>
          {field('code', say`Code`, {
            help: say`Printed where the app was started, or made with “npm run farm -- code”.`,
          })}
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

/** The farm is here: its manager is signed in and led to it. */
function FarmCame({ came, who }: { came: { name: string; rows: number }; who: Typed }) {
  const [refused, setRefused] = useState<string | null>(null);
  const goIn = async () => {
    const outcome = await enter({ name: who.signInName, password: who.password }).catch(() => null);
    if (outcome?.ok) return window.location.assign('/round');
    setRefused(outcome ? (Object.values(outcome.fields)[0]?.[0] ?? say`Sign in on the sign-in page.`) : noConnection());
  };
  return (
    <Stack as="main" className={css.narrow}>
      <Sheet aria-label={say`The farm is here`}>
        <SheetHead>
          <h1>{say`${came.name} is here`}</h1>
          <Text quiet>{plural(came.rows, '# row, as it was written out', '# rows, as they were written out')}</Text>
        </SheetHead>
        <SheetBody stack>
          <p>{say`You are ${who.signInName}, with the password you have just given. The others have none yet: give them theirs under Farm, People. Instruments and calendars get new keys under Farm, In and out.`}</p>
          {refused && (
            <Mark as="p" tone="danger" role="alert">
              {refused}
            </Mark>
          )}
          <Buttons>
            <Button variant="contained" onClick={() => void goIn()}>{say`To today’s round`}</Button>
            <Button component={Link} href="/sign-in">{say`To the sign-in page`}</Button>
          </Buttons>
        </SheetBody>
      </Sheet>
    </Stack>
  );
}
