'use client';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { useState } from 'react';
import { formatAboutMoney } from '../../../core/quantity/money';
import { formatNumber } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import { Mark, Sheet, SheetBody, SheetHead, Text } from '../../../ui/kit/kit';
import { LightCell, LightHeadCell, LightRow, LightTable } from '../../../ui/kit/Table';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import { CostsForm } from './CostsForm';
import type { SpacePage, WorthRow } from './queries';

/** What earns most stands first; the others come when they are asked for. */
const FIRST_SHOWN = 8;

/** Heads or leaves, rafts or towers: every crop in every way the farm can grow it, on one measure. */
export function WorthSheet({ page }: { page: SpacePage }) {
  const [all, setAll] = useState(false);
  if (page.worth.length === 0) return null;
  const shown = all ? page.worth : page.worth.slice(0, FIRST_SHOWN);
  const money = (minor: number) => formatAboutMoney(minor, page.currency);
  const verdict = headsOrLeaves(page.worth, money);
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`What a square metre of floor earns in a week`}</h2>
        <Text quiet>
          {say`by the recipes at their best, list prices, all of it sold; work at ${money(page.costs.hourMinor)} an hour`}
          ; {page.costs.isOwn ? say`your own costs` : say`planning defaults`};{' '}
          <Link href="/sums?sum=floor-worth">{say`how it is reckoned`}</Link>
        </Text>
      </SheetHead>
      <SheetBody stack>
        {verdict && <Mark tone="soon">{verdict}</Mark>}
        <CostsForm page={page} />
      </SheetBody>
      <ScrollTable label={say`What a square metre of floor earns in a week`} maxHeight={460}>
        <LightTable stack>
          <thead>
            <LightRow>
              <LightHeadCell>{say`Crop`}</LightHeadCell>
              <LightHeadCell>{say`Grown in`}</LightHeadCell>
              <LightHeadCell>{say`As`}</LightHeadCell>
              <LightHeadCell right>{say`Gives`}</LightHeadCell>
              <LightHeadCell right>{say`Income`}</LightHeadCell>
              <LightHeadCell right>{say`Work, min`}</LightHeadCell>
              <LightHeadCell right>{say`kWh`}</LightHeadCell>
              <LightHeadCell right>{say`Left`}</LightHeadCell>
              <LightHeadCell right>{say`An hour brings`}</LightHeadCell>
            </LightRow>
          </thead>
          <tbody>
            {shown.map((w) => (
              <LightRow key={w.key}>
                <LightCell strong>
                  <Link href={`/farm/crops?crop=${w.code}`} prefetch={false}>
                    {w.crop}
                  </Link>
                </LightCell>
                <LightCell>{w.method}</LightCell>
                <LightCell quiet>{w.soldAs}</LightCell>
                <LightCell num label={say`Gives`}>
                  {w.quantity}
                </LightCell>
                <LightCell num label={say`Income`} sort={String(w.grossMinor)}>
                  {money(w.grossMinor)}
                </LightCell>
                <LightCell num label={say`Work, min`}>
                  {formatNumber(w.minutes, 1)}
                </LightCell>
                <LightCell num label={say`kWh`}>
                  {formatNumber(w.kwh, 2)}
                </LightCell>
                <LightCell
                  num
                  strong
                  label={say`Left`}
                  sort={String(w.netMinor)}
                  tone={w.netMinor < 0 ? 'danger' : null}
                >
                  {money(w.netMinor)}
                </LightCell>
                <LightCell num label={say`An hour brings`} sort={String(w.perHourMinor)}>
                  {money(w.perHourMinor)}
                </LightCell>
              </LightRow>
            ))}
          </tbody>
        </LightTable>
      </ScrollTable>
      {shown.length < page.worth.length && (
        <SheetBody>
          <Button onClick={() => setAll(true)}>{say`Show all ${page.worth.length}`}</Button>
        </SheetBody>
      )}
    </Sheet>
  );
}

/** The best of each against the other, by floor and by hour: they need not agree. */
function headsOrLeaves(rows: readonly WorthRow[], money: (minor: number) => string): string | null {
  const best = (soldAs: string) => rows.find((r) => r.kind === soldAs);
  const [heads, leaves] = [best('head'), best('cut leaf')];
  if (!heads || !leaves) return null;
  const [first, second] = heads.netMinor >= leaves.netMinor ? [heads, leaves] : [leaves, heads];
  const agrees = first.perHourMinor >= second.perHourMinor;
  const floor = say`Heads or leaves: of the floor ${first.crop} leaves ${money(first.netMinor)} and ${second.crop} ${money(second.netMinor)}`;
  return agrees
    ? say`${floor}; an hour of work brings more with ${first.crop} too (${money(first.perHourMinor)} against ${money(second.perHourMinor)}).`
    : say`${floor}; an hour of work brings more with ${second.crop} (${money(second.perHourMinor)} against ${money(first.perHourMinor)}): where hands are short, not floor, it wins.`;
}
