'use client';
import Button from '@mui/material/Button';
import { Link } from '../../../ui/shell/visit';
import { useState } from 'react';
import { formatAboutMoney } from '../../../core/quantity/money';
import { formatNumber, toShown, type UnitChoice } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import { Mark, Sheet, SheetBody, SheetHead, Text } from '../../../ui/kit/kit';
import { CostsForm } from './CostsForm';
import type { SpacePage, WorthRow } from './queries';
import type { Column } from '../../../ui/table/columns';
import { DataTable } from '../../../ui/table/DataTable';

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
        <h2>{floorWords(page.units)}</h2>
        <Text quiet>
          {say`by the recipes at their best, list prices, all of it sold; work at ${money(page.costs.hourMinor)} an hour`}
          ; {page.costs.isOwn ? say`your own costs` : say`planning defaults`};{' '}
          <Link href="/sums?sum=floor-worth">{say`how it is worked out`}</Link>
        </Text>
      </SheetHead>
      <SheetBody stack>
        {verdict && <Mark tone="soon">{verdict}</Mark>}
        <CostsForm page={page} />
      </SheetBody>
      <DataTable
        label={floorWords(page.units)}
        maxHeight={460}
        stack
        rows={shown}
        rowKey={(w) => w.key}
        columns={worthColumns(page, money)}
      />
      {shown.length < page.worth.length && (
        <SheetBody>
          <Button onClick={() => setAll(true)}>{say`Show all ${page.worth.length}`}</Button>
        </SheetBody>
      )}
    </Sheet>
  );
}

const floorWords = (units: UnitChoice) =>
  units.mass === 'us'
    ? say`What a square foot of floor earns in a week`
    : say`What a square metre of floor earns in a week`;

function worthColumns({ currency, units }: SpacePage, money: (minor: number) => string): Column<WorthRow>[] {
  const num = { num: true };
  const figure = (head: string, value: (w: WorthRow) => number): Column<WorthRow> => ({
    head,
    value: (w) => toShown('perArea', value(w), units),
    money: currency,
    look: num,
    labelled: true,
    cell: (w) => money(toShown('perArea', value(w), units)),
  });
  return [
    {
      head: say`Crop`,
      value: (w) => w.crop,
      look: { strong: true },
      cell: (w) => <Link href={`/farm/crops?crop=${w.code}`}>{w.crop}</Link>,
    },
    { head: say`Grown in`, value: (w) => w.method },
    { head: say`As`, value: (w) => w.soldAs, look: { quiet: true } },
    { head: say`Gives`, value: (w) => w.quantity, look: num, labelled: true },
    figure(say`Income`, (w) => w.grossMinor),
    {
      head: say`Work`,
      above: say`Work, min`,
      value: (w) => w.minutes,
      unit: say`min`,
      look: num,
      labelled: true,
      cell: (w) => formatNumber(w.minutes, 1),
    },
    {
      head: say`Current`,
      above: say`kWh`,
      value: (w) => w.kwh,
      unit: say`kWh`,
      look: num,
      labelled: true,
      cell: (w) => formatNumber(w.kwh, 2),
    },
    {
      ...figure(say`Left`, (w) => w.netMinor),
      look: (w) => ({ num: true, strong: true, tone: w.netMinor < 0 ? 'danger' : null }),
      right: true,
    },
    figure(say`An hour brings`, (w) => w.perHourMinor),
  ];
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
