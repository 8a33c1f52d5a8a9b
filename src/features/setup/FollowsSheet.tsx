'use client';
import { useMemo } from 'react';
import type { FarmDescription } from '../../core/setup/description';
import { whatFollows } from '../../core/setup/follows';
import type { UnitChoice } from '../../core/quantity/units';
import { say } from '../../core/words/words';
import { FollowsRows } from '../../ui/FollowsRows';
import { Empty, Sheet, SheetHead } from '../../ui/kit/kit';

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
      <FollowsRows rows={rows} />
    </Sheet>
  );
}
