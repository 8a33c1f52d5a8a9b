'use client';
import { say, word } from '../../../core/words/words';
import dynamic from 'next/dynamic';
import { useEffect, useRef, useState } from 'react';
import { formatNumber } from '../../../core/quantity/units';
import { Chips } from '../../../ui/form/Chips';
import { ActionForm } from '../../../ui/form/ActionForm';
import type { Outcome } from '../../../ui/outcome';
import { Searching } from '../../../ui/kit/Searching';
import { Waiting } from '../../../ui/kit/Waiting';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { CohortsNav } from '../CohortsNav';
import type { Proposal as Answer } from '../../../core/stocking/propose';
import type { PlannerPage } from './plannerQuery';
import { sayGap } from './sayGap';
import { plannedSpecies, readTarget, targetFields, type PlanBy } from './target';
import { nodesAsked } from '../../../ui/useSolver';
import { usePlanner } from './usePlanner';
import { Columns, EMPTY, Mark, Sheet, SheetBody, SheetHead, Stack, Text, Unseen } from '../../../ui/kit/kit';

/** They come when there is something to show. */
const Proposal = dynamic(() => import('./Proposal').then((m) => m.Proposal), {
  ssr: false,
  loading: () => <Waiting height={320} />,
});
const RotationSheet = dynamic(() => import('./RotationSheet').then((m) => m.RotationSheet), {
  ssr: false,
  loading: () => <Waiting height={64} />,
});

const BY: [PlanBy, string][] = [
  ['orders', word`Promised orders`],
  ['steady', word`So much every so often`],
];

/** The search ends when the plan is proven to be this close to the best, as a share. */
const CLOSE_ENOUGH = 0.005;

/** Proposes stockings, tanks, moves, purges and harvests for orders, for a season or for a steady supply. */
export function PlannerStation({ page }: { page: PlannerPage }) {
  const planner = usePlanner(page);
  const species = plannedSpecies(page.facts);
  const [by, setBy] = useState<PlanBy>('orders');
  const results = useRef<HTMLDivElement>(null);
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  // The button stands below the last field; what it brings stands on top.
  useEffect(() => {
    if (planner.state !== 'idle') results.current?.scrollIntoView({ block: 'start' });
  }, [planner.state]);
  const start = async (values: Record<string, unknown>): Promise<Outcome<null>> => {
    const read = readTarget(values, { by, species, units: page.units, today: page.today, currency: page.currency });
    if (!read.ok) return read;
    void planner.solve(read.value.target, { seconds: read.value.seconds, gap: CLOSE_ENOUGH, ...nodesAsked() });
    return { ok: true, value: null };
  };
  return (
    <Stack>
      <CohortsNav here="/cohorts/planner" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <Unseen as="h1">{say`Stocking planner`}</Unseen>
      <Columns>
        <Stack ref={results}>
          {planner.state === 'solving' && <Searching words={wordsOf(planner.answer)} onStop={planner.stop} />}
          {planner.refused && (
            <Mark as="p" tone="danger" role="alert">
              {planner.refused}
            </Mark>
          )}
          {planner.answer && <Proposal answer={planner.answer} page={page} ready={planner.state !== 'solving'} />}
          {!planner.answer && planner.state === 'idle' && (
            <Sheet as="p" className={EMPTY}>
              {say`Say what is wanted; the planner tries thousands of stockings against tanks, quarantine, purge tanks and orders, and lays the result on Season as a draft. Nothing changes until you keep it.`}
            </Sheet>
          )}
          <RotationSheet page={page} />
        </Stack>
        <Sheet>
          <SheetHead>
            <h2>{say`What is wanted`}</h2>
          </SheetHead>
          <SheetBody stack>
            <Chips label={say`Plan from`} options={BY} chosen={by} onChoose={setBy} />
            {by === 'steady' && (
              <Text as="p" small quiet>
                {say`Without days it is wanted all the time, as soon as fish can be ready; leave an amount empty for a species that is not wanted.`}
              </Text>
            )}
            <ActionForm
              key={by}
              about={by}
              fields={targetFields({ by, species, units: page.units, currency: page.currency })}
              units={page.units}
              submit={say`Propose a plan`}
              send={start}
              asks
              onDone={() => undefined}
            />
          </SheetBody>
        </Sheet>
      </Columns>
    </Stack>
  );
}

function wordsOf(answer: Answer | null): string {
  if (!answer) return say`Trying stocking plans…`;
  return `${formatNumber(answer.progress.seconds, 0)} s · ${sayGap(answer)}`;
}
