'use client';
import { Link } from '../../../ui/shell/visit';
import { useState } from 'react';
import { inSentence } from '../../../core/library/inSentence';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatNumber } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import { Share } from '../../../ui/draw/Share';
import { TakeBack } from '../../../ui/form/TakeBack';
import { Columns, Empty, Facts, Row, Rows, Sheet, SheetBody, SheetHead, Stack, Text } from '../../../ui/kit/kit';
import { lazyChart } from '../../../ui/kit/lazyChart';
import { SaidLines } from '../../../ui/SaidLines';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { takeBack, type SaidOfPlants } from '../actions';
import { PlantActs } from '../handling/PlantActs';
import type { PlantingPage } from './queries';
import { PlantingWay } from './PlantingWay';
import { BedsNav } from '../BedsNav';
import css from '../beds.module.css';
import chart from './planting.module.css';
import type { Column } from '../../../ui/table/columns';
import { DataTable } from '../../../ui/table/DataTable';

const CurveChart = lazyChart(() => import('./CurveChart').then((m) => m.CurveChart), chart.chart);

/** One planting: where it stands, what was planned and what came of it, and everything that is done with it. */
export function PlantingView({ page }: { page: PlantingPage }) {
  const [said, setSaid] = useState<SaidOfPlants | null>(null);
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  const handles = page.person.role === 'manager' || page.person.role === 'hand';
  return (
    <Stack>
      <BedsNav here="/beds" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <Columns>
        <Stack className={css.first}>
          <SaidLines said={said} takeBack={takeBack} />
          {handles &&
            page.plants.map((p) => (
              <Sheet key={`${p.placeId}${p.stage}`}>
                <SheetHead>
                  <h2>{say`${formatNumber(p.count)} in ${p.place}`}</h2>
                </SheetHead>
                <PlantActs plants={p} beds={page.beds} units={page.units} onSaid={setSaid} />
              </Sheet>
            ))}
          <Packed page={page} />
        </Stack>
        <Stack>
          <Sheet>
            <Heading page={page} suffix={suffix} />
            <SheetBody stack>
              <Facts small>
                {page.figures.map((f) => (
                  <span key={f.name} title={f.says}>
                    {f.name}{' '}
                    <Text as="strong" mono>
                      {f.value}
                    </Text>
                  </span>
                ))}
              </Facts>
            </SheetBody>
            <PlantingWay page={page} onSaid={setSaid} />
          </Sheet>
          {page.curve && <Curve curve={page.curve} />}
          <Cuts page={page} />
          <Story page={page} />
        </Stack>
      </Columns>
    </Stack>
  );
}

interface HeadingProps {
  page: PlantingPage;
  suffix: string;
}

function Heading({ page, suffix }: HeadingProps) {
  const isSown = page.seeds.length > 0 || page.story.length > 0;
  return (
    <SheetHead>
      <h1>{page.lotCode}</h1>
      <Text quiet>
        {page.crop}
        {page.stands.map((s) => (
          <span key={s.place + s.words}>
            {' · '}
            {s.isBed ? <Link href={`/beds/bed/${s.place}${suffix}`}>{s.place}</Link> : s.place}
            {`: ${[s.words, s.ripe].filter(Boolean).join(', ')}`}
          </span>
        ))}
        {isSown ? say` · sown ${shortDay(page.sownOn)}` : say` · to be sown ${shortDay(page.sownOn)}`}
        {page.seeds.map((s) => (
          <span key={s.code}>{say` · seed ${s.code}${s.supplier ? say` from ${s.supplier}` : ''}`}</span>
        ))}
      </Text>
    </SheetHead>
  );
}

function Curve({ curve }: { curve: NonNullable<PlantingPage['curve']> }) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Picking curve`}</h2>
        <Text quiet>{curve.words}</Text>
      </SheetHead>
      <SheetBody>
        <CurveChart curve={curve} />
      </SheetBody>
    </Sheet>
  );
}

function Cuts({ page }: { page: PlantingPage }) {
  if (page.cuts.length === 0) return null;
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`What it gave`}</h2>
        <Text quiet>{say`against what its recipe expects of the plants in beds`}</Text>
      </SheetHead>
      <DataTable
        label={say`What ${page.lotCode} gave`}
        rows={page.cuts}
        rowKey={(c) => String(c.cut)}
        columns={cutColumns()}
      />
    </Sheet>
  );
}

function Packed({ page }: { page: PlantingPage }) {
  if (page.packed.length === 0) return null;
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Packed from it`}</h2>
      </SheetHead>
      <Rows>
        {page.packed.map((p) => (
          <Row key={p.lotCode}>
            <Text strong>{p.quantity}</Text> {inSentence(p.product)}{' '}
            <Text mono small quiet end>
              {`${p.lotCode} · ${shortDay(p.day)}`}
            </Text>
          </Row>
        ))}
      </Rows>
    </Sheet>
  );
}

function Story({ page }: { page: PlantingPage }) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`What happened`}</h2>
        <Text quiet>{say`newest first; a mistake is taken back, never erased`}</Text>
      </SheetHead>
      {page.story.length === 0 ? (
        <Empty>{say`Nothing yet: it is still to be sown.`}</Empty>
      ) : (
        <DataTable
          label={say`What happened to ${page.lotCode}`}
          maxHeight={420}
          stack
          headless
          rows={page.story}
          rowKey={(r) => r.id}
          gone={(r) => r.takenBack}
          columns={storyColumns()}
        />
      )}
    </Sheet>
  );
}

const cutColumns = (): Column<PlantingPage['cuts'][number]>[] => [
  { head: say`Picked`, value: (c) => c.cut, kind: 'number', cell: (c) => say`pick ${c.cut}` },
  {
    head: say`Got`,
    value: (c) => c.plain.picked,
    kind: 'number',
    look: { num: true, strong: true },
    cell: (c) => c.picked,
  },
  { head: say`Expected`, value: (c) => c.plain.expected, kind: 'number', look: { num: true }, cell: (c) => c.expected },
  { head: say`Unit`, value: (c) => c.plain.unit, only: 'file' },
  {
    head: say`Share`,
    value: (c) => c.share * 100,
    unit: '%',
    look: { num: true },
    cell: (c) => (
      <>
        {`${formatNumber(c.share * 100)} %`}
        <Share of={Math.min(1, c.share)} />
      </>
    ),
  },
];

const storyColumns = (): Column<PlantingPage['story'][number]>[] => [
  { head: say`Day`, value: (r) => r.day, kind: 'day', look: { mono: true }, cell: (r) => shortDay(r.day) },
  { head: say`What`, value: (r) => r.what, look: { strong: true } },
  {
    head: say`In words`,
    value: (r) => r.says,
    cell: (r) => (
      <>
        {r.says}
        {r.by && (
          <Text as="div" small quiet>
            {r.by}
          </Text>
        )}
      </>
    ),
  },
  { head: say`Who`, value: (r) => r.by ?? null, only: 'file' },
  {
    head: say`Taken back`,
    value: (r) => (r.takenBack ? say`yes` : null),
    look: { right: true },
    cell: (r) => r.mayTakeBack && <TakeBack kind={r.kind} id={r.id} what={`${r.what} ${r.says}`} send={takeBack} />,
  },
];
