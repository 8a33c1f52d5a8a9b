'use client';
import { say } from '../../core/words/words';
import ButtonBase from '@mui/material/ButtonBase';
import dynamic from 'next/dynamic';
import { use, useEffect, useState } from 'react';
import { MayWrite } from '../../ui/shell/mayWrite';
import { Key, Text } from '../../ui/kit/kit';
import css from './log.module.css';

const OpenLogLine = dynamic(() => import('./OpenLogLine').then((m) => m.OpenLogLine), { ssr: false });

/** The closed line weighs next to nothing; what reads the shorthand is loaded when it is opened. */
export function LogLine({ examples }: { examples: string }) {
  const [open, setOpen] = useState(false);
  const mayWrite = use(MayWrite);
  useEffect(() => {
    if (!mayWrite) return;
    const onKey = (event: KeyboardEvent) => {
      const typing = (event.target as HTMLElement).closest('input, textarea, select, [role="dialog"]');
      if (typing || event.ctrlKey || event.metaKey || event.altKey || event.key.toLowerCase() !== 'l') return;
      event.preventDefault();
      setOpen(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [mayWrite]);
  if (!mayWrite) return null;
  if (open) return <OpenLogLine onClose={() => setOpen(false)} />;
  return (
    <div className={css.bar}>
      <ButtonBase className={css.open} onClick={() => setOpen(true)}>
        <Key>L</Key> <span>{say`log line`}</span>
        <Text as="code" mono small quiet>
          {examples}
        </Text>
      </ButtonBase>
    </div>
  );
}
