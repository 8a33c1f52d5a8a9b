'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { UnitChoice } from '../../core/quantity/units';

const Preferences = dynamic(() => import('./Preferences').then((m) => m.Preferences), { ssr: false });

export function Who({ name, role, units }: { name: string; role: string; units: UnitChoice }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        className="who-button"
        onClick={() => setOpen(true)}
        aria-label={`${name}, ${role}: units, light and dark, sign out`}
      >
        {name}
        <br />
        <span className="small quiet">{role}</span>
      </button>
      {open && <Preferences name={name} units={units} onClose={() => setOpen(false)} />}
    </>
  );
}
