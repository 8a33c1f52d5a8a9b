'use client';
import Button from '@mui/material/Button';
import { useState, useTransition } from 'react';
import { newEntryKey, type Outcome } from '../../ui/outcome';
import { callOrderOff, deliverOrder, payOrder } from './actions';

export function OrderSteps({
  orderId,
  version,
  state,
  ready,
  canPay,
  canCallOff,
}: {
  orderId: string;
  version: number;
  state: string;
  /** Something is set aside, so there is something to deliver. */
  ready: boolean;
  canPay: boolean;
  canCallOff: boolean;
}) {
  const [said, setSaid] = useState<{ tone: string; words: string } | null>(null);
  const [pending, start] = useTransition();
  const [asking, setAsking] = useState(false);
  const run = (action: (values: Record<string, unknown>) => Promise<Outcome<string>>) =>
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
      {state === 'open' && canCallOff && !asking && (
        <Button onClick={() => setAsking(true)} disabled={pending}>
          Call it off…
        </Button>
      )}
      {state === 'open' && asking && (
        <span className="mark attention" role="alert">
          The customer no longer wants it? What is set aside becomes free.{' '}
          <Button size="small" color="error" onClick={() => run(callOrderOff)} disabled={pending}>
            Call it off
          </Button>
          <Button size="small" onClick={() => setAsking(false)}>
            Keep it
          </Button>
        </span>
      )}
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
