'use client';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState, useTransition, type FormEvent } from 'react';
import { enter } from './actions';

interface DemoPerson {
  name: string;
  role: string;
  signInName: string;
  password: string;
}

export function SignInForm({ demo }: { demo: DemoPerson[] }) {
  const router = useRouter();
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [wrong, setWrong] = useState<Record<string, string[]>>({});
  const [pending, start] = useTransition();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    start(async () => {
      const outcome = await enter({ name, password });
      if (outcome.ok) router.push('/round');
      else setWrong(outcome.fields);
    });
  };
  return (
    <main style={{ maxWidth: 460, margin: '7vh auto', padding: 16 }} className="stack">
      <div>
        <h1 style={{ fontSize: 28 }}>Crop Cycle</h1>
        <p className="quiet">Fish, crops and what was promised, on one page.</p>
      </div>
      <form className="sheet" onSubmit={submit}>
        <div className="body stack">
          <h2>Sign in</h2>
          <TextField
            label="Name"
            value={name}
            onChange={(e) => setName(e.target.value)}
            autoComplete="username"
            error={!!wrong.name}
            helperText={wrong.name?.[0]}
            autoFocus
          />
          <TextField
            label="Password"
            type="password"
            value={password}
            onChange={(e) => setPassword(e.target.value)}
            autoComplete="current-password"
            error={!!wrong.password}
            helperText={wrong.password?.[0]}
          />
          <Button type="submit" variant="contained" disabled={pending}>
            {pending ? 'Signing in…' : 'Sign in'}
          </Button>
        </div>
      </form>
      {demo.length > 0 && (
        <section className="sheet" aria-label="Demo sign-ins">
          <header>
            <h2>Demo farm</h2>
            <span className="quiet">made up, to try everything on</span>
          </header>
          <ul className="rows">
            {demo.map((person) => (
              <li key={person.signInName}>
                <button
                  type="button"
                  className="job"
                  style={{ gridTemplateColumns: 'minmax(0, 1fr) auto' }}
                  onClick={() => {
                    setName(person.signInName);
                    setPassword(person.password);
                  }}
                >
                  <span>
                    <span className="strong">{person.name}</span> <span className="quiet small">{person.role}</span>
                  </span>
                  <span className="mono small quiet">
                    {person.signInName} · {person.password}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </main>
  );
}
