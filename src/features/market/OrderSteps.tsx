'use client';
import Button from '@mui/material/Button';
import { useState, useTransition } from 'react';
import { newEntryKey, type Outcome } from '../../ui/outcome';
import { deliverOrder, payOrder } from './actions';

export function OrderSteps({
  orderId,
  version,
  state,
  ready,
  canPay,
}: {
  orderId: string;
  version: number;
  state: string;
  /** Something is set aside, so there is something to deliver. */
  ready: boolean;
  canPay: boolean;
}) {
  const [said, setSaid] = useState<{ tone: string; words: string } | null>(null);
  const [pending, start] = useTransition();
  const run = (action: (raw: unknown) => Promise<Outcome<string>>) =>
    start(async () => {
      const outcome = await action({ orderId, version, entryKey: newEntryKey() });
      setSaid(
        outcome.ok
          ? { tone: 'good', words: outcome.value }
          : { tone: 'danger', words: Object.values(outcome.fields)[0]?.[0] ?? 'Not recorded.' },
      );
    });
  return (
    <div className="body" style={{ display: 'flex', gap: 10, alignItems: 'center', flexWrap: 'wrap' }}>
      {state === 'open' && (
        <Button variant="contained" onClick={() => run(deliverOrder)} disabled={pending || !ready}>
          Deliver what is set aside
        </Button>
      )}
      {state === 'open' && !ready && <span className="small quiet">Set a lot aside first.</span>}
      {state === 'delivered' && canPay && (
        <Button variant="contained" onClick={() => run(payOrder)} disabled={pending}>
          Mark as paid
        </Button>
      )}
      {said && (
        <span className={`mark ${said.tone}`} role={said.tone === 'danger' ? 'alert' : 'status'}>
          {said.words}
        </span>
      )}
    </div>
  );
}
