'use client';
import { noConnection } from '../../ui/outcome';
import { say } from '../../core/words/words';
import ButtonBase from '@mui/material/ButtonBase';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { Link } from '../../ui/shell/visit';
import { useRouter } from 'next/navigation';
import { useState, useTransition, type FormEvent } from 'react';
import { enter } from './actions';
import { Rows, Sheet, SheetBody, SheetHead, Stack, Text } from '../../ui/kit/kit';
import css from './account.module.css';
import { codeWords } from '../../core/words/codes';

/** A name is the same in every language. */
const APP_NAME = 'Crop Cycle';

interface DemoPerson {
  name: string;
  role: string;
  signInName: string;
  password: string;
}

export function SignInForm({ demo, mayFound }: { demo: DemoPerson[]; mayFound: boolean }) {
  const router = useRouter();
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [wrong, setWrong] = useState<Record<string, string[]>>({});
  const [pending, start] = useTransition();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    start(async () => {
      const outcome = await enter({ name, password }).catch(() => null);
      if (outcome?.ok) router.push('/round');
      else setWrong(outcome?.fields ?? { password: [noConnection()] });
    });
  };
  return (
    <Stack as="main" className={css.page}>
      <div>
        <h1 className={css.name}>{APP_NAME}</h1>
        <Text as="p" quiet>
          {say`Fish, crops and what was promised, on one page.`}
        </Text>
      </div>
      <Sheet as="form" onSubmit={submit}>
        <SheetBody stack>
          <h2>{say`Sign in`}</h2>
          <TextField
            label={say`Name`}
            value={name}
            onChange={(e) => setName(e.target.value)}
            autoComplete="username"
            error={!!wrong.name}
            helperText={wrong.name?.[0]}
            autoFocus
          />
          <TextField
            label={say`Password`}
            type="password"
            value={password}
            onChange={(e) => setPassword(e.target.value)}
            autoComplete="current-password"
            error={!!wrong.password}
            helperText={wrong.password?.[0]}
          />
          <Button type="submit" variant="contained" disabled={pending}>
            {pending ? say`Signing in…` : say`Sign in`}
          </Button>
        </SheetBody>
      </Sheet>
      {mayFound && (
        <Sheet aria-label={say`A farm of your own`}>
          <SheetHead>
            <h2>{say`A farm of your own`}</h2>
            <Text quiet>{say`described in five short steps`}</Text>
          </SheetHead>
          <SheetBody>
            <Button component={Link} href="/own-farm" variant="outlined">
              {say`Begin with your farm`}
            </Button>
          </SheetBody>
        </Sheet>
      )}
      {!mayFound && demo.length === 0 && (
        <Text as="p" small quiet>
          {say`Another farm on this installation begins with a code: whoever runs it makes one with “npm run farm -- code”.`}
        </Text>
      )}
      {demo.length > 0 && <DemoSignIns demo={demo} setName={setName} setPassword={setPassword} />}
    </Stack>
  );
}

interface DemoSignInsProps {
  demo: DemoPerson[];
  setName: (words: string) => void;
  setPassword: (words: string) => void;
}

function DemoSignIns({ demo, setName, setPassword }: DemoSignInsProps) {
  return (
    <Sheet aria-label={say`Demo sign-ins`}>
      <SheetHead>
        <h2>{say`Demo farm`}</h2>
        <Text quiet>{say`made up, to try everything on`}</Text>
      </SheetHead>
      <Rows>
        {demo.map((person) => (
          <li key={person.signInName}>
            <ButtonBase
              className={css.person}
              onClick={() => {
                setName(person.signInName);
                setPassword(person.password);
              }}
            >
              <span>
                <Text strong>{person.name}</Text>{' '}
                <Text quiet small>
                  {codeWords(person.role)}
                </Text>
              </span>
              <Text mono small quiet>
                {person.signInName} · {person.password}
              </Text>
            </ButtonBase>
          </li>
        ))}
      </Rows>
    </Sheet>
  );
}
