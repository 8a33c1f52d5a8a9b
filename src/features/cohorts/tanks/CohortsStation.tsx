'use client';
import { say } from '../../../core/words/words';
import { Link } from '../../../ui/shell/visit';
import { formatMass, formatNumber, densityUnit, toShownDensity, type UnitChoice } from '../../../core/quantity/units';
import { shortDay } from '../../../core/quantity/sayDay';
import { Vessel } from '../../../ui/draw/Vessel';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { Why } from '../../../ui/Why';
import { CohortsNav } from '../CohortsNav';
import type { CohortRow, CohortsPage } from './tankQueries';
import { Empty, Sheet, SheetBody, SheetHead, Stack, Text, Unseen } from '../../../ui/kit/kit';
import vessels from '../../../ui/draw/vessel.module.css';
import css from '../cohorts.module.css';
import { codeWords } from '../../../core/words/codes';
import { Share } from '../../../ui/draw/Share';
import type { Column } from '../../../ui/table/columns';
import type { Day } from '../../../core/quantity/days';
import { DataTable } from '../../../ui/table/DataTable';

const tallestOf = (loop: CohortsPage['loops'][number]) =>
  Math.max(...loop.stages.flatMap((s) => s.tanks.map((t) => t.volumeL)));

export function CohortsStation({ page }: { page: CohortsPage }) {
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  return (
    <Stack>
      <CohortsNav here="/cohorts" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <Unseen as="h1">{say`Cohorts`}</Unseen>
      <div className={css.loops}>
        {page.loops.map((loop) => (
          <LoopOfTanks key={loop.name} loop={loop} page={page} />
        ))}
      </div>
      <Sheet>
        <SheetHead>
          <h2>{say`Every cohort`}</h2>
          <Text quiet>{say`${page.rows.length} groups of fish`}</Text>
        </SheetHead>
        {page.rows.length === 0 ? (
          <Empty>{say`No fish are in any tank on this day. Plan a stocking on Season.`}</Empty>
        ) : (
          <DataTable
            label={say`Every group of fish`}
            stack
            rows={page.rows}
            rowKey={(r) => `${r.lotCode}${r.place}`}
            columns={cohortColumns(page, suffix)}
            units={page.units}
          />
        )}
      </Sheet>
    </Stack>
  );
}

interface LoopOfTanksProps {
  loop: CohortsPage['loops'][number];
  page: CohortsPage;
}

function LoopOfTanks({ loop, page }: LoopOfTanksProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{loop.name}</h2>
        <Text quiet small end>
          {say`fill = ${densityUnit(page.units)} against its limit`}
        </Text>
      </SheetHead>
      <SheetBody className={vessels.vessels}>
        {loop.stages.map((s) => (
          <div key={s.stage} className={vessels.stage}>
            <div className={vessels.vessels}>
              {s.tanks.map((t) => (
                <Vessel key={t.code} vessel={t} tallestL={tallestOf(loop)} />
              ))}
            </div>
            {s.stage && (
              <Text small quiet>
                {codeWords(s.stage)}
              </Text>
            )}
          </div>
        ))}
      </SheetBody>
    </Sheet>
  );
}

function cohortColumns(page: CohortsPage, suffix: string): Column<CohortRow>[] {
  const { units } = page;
  const density = densityUnit(units);
  return [
    {
      head: say`Cohort`,
      value: (r) => r.lotCode,
      cell: (r) => (
        <>
          <Link href={`/cohorts/${r.lotCode}${suffix}`}>{r.lotCode}</Link>
          <Text as="div" small quiet>
            {r.species}
          </Text>
        </>
      ),
    },
    { head: say`Species`, value: (r) => r.species, only: 'file' },
    {
      head: say`Tank`,
      value: (r) => r.place,
      look: { mono: true },
      labelled: true,
      cell: (r) => <Link href={`/cohorts/tank/${r.place}${suffix}`}>{r.place}</Link>,
    },
    { head: say`Fish`, value: (r) => r.count, kind: 'number', look: { num: true }, labelled: true },
    {
      head: say`Mean size`,
      value: (r) => r.meanG,
      quantity: 'smallMass',
      look: { num: true },
      labelled: true,
      cell: (r) => (
        <>
          {formatMass(r.meanG, units)}
          <Text as="div" small quiet>
            ± {formatMass(r.spreadG, units)}
          </Text>
        </>
      ),
    },
    { head: say`Spread of sizes`, value: (r) => r.spreadG, quantity: 'smallMass', only: 'file' },
    { head: say`Together`, value: (r) => r.massG, quantity: 'mass', look: { num: true }, labelled: true },
    {
      head: say`Density`,
      above: density,
      value: (r) => toShownDensity(r.densityKgM3, units),
      unit: density,
      look: { num: true },
      labelled: true,
      cell: (r) => <Crowding r={r} units={units} />,
    },
    {
      head: say`Limit of density`,
      value: (r) => r.limitKgM3 && toShownDensity(r.limitKgM3, units),
      unit: density,
      only: 'file',
    },
    {
      head: say`Market size`,
      value: (r) => (r.marketShare === null ? null : r.marketShare * 100),
      unit: '%',
      look: { num: true },
      labelled: true,
      cell: (r) => (
        <>
          {r.marketShare === null ? '–' : `${formatNumber(r.marketShare * 100)} %`}
          {r.marketShare !== null && <Share of={r.marketShare} />}
        </>
      ),
    },
    ...aheadColumns(page),
  ];
}

/** What the forecast says of them. */
function aheadColumns(page: CohortsPage): Column<CohortRow>[] {
  const dayOrNow = (day: Day) => (day <= page.day ? say`now` : shortDay(day));
  return [
    {
      head: say`Mean at market size`,
      value: (r) => r.readyOn,
      kind: 'day',
      labelled: true,
      cell: (r) => (
        <>
          {r.readyOn ? dayOrNow(r.readyOn) : '–'}
          {r.wayToMarket !== null && <Share of={r.wayToMarket} start />}
        </>
      ),
    },
    {
      head: say`Too full`,
      value: (r) => r.fullOn,
      kind: 'day',
      labelled: true,
      cell: (r) => (r.fullOn ? <Text tone="attention">{dayOrNow(r.fullOn)}</Text> : '–'),
    },
    {
      head: say`Weighed`,
      value: (r) => r.weighed?.ago ?? null,
      labelled: true,
      cell: (r) => (r.weighed ? <Text tone={r.weighed.overdue ? 'attention' : null}>{r.weighed.ago}</Text> : '–'),
    },
  ];
}

function Crowding({ r, units }: { r: CohortRow; units: UnitChoice }) {
  const digits = units.mass === 'us' ? 1 : 0;
  return (
    <>
      <Why because={r.because}>{formatNumber(toShownDensity(r.densityKgM3, units), 1)}</Why>
      <Text as="div" small quiet>
        {say`of ${r.limitKgM3 === null ? '–' : formatNumber(toShownDensity(r.limitKgM3, units), digits)}`}
      </Text>
      {r.limitKgM3 !== null && <Share of={r.densityKgM3 / r.limitKgM3} over={r.densityKgM3 > r.limitKgM3} />}
    </>
  );
}
