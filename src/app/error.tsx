'use client';
import { say } from '../core/words/words';
import { Stack, WordButton } from '../ui/kit/kit';
import css from './alone.module.css';

export default function ErrorPage({ reset }: { reset: () => void }) {
  return (
    <Stack as="main" className={css.alone}>
      <h1>{say`That did not work`}</h1>
      <p>{say`Something went wrong on our side. What was recorded before is safe.`}</p>
      <WordButton type="button" onClick={reset}>
        {say`Try again`}
      </WordButton>
    </Stack>
  );
}
