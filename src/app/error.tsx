'use client';
import { say } from '../core/words/words';
import Button from '@mui/material/Button';

export default function ErrorPage({ reset }: { reset: () => void }) {
  return (
    <main style={{ padding: 24 }}>
      <h1>{say`That did not work`}</h1>
      <p style={{ margin: '8px 0' }}>{say`Something went wrong on our side. What was recorded before is safe.`}</p>
      <Button variant="contained" onClick={reset}>
        {say`Try again`}
      </Button>
    </main>
  );
}
