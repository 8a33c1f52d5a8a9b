'use client';
import { say } from '../../core/words/words';
import Button from '@mui/material/Button';
import { use, useRef, useState, useTransition } from 'react';
import { MayWrite } from '../../ui/shell/mayWrite';
import { newEntryKey, noConnection, type Outcome } from '../../ui/outcome';
import { callOrderOff, deliverOrder, payOrder } from './actions';
import { Mark, SheetBody, Text, type Tone } from '../../ui/kit/kit';

type Action = (values: Record<string, unknown>) => Promise<Outcome<string>>;

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
  const [said, setSaid] = useState<{ tone: Tone; words: string } | null>(null);
  const [pending, start] = useTransition();
  const [asking, setAsking] = useState(false);
  const mayWrite = use(MayWrite);
  // Pressed again after a lost answer, an act has the key it had: it is done once.
  const keys = useRef(new Map<Action, string>());
  const run = (action: Action) =>
    start(async () => {
      const entryKey = keys.current.get(action) ?? newEntryKey();
      keys.current.set(action, entryKey);
      const outcome = await action({ orderId, version, entryKey }).catch(() => null);
      if (!outcome) return setSaid({ tone: 'danger', words: noConnection() });
      keys.current.delete(action);
      setSaid(
        outcome.ok
          ? { tone: 'good', words: outcome.value }
          : { tone: 'danger', words: Object.values(outcome.fields)[0]?.[0] ?? say`Not recorded.` },
      );
    });
  if (!mayWrite) return null;
  return (
    <SheetBody buttons>
      {state === 'open' && (
        <Button variant="contained" onClick={() => run(deliverOrder)} disabled={pending || !ready}>
          {say`Mark as delivered`}
        </Button>
      )}
      {state === 'open' && !ready && (
        <Text small quiet>
          {say`Reserve a lot first.`}
        </Text>
      )}
      {state === 'open' && canCallOff && !asking && (
        <Button onClick={() => setAsking(true)} disabled={pending}>
          {say`Cancel order…`}
        </Button>
      )}
      {state === 'open' && asking && (
        <Mark as="span" tone="attention" role="alert">
          {say`The customer no longer wants it? What is reserved becomes free again.`}{' '}
          <Button size="small" color="error" onClick={() => run(callOrderOff)} disabled={pending}>
            {say`Cancel order`}
          </Button>
          <Button size="small" onClick={() => setAsking(false)}>
            {say`Keep it`}
          </Button>
        </Mark>
      )}
      {state === 'delivered' && canPay && (
        <Button variant="contained" onClick={() => run(payOrder)} disabled={pending}>
          {say`Mark as paid`}
        </Button>
      )}
      {said && (
        <Mark as="span" tone={said.tone} role={said.tone === 'danger' ? 'alert' : 'status'}>
          {said.words}
        </Mark>
      )}
    </SheetBody>
  );
}
