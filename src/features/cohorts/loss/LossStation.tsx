'use client';
import { useGo } from '../../../ui/shell/visit';
import { say } from '../../../core/words/words';
import { inSentence } from '../../../core/library/inSentence';
import Button from '@mui/material/Button';
import { useState, useTransition } from 'react';
import { dayWords, shortDay } from '../../../core/quantity/sayDay';
import { formatAboutMoney } from '../../../core/quantity/money';
import { formatMass, formatNumber } from '../../../core/quantity/units';
import { useEntryKey } from '../../../ui/form/useEntryKey';
import { noConnection } from '../../../ui/outcome';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { Why } from '../../../ui/Why';
import { layDraft } from '../actions';
import { CohortsNav } from '../CohortsNav';
import type { LossPage } from './lossQueries';
import {
  Buttons,
  Choices,
  Empty,
  Facts,
  Mark,
  Sheet,
  SheetBody,
  SheetHead,
  Stack,
  Text,
  Unseen,
} from '../../../ui/kit/kit';
import { ChipLink } from '../../../ui/kit/Chip';
import css from '../cohorts.module.css';
import { RecoveryOutlook } from '../../../core/stocking/recovery';
import { RecoveryWay } from '../../../core/stocking/recoveryWays';
import { Explanation } from '../../../core/explain';

/** Bring the rotation back in step: the ways, side by side, with what is missing meanwhile. */
export function LossStation({ page }: { page: LossPage }) {
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  return (
    <Stack>
      <CohortsNav here="/cohorts/loss" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <Unseen as="h1">{say`In step`}</Unseen>
      <Sheet>
        <SheetHead>
          <h2>{say`Losses of the last six weeks`}</h2>
          <Text quiet small>
            {say`twenty fish or more out of one tank`}
          </Text>
        </SheetHead>
        {page.losses.length === 0 ? (
          <Empty>{say`None. May it stay so; deaths are recorded on the Round or with the log line.`}</Empty>
        ) : (
          <SheetBody buttons>
            {page.losses.map((l) => (
              <ChipLink
                key={l.id}
                href={`/cohorts/loss?loss=${encodeURIComponent(l.id)}`}
                chosen={l.id === page.chosen}
              >
                {say`${l.lotCode} in ${l.place}: ${formatNumber(l.count)} ${inSentence(l.species)} lost by ${shortDay(l.day)}, ${formatNumber(l.left)} left`}
              </ChipLink>
            ))}
          </SheetBody>
        )}
      </Sheet>
      <OutOfStepSheet page={page} />
      <Sheet>
        <SheetHead>
          <h2>{say`Rehearse a loss`}</h2>
          <Text quiet small>
            {say`if a tank’s cohort died today, which way back would you take?`}
          </Text>
        </SheetHead>
        <SheetBody buttons>
          {page.rehearsals.map((r) => (
            <ChipLink
              key={r.code}
              href={`/cohorts/loss?suppose=${encodeURIComponent(r.code)}`}
              chosen={r.code === page.supposed}
            >
              {r.says}
            </ChipLink>
          ))}
        </SheetBody>
      </Sheet>
      {page.supposed && (
        <Mark as="p" tone="attention" small>
          {say`A rehearsal: nothing was lost in ${page.supposed} and nothing is recorded.`}
        </Mark>
      )}
      <Choices>
        {page.ways.map((w) => (
          <Way key={w.way.id} outlook={w} page={page} />
        ))}
      </Choices>
      {page.ways.length > 0 && (
        <Text as="p" small quiet>
          {say`Missing = the plan’s harvests before the loss less those of this way, added up over a year; a harvest somewhat later makes good what was missing.`}
        </Text>
      )}
    </Stack>
  );
}

/** Gaps, doubles and empty stages of each rotation, before the market finds them. */
function OutOfStepSheet({ page }: { page: LossPage }) {
  if (page.rotations.length === 0) return null;
  return (
    <Sheet aria-label={say`In step`}>
      <SheetHead>
        <h2>{say`Rotations in step`}</h2>
        <Text quiet small>
          {say`cohorts by the day on which they are of market size`}
        </Text>
      </SheetHead>
      <SheetBody stack>
        {page.rotations.map((r) => (
          <Stack key={r.speciesCode} as="div">
            <p>
              <strong>{r.species}</strong>{' '}
              <Text quiet small>
                {say`${r.inTurn.length} cohorts, one every ${r.everyDays} days:`}{' '}
                {r.inTurn.map((c) => `${c.lotCode} ${shortDay(c.readyOn)}`).join(' · ')}
              </Text>
            </p>
            {r.faults.length === 0 && (
              <Text as="p" small>
                {say`In step: no gap, no double.`}
              </Text>
            )}
            {r.faults.map((f) => (
              <Mark key={f.id} as="p" small tone="attention">
                {f.words}{' '}
                {f.missing && (
                  <ChipLink href={`/cohorts/loss?gap=${encodeURIComponent(f.id)}`} chosen={f.id === page.gap}>
                    {say`ways back into step`}
                  </ChipLink>
                )}
              </Mark>
            ))}
          </Stack>
        ))}
      </SheetBody>
    </Sheet>
  );
}

function Way({ outlook, page }: { outlook: LossPage['ways'][number]; page: LossPage }) {
  const go = useGo();
  const [pending, start] = useTransition();
  const [refused, setRefused] = useState<string | null>(null);
  const [entryKey, answered] = useEntryKey();
  const { way } = outlook;
  const steps = way.changes.flatMap((c) => (c.change === 'add' ? c.steps : []));
  const lay = () =>
    start(async () => {
      const outcome = await layDraft({
        entryKey,
        name: way.title,
        steps: steps.map(({ cropCode: _c, version: _v, ...s }) => s),
        drops: way.changes.flatMap((c) => (c.change === 'drop' ? [c.groupId] : [])),
      }).catch(() => null);
      if (!outcome) return setRefused(noConnection());
      answered(outcome);
      if (outcome.ok) go(`/season?draft=${outcome.value}`);
      else setRefused(Object.values(outcome.fields)[0]?.[0] ?? say`Not laid aside.`);
    });
  const most = Math.max(1, ...outlook.weeks.map((w) => w.missingKg));
  return (
    <Sheet data-testid={`way-${way.id}`}>
      <SheetHead>
        <h2>{way.title}</h2>
      </SheetHead>
      <SheetBody stack>
        <p>{way.words}</p>
        <WayFigures outlook={outlook} way={way} page={page} />
        {outlook.weeks.some((w) => w.missingKg > 0.5) ? (
          <ul className={css.missing} aria-label={say`Missing by week`}>
            {outlook.weeks
              .filter((w) => w.missingKg > 0.5)
              .slice(0, 10)
              .map((w) => (
                <Text as="li" small key={w.from}>
                  <Text mono>{say`week ${w.week}`}</Text>{' '}
                  <span className={css.bar} style={{ width: `${Math.round((w.missingKg / most) * 55)}%` }} />{' '}
                  {formatMass(w.missingKg * 1000, page.units)}
                </Text>
              ))}
          </ul>
        ) : (
          <Text as="p" small quiet>
            {say`No week of the plan has less than before.`}
          </Text>
        )}
        {refused && (
          <Mark as="p" tone="danger" role="alert">
            {refused}
          </Mark>
        )}
        {steps.length > 0 && !page.supposed && page.person.role === 'manager' && (
          <Buttons>
            <Button variant="outlined" onClick={lay} disabled={pending}>
              {say`See it on Season`}
            </Button>
          </Buttons>
        )}
      </SheetBody>
    </Sheet>
  );
}

interface WayFiguresProps {
  outlook: RecoveryOutlook & { because: Explanation };
  way: RecoveryWay;
  page: LossPage;
}

function WayFigures({ outlook, way, page }: WayFiguresProps) {
  return (
    <Facts small>
      <span>
        {say`never made good`}{' '}
        <Text as="strong" mono>
          <Why because={outlook.because}>{formatMass(outlook.missingKg * 1000, page.units)}</Why>
        </Text>
      </span>
      <span>
        {say`other fish`}{' '}
        <Text as="strong" mono>
          {`${outlook.otherKg > 0 ? '+' : ''}${formatMass(outlook.otherKg * 1000, page.units)}`}
        </Text>
      </span>
      <span>
        {say`fish bought`}{' '}
        <Text as="strong" mono>
          {formatAboutMoney(way.costMinor, page.currency)}
        </Text>
      </span>
      <span>
        {say`back in step`}{' '}
        <strong>
          {outlook.backOn
            ? outlook.backOn <= page.today
              ? say`at once`
              : dayWords(outlook.backOn)
            : say`not within a year`}
        </strong>
      </span>
    </Facts>
  );
}
