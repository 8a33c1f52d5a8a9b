'use client';
import { say, told } from '../../core/words/words';
import { inSentence } from '../../core/library/inSentence';
import { formatNumber } from '../../core/quantity/units';
import { shortDay } from '../../core/quantity/sayDay';
import { ShownDay } from '../../ui/shell/ShownDay';
import { BatchRules } from './BatchRules';
import type { Batch, PurgePage } from './queries';
import { Columns, Empty, Mark, Row, Rows, Sheet, SheetHead, Stack, Text, classes } from '../../ui/kit/kit';
import css from './purge.module.css';
import type { Column } from '../../ui/table/columns';
import { DataTable } from '../../ui/table/DataTable';

export function PurgeStation({ page }: { page: PurgePage }) {
  return (
    <>
      <ShownDay day={page.day} today={page.today} />
      <Columns>
        <Sheet>
          <SheetHead>
            <h1>{say`Purge & pick`}</h1>
            <Text quiet>{say`purge batches on their way through the gate`}</Text>
          </SheetHead>
          {page.batches.length === 0 ? (
            <Empty>
              {page.when === 'past'
                ? say`Batches of past days are in the cohorts’ histories.`
                : say`No harvest is planned in the next two weeks. Plan one on Season.`}
            </Empty>
          ) : (
            <Rows>
              {page.batches.map((b) => (
                <BatchRow
                  key={b.groupId}
                  batch={b}
                  today={page.today}
                  mayChange={page.when === 'today' && page.person.role === 'manager'}
                />
              ))}
            </Rows>
          )}
        </Sheet>
        <Stack>
          <PackedSheet page={page} />
          <RipeSheet page={page} />
          <Text as="p" small quiet>
            {say`Humane dispatch: the farm’s written method; local code and a veterinarian decide. Keep fish under ice, and fish and salad apart.`}
          </Text>
        </Stack>
      </Columns>
    </>
  );
}

interface PackedSheetProps {
  page: PurgePage;
}

function PackedSheet({ page }: PackedSheetProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Cold room and live holding`}</h2>
        <Text quiet small end>
          {say`not reserved yet`}
        </Text>
      </SheetHead>
      {page.packs.length === 0 ? (
        <Empty>{say`Both are empty. What is harvested, picked or netted on the round comes here.`}</Empty>
      ) : (
        <DataTable
          label={say`Packed lots`}
          maxHeight={420}
          rows={page.packs}
          rowKey={(p) => p.lotCode}
          columns={packColumns()}
          units={page.units}
        />
      )}
    </Sheet>
  );
}

type Pack = PurgePage['packs'][number];

const packColumns = (): Column<Pack>[] => [
  {
    head: say`Lot`,
    value: (p) => p.lotCode,
    cell: (p) => (
      <>
        <Text mono small>
          {p.lotCode}
        </Text>
        <Text as="div" small quiet>
          {p.product}
        </Text>
      </>
    ),
  },
  { head: say`Product`, value: (p) => p.product, only: 'file' },
  { head: say`Left`, value: (p) => p.left.value, kind: 'number', cell: (p) => p.amount, look: { num: true } },
  { head: say`Unit`, value: (p) => p.left.unit, only: 'file' },
  {
    head: say`Use by`,
    value: (p) => p.useBy,
    kind: 'day',
    cell: (p) => `${shortDay(p.useBy)}${p.daysLeft < 0 ? say`, past` : ''}`,
    look: (p) => ({ tone: p.daysLeft < 0 ? 'danger' : p.daysLeft <= 1 ? 'attention' : null }),
  },
];

interface RipeSheetProps {
  page: PurgePage;
}

function RipeSheet({ page }: RipeSheetProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Ripe in the beds`}</h2>
      </SheetHead>
      {page.ripe.length === 0 ? (
        <Empty>{say`Nothing is ripe on this day.`}</Empty>
      ) : (
        <Rows>
          {page.ripe.map((r) => (
            <Row key={r.lotCode} className={css.pick}>
              <Text mono>{r.bed}</Text>
              <span>
                <Text strong>{r.crop}</Text>{' '}
                <Text small quiet nowrap>
                  {r.lotCode}
                </Text>
              </span>
              <Text mono small>
                {say`${formatNumber(r.plants)} places · ${r.since === 0 ? say`since today` : say`for ${r.since} d`}`}
              </Text>
              <Text small quiet={!!r.pick} tone={r.pick ? null : 'attention'} className={css.wide}>
                {pickWords(r.pick)}
              </Text>
            </Row>
          ))}
        </Rows>
      )}
    </Sheet>
  );
}

function pickWords(pick: PurgePage['ripe'][number]['pick']) {
  if (!pick) return say`no pick is planned: pick it, plan one on Season, or it is lost`;
  return pick.until > pick.on
    ? say`pick from ${shortDay(pick.on)}, by ${shortDay(pick.until)} at the latest`
    : say`pick on ${shortDay(pick.on)}, no later`;
}

function BatchRow({ batch, today, mayChange }: { batch: Batch; today: string; mayChange: boolean }) {
  const open = batch.checks.filter((c) => !c.met);
  return (
    <Row>
      <div className={css.head}>
        <Text strong>
          {formatNumber(batch.count)} {inSentence(batch.species)}
        </Text>
        <Text mono small>
          {batch.lotCode} · {batch.from} → {batch.where}
        </Text>
        <Text end>
          {say`harvest`}{' '}
          <strong>
            {batch.harvestOn < today ? say`was due ${shortDay(batch.harvestOn)}` : shortDay(batch.harvestOn)}
          </strong>
        </Text>
      </div>
      <ol className={css.stages} aria-label={say`Steps`}>
        {batch.steps.map((s) => (
          <li key={s.id} className={classes(css.stage, s.done && css.done)}>
            {s.done ? '✓ ' : ''}
            {told(s.words)}{' '}
            <Text mono small>
              {shortDay(s.day)}
            </Text>
          </li>
        ))}
      </ol>
      {batch.begun ? (
        <Mark as="p" small tone={open.length === 0 ? 'good' : 'soon'}>
          {open.length === 0
            ? say`Gate open: fit to harvest and sell.`
            : say`Gate shut: ${open.map((c) => c.words.toLowerCase()).join(' · ')}`}
          {batch.overridden && say` Overridden by ${batch.overridden}`}
        </Mark>
      ) : (
        <Text as="p" small quiet>
          {say`Not begun: feed is to stop on ${shortDay(batch.steps[0]!.day)}.`}
        </Text>
      )}
      <BatchRules batch={batch} mayChange={mayChange} />
    </Row>
  );
}
