'use client';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { shortDay } from '../../core/quantity/sayDay';
import { formatNumber } from '../../core/quantity/units';
import { say } from '../../core/words/words';
import { Buttons, Empty, Row, Rows, Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';
import type { BedsPage } from './queries';

const SeedForm = dynamic(() => import('./SeedForm').then((m) => m.SeedForm), { ssr: false });

/** What is left to sow from, and seed that came. */
export function SeedSheet({ seeds, today, may }: { seeds: BedsPage['seeds']; today: string; may: boolean }) {
  const [open, setOpen] = useState(false);
  const left = seeds
    .filter((s) => s.count > 0 || s.lacks > 0)
    .sort((a, b) => ((a.orderBy ?? '9') < (b.orderBy ?? '9') ? -1 : 1));
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Seed in store`}</h2>
      </SheetHead>
      {left.length === 0 && <Empty>{say`There is none. Nothing can be sown until some came.`}</Empty>}
      <Rows>
        {left.map((s) => (
          <Row key={s.code}>
            {s.name}{' '}
            <Text mono quiet end>
              {formatNumber(s.count)}
            </Text>
            <Text as="div" small quiet>
              {s.orderBy && s.shortOn && (
                <Text tone={s.orderBy <= today ? 'danger' : 'attention'}>
                  {say`order ${formatNumber(s.lacks)} by ${shortDay(s.orderBy)}: too few from ${shortDay(s.shortOn)} on`}
                </Text>
              )}
              {s.orderBy && s.oldestOn && ' · '}
              {s.oldestOn && say`the oldest came ${shortDay(s.oldestOn)}`}
            </Text>
          </Row>
        ))}
      </Rows>
      {may && (
        <SheetBody>
          {open ? (
            <SeedForm seeds={seeds} />
          ) : (
            <Buttons>
              <Button variant="outlined" onClick={() => setOpen(true)}>
                {say`Seed that came…`}
              </Button>
            </Buttons>
          )}
        </SheetBody>
      )}
    </Sheet>
  );
}
