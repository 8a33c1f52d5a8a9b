'use client';
import Button from '@mui/material/Button';

export default function ErrorPage({ reset }: { reset: () => void }) {
  return (
    <main style={{ padding: 24 }}>
      <h1>That did not work</h1>
      <p style={{ margin: '8px 0' }}>Something went wrong on our side. What was recorded before is safe.</p>
      <Button variant="contained" onClick={reset}>
        Try again
      </Button>
    </main>
  );
}
