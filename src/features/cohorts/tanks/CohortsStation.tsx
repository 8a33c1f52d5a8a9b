'use client';
import { say } from '../../../core/words/words';
import Link from 'next/link';
import { formatMass, formatNumber, densityUnit, toShownDensity } from '../../../core/quantity/units';
import { shortDay } from '../../../core/quantity/sayDay';
import { Vessel } from '../../../ui/draw/Vessel';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { Why } from '../../../ui/Why';
import { CohortsNav } from '../CohortsNav';
import type { CohortRow, CohortsPage } from './tankQueries';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import { Empty, Sheet, SheetBody, SheetHead, Stack, Text, Unseen } from '../../../ui/kit/kit';
import { LightCell, LightHeadCell, LightRow, LightTable } from '../../../ui/kit/Table';
import vessels from '../../../ui/draw/vessel.module.css';
import css from '../cohorts.module.css';
import { codeWords } from '../../../core/words/codes';
import { Share } from '../../../ui/draw/Share';

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
          <ScrollTable label={say`Every group of fish`}>
            <LightTable stack>
              <thead>
                <LightRow>
                  <LightHeadCell>{say`Cohort`}</LightHeadCell>
                  <LightHeadCell>{say`Tank`}</LightHeadCell>
                  <LightHeadCell right>{say`Fish`}</LightHeadCell>
                  <LightHeadCell right>{say`Mean size`}</LightHeadCell>
                  <LightHeadCell right>{say`Together`}</LightHeadCell>
                  <LightHeadCell right>{densityUnit(page.units)}</LightHeadCell>
                  <LightHeadCell right>{say`Market size`}</LightHeadCell>
                  <LightHeadCell>{say`Mean at market size`}</LightHeadCell>
                  <LightHeadCell>{say`Too full`}</LightHeadCell>
                  <LightHeadCell>{say`Weighed`}</LightHeadCell>
                </LightRow>
              </thead>
              <tbody>
                {page.rows.map((r) => (
                  <CohortLine key={`${r.lotCode}${r.place}`} r={r} suffix={suffix} page={page} />
                ))}
              </tbody>
            </LightTable>
          </ScrollTable>
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

interface CohortLineProps {
  r: CohortRow;
  suffix: string;
  page: CohortsPage;
}

function CohortLine({ r, suffix, page }: CohortLineProps) {
  return (
    <LightRow>
      <LightCell>
        <Link href={`/cohorts/${r.lotCode}${suffix}`} prefetch={false}>
          {r.lotCode}
        </Link>
        <Text as="div" small quiet>
          {r.species}
        </Text>
      </LightCell>
      <LightCell mono label={say`Tank`}>
        <Link href={`/cohorts/tank/${r.place}${suffix}`} prefetch={false}>
          {r.place}
        </Link>
      </LightCell>
      <LightCell num label={say`Fish`}>
        {formatNumber(r.count)}
      </LightCell>
      <LightCell num label={say`Mean size`}>
        {formatMass(r.meanG, page.units)}
        <Text as="div" small quiet>
          ± {formatMass(r.spreadG, page.units)}
        </Text>
      </LightCell>
      <LightCell num label={say`Together`}>
        {formatMass(r.massG, page.units)}
      </LightCell>
      <LightCell num label={densityUnit(page.units)}>
        <Why because={r.because}>{formatNumber(toShownDensity(r.densityKgM3, page.units), 1)}</Why>
        <Text as="div" small quiet>
          {say`of ${
            r.limitKgM3 === null
              ? '–'
              : formatNumber(toShownDensity(r.limitKgM3, page.units), page.units.mass === 'us' ? 1 : 0)
          }`}
        </Text>
        {r.limitKgM3 !== null && <Share of={r.densityKgM3 / r.limitKgM3} over={r.densityKgM3 > r.limitKgM3} />}
      </LightCell>
      <LightCell num label={say`Market size`}>
        {r.marketShare === null ? '–' : `${formatNumber(r.marketShare * 100)} %`}
        {r.marketShare !== null && <Share of={r.marketShare} />}
      </LightCell>
      <LightCell sort={r.readyOn} label={say`Mean at market size`}>
        {r.readyOn ? (r.readyOn <= page.day ? say`now` : shortDay(r.readyOn)) : '–'}
        {r.wayToMarket !== null && <Share of={r.wayToMarket} start />}
      </LightCell>
      <LightCell sort={r.fullOn} label={say`Too full`}>
        {r.fullOn ? <Text tone="attention">{r.fullOn <= page.day ? say`now` : shortDay(r.fullOn)}</Text> : '–'}
      </LightCell>
      <LightCell label={say`Weighed`}>
        {r.weighed ? <Text tone={r.weighed.overdue ? 'attention' : null}>{r.weighed.ago}</Text> : '–'}
      </LightCell>
    </LightRow>
  );
}
