'use client';
import { noConnection } from '../../ui/outcome';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, useTransition, type FormEvent } from 'react';
import { codeWords } from '../../core/words/codes';
import { say } from '../../core/words/words';
import { Buttons, Empty, Mark, Sheet, SheetBody, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { joinFarm } from './actions';
import css from './account.module.css';

interface JoinFormProps {
  token: string;
  asked: { farmName: string; name: string; role: string; visitsUntil: string | null } | null;
  me: { name: string; farm: string } | null;
}

/** Where a link leads: choose a sign-in name and a password, or join as who one is already. */
export function JoinForm({ token, asked, me }: JoinFormProps) {
  const [typed, setTyped] = useState({ name: asked?.name ?? '', signInName: '', password: '' });
  const [wrong, setWrong] = useState<Record<string, string[]>>({});
  const [pending, start] = useTransition();
  const send = (body: Record<string, unknown>) =>
    start(async () => {
      const outcome = await joinFarm({ token, ...body }).catch(() => null);
      if (outcome?.ok) return window.location.assign(body.asMyself ? '/sign-in' : '/round');
      setWrong(outcome?.fields ?? { form: [noConnection()] });
    });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    send(typed);
  };
  if (!asked)
    return (
      <Stack as="main" className={css.page}>
        <Sheet>
          <SheetHead>
            <h1>{say`This link is not open`}</h1>
          </SheetHead>
          <Empty>{say`It was used, withdrawn, or its fortnight is over. Ask the farm for a new one.`}</Empty>
        </Sheet>
      </Stack>
    );
  const field = (key: keyof typeof typed, label: string, help?: string) => (
    <TextField
      label={label}
      type={key === 'password' ? 'password' : 'text'}
      autoComplete={{ name: 'name', signInName: 'username', password: 'new-password' }[key]}
      value={typed[key]}
      onChange={(e) => setTyped({ ...typed, [key]: e.target.value })}
      error={!!wrong[key]}
      helperText={wrong[key]?.[0] ?? help}
    />
  );
  const rest = wrong.form?.[0] ?? wrong.signedOut?.[0];
  return (
    <Stack as="main" className={css.page}>
      <Sheet as="form" onSubmit={submit}>
        <SheetHead>
          <h1>{asked.farmName}</h1>
          <Text quiet>{say`invites you as ${codeWords(asked.role)}`}</Text>
        </SheetHead>
        <SheetBody stack>
          {field('name', say`Your name`)}
          {field('signInName', say`Sign-in name`)}
          {field('password', say`Password`, say`At least 10 characters: a few words of your own are best.`)}
          {rest && (
            <Mark as="p" tone="danger" role="alert">
              {rest}
            </Mark>
          )}
          <Buttons>
            <Button type="submit" variant="contained" disabled={pending}>
              {say`Join`}
            </Button>
            {me && (
              <Button variant="outlined" disabled={pending} onClick={() => send({ asMyself: true })}>
                {say`Join as ${me.name} of ${me.farm}`}
              </Button>
            )}
          </Buttons>
        </SheetBody>
      </Sheet>
    </Stack>
  );
}
