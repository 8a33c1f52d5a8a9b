'use client';
import { say, inReadersUnits } from '../../../core/words/words';
import { inSentence } from '../../../core/library/inSentence';
import { Link } from '../../../ui/shell/visit';
import { dayWords, shortDay } from '../../../core/quantity/sayDay';
import { formatMoney } from '../../../core/quantity/money';
import { formatMass, formatNumber, toShown, unitName } from '../../../core/quantity/units';
import type { Explanation } from '../../../core/explain';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { Why } from '../../../ui/Why';
import { CohortsNav } from '../CohortsNav';
import { CohortStory } from './CohortStory';
import { GrowthChartLazy } from './GrowthChartLazy';
import { HandleAll } from '../handling/HandleFish';
import { PlanSteps } from '../handling/PlanSteps';
import type { CohortPage } from './cohortReasons';
import { Facts, Sheet, SheetBody, SheetHead, Stack, Text } from '../../../ui/kit/kit';
import css from '../cohorts.module.css';
import type { Column } from '../../../ui/table/columns';
import { DataTable } from '../../../ui/table/DataTable';

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
              <h2>{say`Planned for it`}</h2>
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
            <Link href={`/cohorts/tank/${p.place}${suffix}`}>{p.place}</Link>
            {say`: ${formatNumber(p.count)} of ${formatMass(p.meanG, page.units)}`}
          </span>
        ))}{' '}
        · {page.origins.length > 0 ? say`parted` : say`stocked`} {shortDay(page.stockedOn)}
        {page.supplier ? say` from ${page.supplier}` : ''}
        {kin.map(([how, code]) => (
          <span key={code}>
            {` · ${how} `}
            <Link href={`/cohorts/${code}${suffix}`}>{code}</Link>
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
      say`to raise ${unitName('perMass', units)}`,
      cost.perKgMinor === null ? null : formatMoney(toShown('perMass', cost.perKgMinor, units), cost.currency),
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

/** A grade, or what stands below them: what is outside of all, and the sum. */
interface GradeLine {
  name: string;
  size: string | null;
  count: number;
  because: Explanation | null;
  priceMinor: number | null;
  worthMinor: number | null;
  kind: 'grade' | 'outside' | 'all';
}

function gradeLines({ rows, outside, count }: NonNullable<CohortPage['grades']>): GradeLine[] {
  const grades = rows.map((g): GradeLine => ({
    name: g.name,
    size: g.name.includes(`${g.fromCm}–${g.toCm}`) ? null : inReadersUnits(say`${g.fromCm} to ${g.toCm} cm`),
    count: g.count,
    because: g.because,
    priceMinor: g.priceMinor,
    worthMinor: g.count * g.priceMinor,
    kind: 'grade',
  }));
  const bare = { size: null, because: null, priceMinor: null };
  const worthMinor = grades.reduce((sum, g) => sum + g.worthMinor!, 0);
  return [
    ...grades,
    ...(outside > 0
      ? [{ ...bare, name: say`outside every grade`, count: outside, worthMinor: null, kind: 'outside' as const }]
      : []),
    { ...bare, name: say`All`, count, worthMinor, kind: 'all' },
  ];
}

/** What an ornamental cohort would sell as, on the day shown. */
function LiveGrades({ grades, currency }: { grades: NonNullable<CohortPage['grades']>; currency: string }) {
  const isAll = (g: GradeLine) => g.kind === 'all';
  const columns: Column<GradeLine>[] = [
    {
      head: say`Grade`,
      value: (g) => g.name,
      look: (g) => ({ nowrap: true, strong: isAll(g), quiet: g.kind === 'outside' }),
      cell: (g) => (
        <>
          {g.name}
          {g.size && (
            <Text as="div" small quiet>
              {g.size}
            </Text>
          )}
        </>
      ),
    },
    { head: say`Size`, value: (g) => g.size, only: 'file' },
    {
      head: say`Fish`,
      value: (g) => g.count,
      kind: 'number',
      look: (g) => ({ num: true, strong: g.kind !== 'outside' }),
      right: true,
      cell: (g) => (g.because ? <Why because={g.because}>{formatNumber(g.count)}</Why> : formatNumber(g.count)),
    },
    {
      head: say`A fish`,
      value: (g) => g.priceMinor,
      money: currency,
      look: { num: true },
      cell: (g) => g.priceMinor !== null && formatMoney(g.priceMinor, currency),
    },
    {
      head: say`Together`,
      value: (g) => g.worthMinor,
      money: currency,
      look: (g) => ({ num: true, strong: isAll(g) }),
      right: true,
      cell: (g) => g.worthMinor !== null && formatMoney(g.worthMinor, currency),
    },
  ];
  return (
    <>
      <Text as="p" small quiet>
        {say`Sold alive by length, not for food. How many are of each grade by the forecast:`}
      </Text>
      <DataTable
        label={say`Size grades`}
        testId="grades"
        rows={gradeLines(grades)}
        rowKey={(g) => `${g.kind} ${g.name}`}
        columns={columns}
      />
    </>
  );
}
