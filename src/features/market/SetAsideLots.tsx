'use client';
import { say } from '../../core/words/words';
import Button from '@mui/material/Button';
import { useState, useTransition } from 'react';
import { formatQuantity } from '../../core/plan/consequences';
import type { UnitChoice } from '../../core/quantity/units';
import { newEntryKey } from '../../ui/outcome';
import { putBack } from './actions';
import type { OrderPage } from './queries';
import { Text } from '../../ui/kit/kit';
import css from './market.module.css';

interface SetAsideLotsProps {
  order: Pick<OrderPage['order'], 'id' | 'version' | 'state'>;
  line: OrderPage['order']['lines'][number];
  units: UnitChoice;
}

/** Which lots lie ready for a line; while the order is open each can be put back. */
export function SetAsideLots({ order, line, units }: SetAsideLotsProps) {
  const [wrong, setWrong] = useState<string | null>(null);
  const [pending, start] = useTransition();
  const back = (movementId: string) =>
    start(async () => {
      const sent = { entryKey: newEntryKey(), orderId: order.id, version: order.version, movementId };
      const outcome = await putBack(sent).catch(() => null);
      if (!outcome) setWrong(say`No connection: press again when it is back.`);
      else setWrong(outcome.ok ? null : (Object.values(outcome.fields)[0]?.[0] ?? say`Not put back.`));
    });
  return (
    <Text small>
      {line.setAside.map((a) => (
        <span key={a.movementId} className={css.lot}>
          <Text mono quiet>
            {a.lotCode} {formatQuantity(a.quantity, line.unit, units)}
          </Text>
          {order.state === 'open' && (
            <Button
              size="small"
              disabled={pending}
              onClick={() => back(a.movementId)}
              aria-label={say`Put ${a.lotCode} back`}
            >
              {say`Put back`}
            </Button>
          )}
        </span>
      ))}
      {wrong && <Text tone="danger"> {wrong}</Text>}
    </Text>
  );
}
