'use client';
import Link from 'next/link';
import { formatAboutMoney } from '../../../core/quantity/money';
import { formatArea, formatMass, formatNumber } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import { Empty, Sheet, SheetHead, Text } from '../../../ui/kit/kit';
import { LightCell, LightHeadCell, LightRow, LightTable } from '../../../ui/kit/Table';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import type { SpacePage, YearRow } from './queries';

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
        <ScrollTable label={say`The last year, bed by bed`}>
          <LightTable stack>
            <thead>
              <LightRow>
                <LightHeadCell>{say`Bed`}</LightHeadCell>
                <LightHeadCell right>{say`Places`}</LightHeadCell>
                <LightHeadCell right>{say`Plants`}</LightHeadCell>
                <LightHeadCell right>{say`Cycles`}</LightHeadCell>
                <LightHeadCell right>{say`Pieces`}</LightHeadCell>
                <LightHeadCell right>{say`Weight`}</LightHeadCell>
                <LightHeadCell right>{say`Income`}</LightHeadCell>
                <LightHeadCell right>{say`A m² and week`}</LightHeadCell>
              </LightRow>
            </thead>
            <tbody>
              {page.year.map((y) => (
                <YearLine key={y.code} y={y} page={page} />
              ))}
            </tbody>
          </LightTable>
        </ScrollTable>
      )}
    </Sheet>
  );
}

function YearLine({ y, page }: { y: YearRow; page: SpacePage }) {
  const money = (minor: number) => formatAboutMoney(minor, page.currency);
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  return (
    <LightRow>
      <LightCell strong>
        <Link href={`/beds/bed/${y.code}${suffix}`} prefetch={false}>
          {y.code}
        </Link>
      </LightCell>
      <LightCell num label={say`Places`}>
        {say`${formatNumber(y.places)} on ${formatArea(y.areaM2, page.units)}`}
      </LightCell>
      <LightCell num label={say`Plants`} sort={String(y.plants)}>
        {formatNumber(y.plants)}
      </LightCell>
      <LightCell num label={say`Cycles`}>
        {formatNumber(y.cycles, 1)}
      </LightCell>
      <LightCell num label={say`Pieces`} sort={String(y.pieces)}>
        {y.pieces > 0 ? formatNumber(y.pieces) : '–'}
      </LightCell>
      <LightCell num label={say`Weight`} sort={String(y.massG)}>
        {y.massG > 0 ? formatMass(y.massG, page.units) : '–'}
      </LightCell>
      <LightCell num label={say`Income`} sort={String(y.valueMinor)}>
        {money(y.valueMinor)}
      </LightCell>
      <LightCell num strong label={say`A m² and week`} sort={String(y.perM2WeekMinor ?? 0)}>
        {y.perM2WeekMinor === null ? '–' : money(y.perM2WeekMinor)}
      </LightCell>
    </LightRow>
  );
}
