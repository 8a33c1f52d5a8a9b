'use client';
import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { shortDay } from '../../core/quantity/sayDay';
import { countOf, formatMass, type UnitChoice } from '../../core/quantity/units';
import { say } from '../../core/words/words';
import type { FreeProduct } from '../../questions/freeThatDay';
import { Empty, Row, Rows, Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';
import { askFreeThatDay } from './actions';
import type { LastOrder, NewOrderPage } from './queries';
import css from './market.module.css';

interface OrderBesideProps {
  page: NewOrderPage;
  customerId: string;
  day: string;
  /** One more line with a product; lines as they were ordered before. */
  onAdd: (productCode: string) => void;
  onRepeat: (order: LastOrder) => void;
}

/** Beside an order that is typed: what its customer had last, and what is free on the day it is for. */
export function OrderBeside({ page, customerId, day, onAdd, onRepeat }: OrderBesideProps) {
  const last = page.last[customerId];
  return (
    <div className={css.beside}>
      {last && <Last order={last} onRepeat={() => onRepeat(last)} />}
      <FreeSheet day={day} units={page.units} onAdd={onAdd} />
    </div>
  );
}

function Last({ order, onRepeat }: { order: LastOrder; onRepeat: () => void }) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Last order`}</h2>
        <Text quiet>{say`${order.code}, for ${shortDay(order.dueDay)}`}</Text>
      </SheetHead>
      <Rows>
        {order.lines.map((l) => (
          <Row key={l.productCode}>
            {l.name} <Text strong>{l.words}</Text>
          </Row>
        ))}
      </Rows>
      <SheetBody>
        <Button variant="outlined" onClick={onRepeat}>{say`The same again`}</Button>
      </SheetBody>
    </Sheet>
  );
}

interface FreeSheetProps {
  day: string;
  units: UnitChoice;
  onAdd: (productCode: string) => void;
}

function FreeSheet({ day, units, onAdd }: FreeSheetProps) {
  const [known, setKnown] = useState<{ day: string; free: FreeProduct[] | null } | null>(null);
  useEffect(() => {
    let here = true;
    askFreeThatDay(day).then(
      (free) => here && setKnown({ day, free }),
      () => undefined,
    );
    return () => {
      here = false;
    };
  }, [day]);
  const free = known?.day === day ? known.free : undefined;
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Free that day`}</h2>
        <Text quiet>{say`for one delivery on ${shortDay(day)}`}</Text>
      </SheetHead>
      {free === undefined && <Empty>{say`Looking what is free…`}</Empty>}
      {free === null && <Empty>{say`No forecast reaches that day`}</Empty>}
      {free?.length === 0 && <Empty>{say`Nothing is free on that day.`}</Empty>}
      {free && free.length > 0 && (
        <Rows>
          {free.map((p) => (
            <Row key={p.code}>
              <Button size="small" onClick={() => onAdd(p.code)} aria-label={say`Add ${p.name} to the order`}>
                {say`Add`}
              </Button>{' '}
              {p.name}{' '}
              <Text strong>{p.unit === 'kg' ? formatMass(p.quantity, units) : countOf(p.quantity, p.unit)}</Text>
            </Row>
          ))}
        </Rows>
      )}
    </Sheet>
  );
}
