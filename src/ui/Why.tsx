'use client';
import { say } from '../core/words/words';
import dynamic from 'next/dynamic';
import { useState, type ReactNode } from 'react';
import type { Explanation } from '../core/explain';
import { WordButton } from './kit/kit';

const WhyPanel = dynamic(() => import('./WhyPanel').then((m) => m.WhyPanel), { ssr: false });

/** A computed number that can be opened: inputs, formula, source, and what to change. */
export function Why({ because, children }: { because: Explanation; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <WordButton type="button" onClick={() => setOpen(true)} title={say`Why? ${because.title}`}>
        {children}
      </WordButton>
      {open && <WhyPanel because={because} onClose={() => setOpen(false)} />}
    </>
  );
}
