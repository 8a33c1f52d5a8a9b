'use client';
import { plural, say } from '../../../core/words/words';
import { inSentence } from '../../../core/library/inSentence';
import { useState } from 'react';
import { shortDay } from '../../../core/quantity/sayDay';
import {
  formatMass,
  oneFeeding,
  formatNumber,
  UnitChoice,
  toShown,
  unitName,
  formatPellet,
} from '../../../core/quantity/units';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { Why } from '../../../ui/Why';
import { takeFeed, type Said } from '../actions';
import { CohortsNav } from '../CohortsNav';
import type { FeedPage, FeedRow } from './feedQueries';
import { FeedRuleSheet } from './FeedRuleSheet';
import { SaidLines } from '../../../ui/SaidLines';
import { Choices, Columns, Sheet, SheetBody, SheetHead, Stack, Tag, Text, Unseen } from '../../../ui/kit/kit';
import css from '../cohorts.module.css';
import { DayStrip } from '../../../ui/draw/DayStrip';
import type { Column } from '../../../ui/table/columns';
import type { Day } from '../../../core/quantity/days';
import { DataTable } from '../../../ui/table/DataTable';

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
      ...{ name: 'pelletMm', label: say`Pellets`, kind: 'quantity', quantity: 'pellet', start: '', optional: true },
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
      <DataTable
        label={say`Rations by tank`}
        stack
        rows={page.tanks}
        rowKey={(t) => t.place}
        units={units}
        columns={rationColumns(units, compared)}
      />
    </Sheet>
  );
}

const fed = (t: FeedRow) => t.givenG > 0;

function rationColumns(units: UnitChoice, compared: boolean): Column<FeedRow>[] {
  const asked: Column<FeedRow>[] = [
    {
      head: say`By growth`,
      value: (t) => t.byGrowthG,
      quantity: 'mass',
      look: { num: true, quiet: true },
      labelled: true,
    },
    {
      head: say`By table`,
      value: (t) => t.byTableG,
      quantity: 'mass',
      look: { num: true, quiet: true },
      labelled: true,
    },
  ];
  return [
    { head: say`Tank`, value: (t) => t.place, look: { mono: true, strong: true } },
    {
      head: say`Fish`,
      value: (t) => t.count,
      kind: 'number',
      look: { className: css.wideCell },
      cell: (t) => (
        <>
          {t.lots}
          <Text as="div" small quiet>
            {formatNumber(t.count)} {inSentence(t.species)}
          </Text>
        </>
      ),
    },
    { head: say`Lots`, value: (t) => t.lots, only: 'file' },
    { head: say`Species`, value: (t) => t.species, only: 'file' },
    { head: say`Mean`, value: (t) => t.meanG, quantity: 'smallMass', look: { num: true }, labelled: true },
    {
      head: say`Ration`,
      value: (t) => t.givenG,
      quantity: 'mass',
      look: { num: true, strong: true },
      labelled: true,
      cell: (t) => (fed(t) ? <Why because={t.because}>{formatMass(t.givenG, units)}</Why> : <Tag>{say`NO FEED`}</Tag>),
    },
    {
      head: say`Each feeding`,
      value: (t) => (fed(t) ? t.givenG / t.feedings : null),
      quantity: 'smallMass',
      look: { num: true },
      labelled: fed,
      cell: (t) => (fed(t) ? `${t.feedings} × ${oneFeeding(t.givenG, t.feedings, units).words}` : ''),
    },
    { head: say`Feedings a day`, value: (t) => (fed(t) ? t.feedings : null), kind: 'number', only: 'file' },
    {
      head: say`Pellet`,
      value: (t) => (fed(t) ? Number(toShown('pellet', t.pelletMm, units).toFixed(3)) : null),
      unit: unitName('pellet', units),
      labelled: fed,
      cell: (t) => fed(t) && formatPellet(t.pelletMm, units),
    },
    {
      head: say`At`,
      value: (t) => t.times.join(' '),
      look: { mono: true, small: true },
      cell: (t) => (
        <>
          {fed(t) && (t.times.length > 0 ? t.times.join(' ') : say`by hand`)}
          {fed(t) && t.times.length > 0 && <DayStrip times={t.times} />}
        </>
      ),
    },
    ...(compared ? asked : []),
  ];
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
      <DataTable
        label={say`Feed in the store`}
        stack
        rows={page.store}
        rowKey={(s) => s.speciesCode}
        units={units}
        columns={storeColumns(page, units, currency)}
      />
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

function storeColumns(page: FeedPage, units: UnitChoice, currency: string): Column<FeedPage['store'][number]>[] {
  const isDue = (day: Day | null) => day !== null && day <= page.today;
  return [
    { head: say`For`, value: (s) => s.species, look: { strong: true } },
    { head: say`Left`, value: (s) => s.leftG, quantity: 'mass', look: { num: true, strong: true }, labelled: true },
    { head: say`A day`, value: (s) => s.perDayG, quantity: 'mass', look: { num: true }, labelled: true },
    { head: say`Cost a day`, value: (s) => s.costPerDayMinor, money: currency, look: { num: true }, labelled: true },
    {
      head: say`Lasts until`,
      value: (s) => s.emptyOn,
      kind: 'day',
      look: { nowrap: true },
      labelled: true,
      cell: (s) => {
        if (s.emptyOn) return say`${shortDay(s.emptyOn)} (${plural(s.daysLeft ?? 0, '# day', '# days')})`;
        return s.perDayG > 0 ? say`over half a year` : '–';
      },
    },
    {
      head: say`Order by`,
      value: (s) => s.orderBy,
      kind: 'day',
      look: (s) => ({ nowrap: true, strong: isDue(s.orderBy), tone: isDue(s.orderBy) ? 'danger' : null }),
      labelled: true,
      cell: (s) => (s.orderBy ? (isDue(s.orderBy) ? say`now (${shortDay(s.orderBy)})` : shortDay(s.orderBy)) : '–'),
    },
    {
      head: say`Lots, oldest first`,
      value: (s) => s.lots.map((l) => l.code).join(', '),
      look: { small: true, mono: true },
      labelled: true,
      cell: (s) => lotsWords(s.lots, units),
    },
  ];
}
