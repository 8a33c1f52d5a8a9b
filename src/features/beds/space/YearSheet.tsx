'use client';
import { Link } from '../../../ui/shell/visit';
import { formatAboutMoney } from '../../../core/quantity/money';
import { formatArea, formatNumber, areaUnit, toShownArea, toShown, unitName } from '../../../core/quantity/units';
import { say, capital } from '../../../core/words/words';
import { Empty, Sheet, SheetHead, Text } from '../../../ui/kit/kit';
import type { SpacePage, YearRow } from './queries';
import type { Column } from '../../../ui/table/columns';
import { DataTable } from '../../../ui/table/DataTable';

/** What each bed gave in a year, by the books: how often it was planted, what was packed of it, what that is worth. */
export function YearSheet({ page }: { page: SpacePage }) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`The last year, bed by bed`}</h2>
        <Text quiet>{say`as recorded; a cycle is every place planted once; money at list prices`}</Text>
      </SheetHead>
      {page.year.length === 0 ? (
        <Empty>{say`Nothing was planted or packed yet.`}</Empty>
      ) : (
        <DataTable
          label={say`The last year, bed by bed`}
          stack
          rows={page.year}
          rowKey={(y) => y.code}
          units={page.units}
          columns={yearColumns(page)}
        />
      )}
    </Sheet>
  );
}

function yearColumns(page: SpacePage): Column<YearRow>[] {
  const money = (minor: number) => formatAboutMoney(minor, page.currency);
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  const num = { num: true };
  const ground = areaUnit(page.units);
  return [
    {
      head: say`Bed`,
      value: (y) => y.code,
      look: { strong: true },
      cell: (y) => <Link href={`/beds/bed/${y.code}${suffix}`}>{y.code}</Link>,
    },
    {
      head: say`Places`,
      value: (y) => y.places,
      kind: 'number',
      look: num,
      labelled: true,
      cell: (y) => say`${formatNumber(y.places)} on ${formatArea(y.areaM2, page.units)}`,
    },
    { head: say`Area`, value: (y) => toShownArea(y.areaM2, page.units), unit: ground, only: 'file' },
    { head: say`Plants`, value: (y) => y.plants, kind: 'number', look: num, labelled: true },
    {
      head: say`Cycles`,
      value: (y) => y.cycles,
      kind: 'number',
      look: num,
      labelled: true,
      cell: (y) => formatNumber(y.cycles, 1),
    },
    {
      head: say`Pieces`,
      value: (y) => (y.pieces > 0 ? y.pieces : null),
      kind: 'number',
      look: num,
      labelled: true,
    },
    { head: say`Weight`, value: (y) => (y.massG > 0 ? y.massG : null), quantity: 'mass', look: num, labelled: true },
    {
      head: say`Income`,
      value: (y) => y.valueMinor,
      money: page.currency,
      look: num,
      labelled: true,
      cell: (y) => money(y.valueMinor),
    },
    {
      head: capital(say`${unitName('perArea', page.units)} and week`),
      value: (y) => (y.perM2WeekMinor === null ? null : toShown('perArea', y.perM2WeekMinor, page.units)),
      money: page.currency,
      look: { num: true, strong: true },
      labelled: true,
      cell: (y) => (y.perM2WeekMinor === null ? '–' : money(toShown('perArea', y.perM2WeekMinor, page.units))),
    },
  ];
}
