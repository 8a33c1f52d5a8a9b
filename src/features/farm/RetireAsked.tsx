'use client';
import { useState } from 'react';
import { say } from '../../core/words/words';
import { WordButton } from '../../ui/kit/kit';

/** It goes out of use at the second press: the first one asks. */
export function RetireAsked({ name, retire }: { name: string; retire: () => Promise<unknown> }) {
  const [asked, setAsked] = useState(false);
  const press = () => (asked ? void retire().then(() => setAsked(false)) : setAsked(true));
  return (
    <WordButton type="button" onClick={press} aria-label={asked ? say`Yes, retire ${name}` : say`Retire ${name}`}>
      {asked ? say`yes, retire it` : say`retire…`}
    </WordButton>
  );
}
