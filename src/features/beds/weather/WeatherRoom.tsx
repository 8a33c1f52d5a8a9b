'use client';
import { Link } from '../../../ui/shell/visit';
import { useState } from 'react';
import { formatAboutMoney } from '../../../core/quantity/money';
import { shortDay, fullDay } from '../../../core/quantity/sayDay';
import { formatNumber, formatTemperature } from '../../../core/quantity/units';
import { plural, say } from '../../../core/words/words';
import { Chips } from '../../../ui/form/Chips';
import { Empty, Mark, Row, Rows, Sheet, SheetBody, SheetHead, Stack, Text } from '../../../ui/kit/kit';
import { lazyChart } from '../../../ui/kit/lazyChart';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { BedsNav } from '../BedsNav';
import type { RiskView, WeatherPage } from './queries';
import { RiskPicture } from './RiskPicture';
import css from './weather.module.css';
import type { Column } from '../../../ui/table/columns';
import { DataTable } from '../../../ui/table/DataTable';

const HouseChart = lazyChart(() => import('./HouseChart').then((m) => m.HouseChart), css.chart);

/** Heat, cold and dark ahead: what they may do to the plants, and what the air that was read has done. */
export function WeatherRoom({ page }: { page: WeatherPage }) {
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  return (
    <Stack>
      <BedsNav here="/beds/weather" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      {page.happened.length > 0 && <Happened page={page} suffix={suffix} />}
      <Risks page={page} suffix={suffix} />
      {page.houses.length > 0 && <Houses page={page} />}
      <Source page={page} />
    </Stack>
  );
}

interface PartProps {
  page: WeatherPage;
  suffix: string;
}

function Happened({ page, suffix }: PartProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`What heat has done already`}</h2>
        <Text quiet>{say`by the air as it was read; forecast, market and round follow it`}</Text>
      </SheetHead>
      <Rows>
        {page.happened.map((h) => (
          <Row key={h.lotCode + h.bed + h.words}>
            <Mark tone="danger">
              <Link href={`/beds/${h.lotCode}${suffix}`}>{h.bed}</Link>
              {`: ${h.words}`}
            </Mark>
          </Row>
        ))}
      </Rows>
    </Sheet>
  );
}

function sayRisk(r: RiskView): string {
  const odds = say`in ${r.ofTen} of 10 years`;
  if (r.kind === 'heat') return say`${odds} heat costs ${formatNumber(r.share * 100)} % of it before its pick`;
  const late = plural(Math.round(r.lateDays), '# day', '# days');
  return r.kind === 'dark' ? say`${odds} dull weather makes it ${late} late` : say`${odds} cold makes it ${late} late`;
}

function Risks({ page, suffix }: PartProps) {
  return (
    <Sheet>
      <SheetHead>
        <h1>{say`Weather ahead`}</h1>
        <Text
          quiet
        >{say`by ${page.years} years simulated for your place: days late or part lost, in so many years of ten, by the week it is to be picked`}</Text>
      </SheetHead>
      {page.risks.length === 0 ? (
        <Empty>{say`In nine years of ten the weather does no harm to what is planned for the next twelve weeks.`}</Empty>
      ) : (
        <>
          <RiskPicture page={page} suffix={suffix} weeks={page.riskWeeks} />
          <SheetBody stack>
            <details>
              <summary>{say`The figures, planting by planting`}</summary>
              <DataTable
                label={say`Weather ahead`}
                stack
                rows={page.risks}
                rowKey={(r) => r.kind + r.lotCode + r.bed}
                columns={riskColumns(page, suffix)}
              />
            </details>
          </SheetBody>
        </>
      )}
    </Sheet>
  );
}

type Risk = WeatherPage['risks'][number];

function riskColumns(page: WeatherPage, suffix: string): Column<Risk>[] {
  return [
    {
      head: say`Planting`,
      value: (r) => r.lotCode,
      cell: (r) => (
        <>
          <Link href={`/beds/${r.lotCode}${suffix}`}>{r.lotCode}</Link>{' '}
          {say`${r.crop} in ${r.bed}, picked ${shortDay(r.pickOn)}`}
        </>
      ),
    },
    { head: say`Crop`, value: (r) => r.crop, only: 'file' },
    { head: say`Bed`, value: (r) => r.bed, only: 'file' },
    { head: say`Picked`, value: (r) => r.pickOn, kind: 'day', only: 'file' },
    {
      head: say`What may come`,
      value: sayRisk,
      look: (r) => ({ tone: r.kind === 'heat' ? 'danger' : null }),
      labelled: true,
    },
    {
      head: say`Worth`,
      value: (r) => r.valueMinor,
      money: page.currency,
      look: { num: true },
      labelled: true,
      cell: (r) => formatAboutMoney(r.valueMinor, page.currency),
    },
    {
      head: say`Lost on average`,
      value: (r) => r.expectedLossMinor,
      money: page.currency,
      look: { num: true },
      labelled: true,
      cell: (r) => (r.expectedLossMinor >= 50 ? formatAboutMoney(r.expectedLossMinor, page.currency) : '—'),
    },
    {
      head: say`May be picked from`,
      value: (r) => (r.kind === 'heat' ? r.earlyOn : null),
      kind: 'day',
      labelled: true,
    },
  ];
}

type HouseWeek = WeatherPage['houses'][number]['weeks'][number];

function weekColumns(air: (c: number) => string): Column<HouseWeek>[] {
  const num = { num: true };
  const light = (mol: number) => formatNumber(mol, 1);
  const mol = say`mol/m²`;
  return [
    { head: say`Week from`, value: (w) => w.from, kind: 'day', look: { strong: true } },
    { head: say`Air as planned`, value: (w) => w.airC.planned, quantity: 'temperature', look: num, labelled: true },
    {
      head: say`Between`,
      value: () => null,
      only: 'screen',
      look: num,
      labelled: true,
      cell: (w) => `${air(w.airC.low)} – ${air(w.airC.high)}`,
    },
    { head: say`Air, lowest`, value: (w) => w.airC.low, quantity: 'temperature', only: 'file' },
    { head: say`Air, highest`, value: (w) => w.airC.high, quantity: 'temperature', only: 'file' },
    {
      head: say`Light as planned`,
      above: say`Light as planned, mol/m²`,
      value: (w) => w.lightMol.planned,
      unit: mol,
      look: num,
      labelled: true,
      cell: (w) => light(w.lightMol.planned),
    },
    {
      head: say`Light between`,
      value: () => null,
      only: 'screen',
      look: num,
      labelled: true,
      cell: (w) => `${light(w.lightMol.low)} – ${light(w.lightMol.high)}`,
    },
    { head: say`Light, least`, value: (w) => w.lightMol.low, unit: mol, only: 'file' },
    { head: say`Light, most`, value: (w) => w.lightMol.high, unit: mol, only: 'file' },
  ];
}

function Houses({ page }: { page: WeatherPage }) {
  const [code, setCode] = useState(page.houses[0]!.code);
  const house = page.houses.find((h) => h.code === code)!;
  const air = (c: number) => formatTemperature(c, page.units);
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Air and light, week by week`}</h2>
        <Text quiet>{say`the line as planned, the band nine years of ten stay within on either side`}</Text>
      </SheetHead>
      <SheetBody stack>
        <Chips
          label={say`Beds of`}
          options={page.houses.map((h) => [h.code, h.name] as const)}
          chosen={code}
          onChoose={setCode}
        />
        <HouseChart house={house} units={page.units} />
        <details>
          <summary>{say`The figures`}</summary>
          <DataTable
            label={say`Air and light, week by week`}
            stack
            rows={house.weeks}
            rowKey={(w) => w.from}
            units={page.units}
            columns={weekColumns(air)}
          />
        </details>
      </SheetBody>
    </Sheet>
  );
}

function Source({ page }: { page: WeatherPage }) {
  const { isPlaced, own, ownMonths } = page.source;
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`What it rests on`}</h2>
      </SheetHead>
      <SheetBody stack>
        <p>
          {own.days > 0
            ? say`Your own weather of ${plural(own.days, '# day', '# days')}, ${fullDay(own.from!)} to ${fullDay(own.until!)}: ${plural(ownMonths, '# month goes', '# months go')} by it, the others by a stand-in.`
            : say`A stand-in: monthly air and light from the latitude and height of your place, and days that stray from them as days there do. It is no forecast of any one day.`}
        </p>
        {!isPlaced && (
          <Mark tone="attention">
            {say`Nobody has said where this farm is: weather of some temperate place stands in.`}{' '}
            <Link href="/farm/limits">{say`Say where it is`}</Link>
          </Mark>
        )}
        {page.person.role === 'manager' && (
          <Text as="p" small>
            <Link href="/farm/in-and-out?bring=weather">{say`Bring in your own weather`}</Link>{' '}
            {say`as a file of days: it takes the stand-in’s place month by month. Air and light that are read in the houses count for the days they were read on.`}
          </Text>
        )}
      </SheetBody>
    </Sheet>
  );
}
