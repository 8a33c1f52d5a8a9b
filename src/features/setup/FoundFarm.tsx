'use client';
import { noConnection } from '../../ui/outcome';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { Link } from '../../ui/shell/visit';
import { useState, useTransition, type FormEvent } from 'react';
import { usualHabits } from '../../core/setup/habits';
import { say } from '../../core/words/words';
import { Buttons, Mark, Sheet, SheetBody, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { found } from './actions';
import css from './setup.module.css';

const NOTHING = { code: '', farm: '', name: '', signInName: '', password: '' };
type Typed = typeof NOTHING;

/** The first of a farm of one's own: who may, what it is called, and who signs in. */
export function FoundFarm({ locale }: { locale: string }) {
  const [typed, setTyped] = useState<Typed>(NOTHING);
  const [wrong, setWrong] = useState<Record<string, string[]>>({});
  const [pending, start] = useTransition();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    start(async () => {
      const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
      const habits = { ...usualHabits(locale, timeZone), name: typed.farm };
      const { code, name, signInName, password } = typed;
      const outcome = await found({ code, name, signInName, password, habits }).catch(() => null);
      if (outcome?.ok) window.location.assign('/set-up');
      else setWrong(outcome?.fields ?? { form: [noConnection()] });
    });
  };
  const field = (key: keyof Typed, label: string, rest: { help?: string; type?: string; complete?: string } = {}) => {
    const words = wrong[key === 'farm' ? 'habits.name' : key]?.[0];
    return (
      <TextField
        label={label}
        value={typed[key]}
        type={rest.type ?? 'text'}
        autoComplete={rest.complete ?? 'off'}
        onChange={(e) => setTyped({ ...typed, [key]: e.target.value })}
        error={!!words}
        helperText={words ?? rest.help}
      />
    );
  };
  const rest = Object.entries(wrong).find(([key]) => !(key in NOTHING) && key !== 'habits.name')?.[1]?.[0];
  return (
    <Stack as="main" className={css.narrow}>
      <Sheet as="form" onSubmit={submit}>
        <SheetHead>
          <h1>{say`A farm of your own`}</h1>
          <Text quiet>{say`five short steps follow; leave and come back any time`}</Text>
        </SheetHead>
        <SheetBody stack>
          {field('code', say`Code`, {
            help: say`Printed where the app was started, or made with “npm run farm -- code” by whoever runs it.`,
          })}
          {field('farm', say`Name of the farm`)}
          {field('name', say`Your name`, { complete: 'name' })}
          {field('signInName', say`Sign-in name`, { complete: 'username' })}
          {field('password', say`Password`, {
            type: 'password',
            complete: 'new-password',
            help: say`At least 10 characters: a few words of your own are best.`,
          })}
          {rest && (
            <Mark as="p" tone="danger" role="alert">
              {rest}
            </Mark>
          )}
          <Buttons>
            <Button type="submit" variant="contained" disabled={pending}>
              {pending ? say`Making it…` : say`Make the farm`}
            </Button>
            <Button component={Link} href="/own-farm?from=file">{say`From a farm file…`}</Button>
            <Button component={Link} href="/sign-in">{say`Back to signing in`}</Button>
          </Buttons>
        </SheetBody>
      </Sheet>
    </Stack>
  );
}
