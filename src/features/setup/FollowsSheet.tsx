'use client';
import { useMemo } from 'react';
import type { FarmDescription } from '../../core/setup/description';
import { whatFollows } from '../../core/setup/follows';
import type { UnitChoice } from '../../core/quantity/units';
import { say } from '../../core/words/words';
import { Empty, Rows, Sheet, SheetHead, Text } from '../../ui/kit/kit';
import { Why } from '../../ui/Why';
import css from './setup.module.css';

/** What follows from the parts, worked out as they are typed. */
export function FollowsSheet({ d, units }: { d: FarmDescription; units: UnitChoice }) {
  const rows = useMemo(() => whatFollows(d, units), [d, units]);
  return (
    <Sheet aria-label={say`What follows from it`}>
      <SheetHead>
        <h2>{say`What follows from it`}</h2>
      </SheetHead>
      {rows.length === 0 && (
        <Empty>{say`Places, balance of fish and beds, turnover, air and electricity are worked out here as you describe tanks and beds.`}</Empty>
      )}
      <Rows>
        {rows.map((f) => (
          <li key={f.key} className={css.follow}>
            <span>{f.label}</span>
            <Text strong mono className={css.value}>
              <Why because={f.because}>{f.value}</Why>
            </Text>
            <Text small quiet className={css.wide}>
              {f.note}
            </Text>
            {f.wrong && (
              <Text small tone="attention" className={css.wide}>
                {f.wrong}
              </Text>
            )}
          </li>
        ))}
      </Rows>
    </Sheet>
  );
}
