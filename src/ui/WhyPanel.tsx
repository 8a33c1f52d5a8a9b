'use client';
import Button from '@mui/material/Button';
import Drawer from '@mui/material/Drawer';
import Link from 'next/link';
import type { Explanation } from '../core/explain';
import { rules } from '../core/sums/sums';

export function WhyPanel({ because, onClose }: { because: Explanation; onClose: () => void }) {
  const rests = rules(because.sums ?? []);
  const source = because.source ?? [...new Set(rests.map((r) => r.source))].join('. ');
  return (
    <Drawer
      open
      anchor="right"
      onClose={onClose}
      slotProps={{ paper: { sx: { width: 'min(420px, 100vw)', p: 2 }, 'aria-label': 'Why?' } }}
    >
      <h2>Why? {because.title}</h2>
      <p style={{ margin: '10px 0' }}>{because.formula}</p>
      <table className="plain">
        <thead>
          <tr>
            <th>Goes in</th>
            <th className="right">Value</th>
            <th>From</th>
          </tr>
        </thead>
        <tbody>
          {because.inputs.map((input) => (
            <tr key={input.label}>
              <td>{input.label}</td>
              <td className="num">{input.value}</td>
              <td className="small quiet">{input.from}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {rests.length > 0 && (
        <ul className="rows small" style={{ margin: '12px 0 0' }}>
          {rests.map((rule) => (
            <li key={rule.name}>
              {rule.title}: {rule.formula}. <Link href={`/sums?sum=${rule.name}`}>Try it</Link>
            </li>
          ))}
        </ul>
      )}
      <p className="small quiet" style={{ margin: '12px 0 4px' }}>
        Source: {source}
      </p>
      <p className="small">To change it: {because.change}</p>
      <div style={{ marginTop: 12 }}>
        <Button onClick={onClose} variant="outlined">
          Close
        </Button>
      </div>
    </Drawer>
  );
}
