'use client';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { formatNumber } from '../../core/quantity/units';
import { say } from '../../core/words/words';
import { Buttons, Empty, Row, Rows, Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';
import type { BedsPage } from './queries';

const SeedForm = dynamic(() => import('./SeedForm').then((m) => m.SeedForm), { ssr: false });

/** What is left to sow from, and seed that came. */
export function SeedSheet({ seeds, may }: { seeds: BedsPage['seeds']; may: boolean }) {
  const [open, setOpen] = useState(false);
  const left = seeds.filter((s) => s.count > 0);
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
