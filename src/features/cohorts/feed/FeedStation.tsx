'use client';
import { plural, say } from '../../../core/words/words';
import { inSentence } from '../../../core/library/inSentence';
import { useState } from 'react';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatMoney } from '../../../core/quantity/money';
import { formatMass, oneFeeding, formatNumber, UnitChoice } from '../../../core/quantity/units';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { Why } from '../../../ui/Why';
import { takeFeed, type Said } from '../actions';
import { CohortsNav } from '../CohortsNav';
import type { FeedPage, FeedRow } from './feedQueries';
import { FeedRuleSheet } from './FeedRuleSheet';
import { SaidLines } from '../../../ui/SaidLines';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import { Choices, Columns, Sheet, SheetBody, SheetHead, Stack, Tag, Text, Unseen } from '../../../ui/kit/kit';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../../ui/kit/Table';
import css from '../cohorts.module.css';
import { DayStrip } from '../../../ui/draw/DayStrip';

export function FeedStation({ page }: { page: FeedPage }) {
  const { units, currency } = page;
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  const [said, setSaid] = useState<Said | null>(null);
  // Both schools side by side as soon as the farm keeps a table.
  const compared = page.tanks.some((t) => t.byTableG !== null);
  const receive: FormField[] = [
    {
      name: 'speciesCode',
      label: say`For which fish`,
      kind: 'select',
      options: page.rules.map((r) => [r.speciesCode, r.name]),
      start: '',
    },
    { name: 'code', label: say`Lot number on the bags`, kind: 'text', start: '' },
    { name: 'massG', label: say`Received`, kind: 'quantity', quantity: 'mass', start: '' },
    {
      ...{ name: 'pelletMm', label: say`Pellets, mm`, kind: 'number', start: '', optional: true },
      help: say`A tank is fed the pellets it had last before others.`,
    },
    { name: 'supplier', label: say`From`, kind: 'text', start: '', optional: true },
    { name: 'price', label: say`Paid, ${currency}`, kind: 'number', start: '', optional: true },
  ];
  return (
    <Stack>
      <CohortsNav here="/cohorts/feed" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <Unseen as="h1">{say`Feed`}</Unseen>
      <Rations page={page} compared={compared} units={units} />
      <Columns>
        <Store page={page} units={units} currency={currency} />
        <Sheet>
          <SheetHead>
            <h2>{say`Feed that came`}</h2>
          </SheetHead>
          <SheetBody stack>
            <SaidLines said={said} />
            <ActionForm
              fields={receive}
              units={units}
              submit={say`Into the store`}
              onDone={setSaid}
              send={takeFeed}
              caution={say`Sacks: lift with the knees, keep dry and off the floor, oldest lot first.`}
            />
          </SheetBody>
        </Sheet>
      </Columns>
      {page.person.role === 'manager' && (
        <Choices>
          {page.rules.map((r) => (
            <FeedRuleSheet key={r.speciesCode + r.version} rule={r} page={page} />
          ))}
        </Choices>
      )}
    </Stack>
  );
}

interface RationsProps {
  page: FeedPage;
  compared: boolean;
  units: UnitChoice;
}

function Rations({ page, compared, units }: RationsProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Rations ${page.when === 'today' ? say`today` : shortDay(page.day)}`}</h2>
        <Text quiet small>
          {say`recorded as given on the Round`}
        </Text>
      </SheetHead>
      <ScrollTable label={say`Rations by tank`}>
        <Table stack>
          <TableHead>
            <TableRow>
              <HeadCell>{say`Tank`}</HeadCell>
              <HeadCell>{say`Fish`}</HeadCell>
              <HeadCell right>{say`Mean`}</HeadCell>
              <HeadCell right>{say`Ration`}</HeadCell>
              <HeadCell right>{say`Each feeding`}</HeadCell>
              <HeadCell>{say`Pellet`}</HeadCell>
              <HeadCell>{say`At`}</HeadCell>
              {compared && (
                <>
                  <HeadCell right>{say`By growth`}</HeadCell>
                  <HeadCell right>{say`By table`}</HeadCell>
                </>
              )}
            </TableRow>
          </TableHead>
          <TableBody>
            {page.tanks.map((t) => (
              <RationRow key={t.place} t={t} units={units} compared={compared} />
            ))}
          </TableBody>
        </Table>
      </ScrollTable>
    </Sheet>
  );
}

interface RationRowProps {
  t: FeedRow;
  units: UnitChoice;
  compared: boolean;
}

function RationRow({ t, units, compared }: RationRowProps) {
  return (
    <TableRow>
      <Cell mono strong>
        {t.place}
      </Cell>
      <Cell className={css.wideCell}>
        {t.lots}
        <Text as="div" small quiet>
          {formatNumber(t.count)} {inSentence(t.species)}
        </Text>
      </Cell>
      <Cell num label={say`Mean`}>
        {formatMass(t.meanG, units)}
      </Cell>
      <Cell num strong label={say`Ration`}>
        {t.givenG > 0 ? <Why because={t.because}>{formatMass(t.givenG, units)}</Why> : <Tag>{say`NO FEED`}</Tag>}
      </Cell>
      <Cell num label={t.givenG > 0 ? say`Each feeding` : undefined}>
        {t.givenG > 0 ? `${t.feedings} × ${oneFeeding(t.givenG, t.feedings, units).words}` : ''}
      </Cell>
      <Cell label={t.givenG > 0 ? say`Pellet` : undefined}>{t.givenG > 0 && say`${t.pelletMm} mm`}</Cell>
      <Cell mono small>
        {t.givenG > 0 && (t.times.length > 0 ? t.times.join(' ') : say`by hand`)}
        {t.givenG > 0 && t.times.length > 0 && <DayStrip times={t.times} />}
      </Cell>
      {compared && (
        <>
          <Cell num quiet label={say`By growth`}>
            {formatMass(t.byGrowthG, units)}
          </Cell>
          <Cell num quiet label={say`By table`}>
            {t.byTableG === null ? '–' : formatMass(t.byTableG, units)}
          </Cell>
        </>
      )}
    </TableRow>
  );
}

interface StoreProps {
  page: FeedPage;
  units: UnitChoice;
  currency: string;
}

function Store({ page, units, currency }: StoreProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`In the store`}</h2>
      </SheetHead>
      <ScrollTable label={say`Feed in the store`}>
        <Table stack>
          <TableHead>
            <TableRow>
              <HeadCell>{say`For`}</HeadCell>
              <HeadCell right>{say`Left`}</HeadCell>
              <HeadCell right>{say`A day`}</HeadCell>
              <HeadCell right>{say`Cost a day`}</HeadCell>
              <HeadCell>{say`Lasts until`}</HeadCell>
              <HeadCell>{say`Order by`}</HeadCell>
              <HeadCell>{say`Lots, oldest first`}</HeadCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {page.store.map((s) => (
              <StoreRow key={s.speciesCode} s={s} units={units} currency={currency} page={page} />
            ))}
          </TableBody>
        </Table>
      </ScrollTable>
    </Sheet>
  );
}

const FEW_LOTS = 3;

/** The lots that are fed next, and how much lies in the others. */
function lotsWords(lots: FeedPage['store'][number]['lots'], units: UnitChoice): string {
  if (lots.length === 0) return say`none`;
  const first = lots.slice(0, FEW_LOTS).map((l) => `${l.code} ${formatMass(l.leftG, units)}`);
  const rest = lots.slice(FEW_LOTS);
  const restG = rest.reduce((sum, l) => sum + l.leftG, 0);
  const more = say`and ${formatNumber(rest.length)} more with ${formatMass(restG, units)}`;
  return [...first, ...(rest.length > 0 ? [more] : [])].join(', ');
}

interface StoreRowProps {
  s: FeedPage['store'][number];
  units: UnitChoice;
  currency: string;
  page: FeedPage;
}

function StoreRow({ s, units, currency, page }: StoreRowProps) {
  return (
    <TableRow>
      <Cell strong>{s.species}</Cell>
      <Cell num strong label={say`Left`}>
        {formatMass(s.leftG, units)}
      </Cell>
      <Cell num label={say`A day`}>
        {formatMass(s.perDayG, units)}
      </Cell>
      <Cell num label={say`Cost a day`}>
        {formatMoney(s.costPerDayMinor, currency)}
      </Cell>
      <Cell nowrap sort={s.emptyOn ?? undefined} label={say`Lasts until`}>
        {s.emptyOn
          ? say`${shortDay(s.emptyOn)} (${plural(s.daysLeft ?? 0, '# day', '# days')})`
          : s.perDayG > 0
            ? say`over half a year`
            : '–'}
      </Cell>
      <Cell
        nowrap
        label={say`Order by`}
        sort={s.orderBy ?? undefined}
        strong={!!s.orderBy && s.orderBy <= page.today}
        tone={s.orderBy && s.orderBy <= page.today ? 'danger' : null}
      >
        {s.orderBy ? (s.orderBy <= page.today ? say`now (${shortDay(s.orderBy)})` : shortDay(s.orderBy)) : '–'}
      </Cell>
      <Cell small mono label={say`Lots, oldest first`}>
        {lotsWords(s.lots, units)}
      </Cell>
    </TableRow>
  );
}
