'use client';
import { say } from '../../core/words/words';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { use, useState } from 'react';
import { MayWrite } from '../../ui/shell/mayWrite';

const HandoverForm = dynamic(() => import('./HandoverForm').then((m) => m.HandoverForm), { ssr: false });

export function Handover() {
  const [open, setOpen] = useState(false);
  if (!use(MayWrite)) return null;
  if (open) return <HandoverForm onDone={() => setOpen(false)} />;
  return (
    <Button size="small" onClick={() => setOpen(true)} sx={{ mt: 1 }}>
      {say`Write one`}
    </Button>
  );
}
