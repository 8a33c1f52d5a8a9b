'use client';
import { say } from '../../../core/words/words';
import { inSentence } from '../../../core/library/inSentence';
import Link from 'next/link';
import { dayWords, shortDay } from '../../../core/quantity/sayDay';
import { formatMoney } from '../../../core/quantity/money';
import { formatMass, formatNumber } from '../../../core/quantity/units';
import type { Explanation } from '../../../core/explain';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { Why } from '../../../ui/Why';
import { CohortsNav } from '../CohortsNav';
import { CohortStory } from './CohortStory';
import { GrowthChartLazy } from './GrowthChartLazy';
import { HandleAll } from '../handling/HandleFish';
import { PlanSteps } from '../handling/PlanSteps';
import type { CohortPage } from './cohortReasons';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import { Facts, Sheet, SheetBody, SheetHead, Stack, Text } from '../../../ui/kit/kit';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../../ui/kit/Table';
import css from '../cohorts.module.css';

export function CohortView({ page }: { page: CohortPage }) {
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  return (
    <Stack>
      <CohortsNav here="/cohorts" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <div className={css.cohortPage}>
        <Sheet>
          <Heading page={page} suffix={suffix} />
          <SheetBody stack>
            <GrowthChartLazy
              points={page.points}
              share={page.share}
              marketG={page.marketG}
              units={page.units}
              today={page.today}
            />
            <Figures page={page} />
            {page.grades && <LiveGrades grades={page.grades} currency={page.cost.currency} />}
          </SheetBody>
        </Sheet>
        <Stack>
          <HandleAll
            handled={page.handled}
            tanks={page.tanks}
            units={page.units}
            role={page.person.role}
            today={page.today}
          />
          <Sheet>
            <SheetHead>
              <h2>{say`Its way to market`}</h2>
            </SheetHead>
            <PlanSteps
              steps={page.steps}
              today={page.today}
              units={page.units}
              mayEdit={page.person.role === 'manager'}
            />
          </Sheet>
        </Stack>
        <Stack>
          <CohortStory page={page} />
        </Stack>
      </div>
    </Stack>
  );
}

function Heading({ page, suffix }: { page: CohortPage; suffix: string }) {
  const count = page.places.reduce((sum, p) => sum + p.count, 0);
  const kin = [...page.origins.map((c) => [say`out of`, c]), ...page.offspring.map((c) => [say`parted into`, c])];
  return (
    <SheetHead>
      <h1>{page.lotCode}</h1>
      <Text quiet>
        {formatNumber(count)} {inSentence(page.species)}
        {page.places.map((p) => (
          <span key={p.place}>
            {' · '}
            <Link href={`/cohorts/tank/${p.place}${suffix}`} prefetch={false}>
              {p.place}
            </Link>
            {say`: ${formatNumber(p.count)} of ${formatMass(p.meanG, page.units)}`}
          </span>
        ))}{' '}
        · {page.origins.length > 0 ? say`parted` : say`stocked`} {shortDay(page.stockedOn)}
        {page.supplier ? say` from ${page.supplier}` : ''}
        {kin.map(([how, code]) => (
          <span key={code}>
            {` · ${how} `}
            <Link href={`/cohorts/${code}${suffix}`} prefetch={false}>
              {code}
            </Link>
          </span>
        ))}
      </Text>
      {page.withdrawalUntil && (
        <Text tone="danger" strong>
          {say`Treated: not for sale up to and with ${shortDay(page.withdrawalUntil)}`}
        </Text>
      )}
    </SheetHead>
  );
}

function Figures({ page }: { page: CohortPage }) {
  const { account, cost, units } = page;
  const share = page.share[0];
  const figures: [string, string | null, string?, Explanation?][] = [
    [say`survival`, account.survival === null ? null : `${formatNumber(account.survival * 100, 1)} %`],
    [say`feed so far`, formatMass(page.feedG, units)],
    [
      say`feed conversion`,
      account.fcrBiological === null ? null : formatNumber(account.fcrBiological, 2),
      say`feed for each weight gained, the dead counted in: how well they turn feed into fish`,
      page.because.conversion,
    ],
    [
      say`paid conversion`,
      account.fcrEconomic === null ? null : formatNumber(account.fcrEconomic, 2),
      say`feed for each weight that is here or was taken: what the feed bill bought`,
      page.because.conversion,
    ],
    [
      say`pace`,
      page.pace === null ? null : `${formatNumber(page.pace, 2)} ± ${formatNumber(page.paceError ?? 0, 2)}`,
      say`times the library’s growth, from its samples`,
      page.because.pace ?? undefined,
    ],
    [
      say`last forecast`,
      page.lastForecastError === null
        ? null
        : say`${formatNumber(Math.abs(page.lastForecastError) * 100)} % too ${page.lastForecastError < 0 ? say`high` : say`low`}`,
      say`the last sample against what was forecast before it`,
    ],
    [say`over market size`, share ? `${formatNumber(share.above * 100)} %` : null],
    [
      say`mean at market size`,
      page.marketG === null
        ? null
        : page.readyOn
          ? page.readyOn <= page.day
            ? say`now`
            : dayWords(page.readyOn)
          : say`not in sight`,
      undefined,
      page.because.ready ?? undefined,
    ],
    [
      'condition',
      page.condition
        ? say`${formatNumber(page.condition.k, 2)} (usual ${formatNumber(page.condition.usual, 2)})`
        : null,
      page.condition
        ? say`100·weight/length³ of ${page.condition.n} fish on ${shortDay(page.condition.day)}; thin fish fall below the usual`
        : '',
    ],
    [
      say`cost so far`,
      formatMoney((cost.fishMinor ?? 0) + cost.feedMinor, cost.currency),
      cost.fishMinor === null ? say`feed only: the price of the fish was not recorded` : say`fish and feed`,
    ],
    [
      say`per kg raised`,
      cost.perKgMinor === null ? null : formatMoney(cost.perKgMinor, cost.currency),
      undefined,
      page.because.cost,
    ],
  ];
  return (
    <>
      <Facts small>
        {figures.map(([name, value, says, because]) =>
          value === null ? null : (
            <span key={name} title={says}>
              {name}{' '}
              <Text as="strong" mono>
                {because ? <Why because={because}>{value}</Why> : value}
              </Text>
            </span>
          ),
        )}
      </Facts>
      {(page.permit || page.note) && (
        <Text as="p" small quiet>
          {page.permit && say`Papers: ${page.permit}. `}
          {page.note}
        </Text>
      )}
    </>
  );
}

/** What an ornamental cohort would sell as, on the day shown. */
function LiveGrades({ grades, currency }: { grades: NonNullable<CohortPage['grades']>; currency: string }) {
  const worthMinor = grades.rows.reduce((sum, g) => sum + g.count * g.priceMinor, 0);
  return (
    <ScrollTable label={say`Size grades`} testId="grades">
      <Text as="p" small quiet>
        {say`Sold alive by length, not for food. How many are of each grade by the forecast:`}
      </Text>
      <Table>
        <TableHead>
          <TableRow>
            <HeadCell>{say`Grade`}</HeadCell>
            <HeadCell right>{say`Fish`}</HeadCell>
            <HeadCell right>{say`A fish`}</HeadCell>
            <HeadCell right>{say`Together`}</HeadCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {grades.rows.map((g) => (
            <TableRow key={g.name}>
              <Cell nowrap>
                {g.name}
                {!g.name.includes(`${g.fromCm}–${g.toCm}`) && (
                  <Text as="div" small quiet>
                    {say`${g.fromCm} to ${g.toCm} cm`}
                  </Text>
                )}
              </Cell>
              <Cell num strong>
                <Why because={g.because}>{formatNumber(g.count)}</Why>
              </Cell>
              <Cell num>{formatMoney(g.priceMinor, currency)}</Cell>
              <Cell num>{formatMoney(g.count * g.priceMinor, currency)}</Cell>
            </TableRow>
          ))}
          {grades.outside > 0 && (
            <TableRow>
              <Cell quiet>{say`outside every grade`}</Cell>
              <Cell num>{formatNumber(grades.outside)}</Cell>
              <Cell />
              <Cell />
            </TableRow>
          )}
          <TableRow>
            <Cell strong>{say`All`}</Cell>
            <Cell num strong>
              {formatNumber(grades.count)}
            </Cell>
            <Cell />
            <Cell num strong>
              {formatMoney(worthMinor, currency)}
            </Cell>
          </TableRow>
        </TableBody>
      </Table>
    </ScrollTable>
  );
}
