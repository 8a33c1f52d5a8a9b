'use client';
import dynamic from 'next/dynamic';
import { useEffect, useRef, useState } from 'react';
import { formatNumber } from '../../../core/quantity/units';
import type { SuccessionProposal } from '../../../core/succession/propose';
import { say, speech } from '../../../core/words/words';
import { ActionForm } from '../../../ui/form/ActionForm';
import { Chips, ManyChips } from '../../../ui/form/Chips';
import { Columns, Empty, EMPTY, Mark, Sheet, SheetBody, SheetHead, Stack, Text, Unseen } from '../../../ui/kit/kit';
import { Searching } from '../../../ui/kit/Searching';
import { Waiting } from '../../../ui/kit/Waiting';
import type { Outcome } from '../../../ui/outcome';
import { ShownDay } from '../../../ui/shell/ShownDay';
import { nodesAsked, useSolver } from '../../../ui/useSolver';
import type { SuccessionApi } from '../../../workers/succession.worker';
import { BedsNav } from '../BedsNav';
import type { SuccessionPage } from './queries';
import { sayGap } from './sayGap';
import { BY, readSuccession, successionFields, type PlanBy } from './target';

/** It comes when there is something to show. */
const SuccessionAnswer = dynamic(() => import('./SuccessionAnswer').then((m) => m.SuccessionAnswer), {
  ssr: false,
  loading: () => <Waiting height={320} />,
});

/** The search ends when the plan is proven to be this close to the best, as a share. */
const CLOSE_ENOUGH = 0.005;
const openWorker = () =>
  new Worker(new URL('../../../workers/succession.worker.ts', import.meta.url), { type: 'module' });

/** Proposes sowings for a season: what to sow when, into which bed, for orders, for a steady supply, or to earn most. */
export function SuccessionRoom({ page }: { page: SuccessionPage }) {
  const { solve, stop, state, answer, refused } = useSolver<SuccessionApi, SuccessionProposal>(openWorker);
  const [by, setBy] = useState<PlanBy>('orders');
  const [bedIds, setBedIds] = useState(page.beds.map((b) => b.id));
  const results = useRef<HTMLDivElement>(null);
  const suffix = page.day === page.today ? '' : `?day=${page.day}`;
  // The button stands below the last field; what it brings stands on top.
  useEffect(() => {
    if (state !== 'idle') results.current?.scrollIntoView({ block: 'start' });
  }, [state]);
  const start = async (values: Record<string, unknown>): Promise<Outcome<null>> => {
    const read = readSuccession(values, { by, bedIds, page });
    if (!read.ok) return read;
    const { target, seconds } = read.value;
    const url = new URL('/season/ground', window.location.origin).href;
    const limits = { seconds, gap: CLOSE_ENOUGH, ...nodesAsked() };
    void solve((api, tell) => api.solve({ url, target, limits, units: page.units, locale: speech().locale }, tell));
    return { ok: true, value: null };
  };
  if (page.beds.length === 0 || page.products.length === 0) return <NothingToPlan suffix={suffix} />;
  return (
    <Stack>
      <BedsNav here="/beds/planner" suffix={suffix} />
      <ShownDay day={page.day} today={page.today} />
      <Unseen as="h1">{say`Succession planner`}</Unseen>
      <Columns>
        <Stack ref={results}>
          {state === 'solving' && <Searching words={wordsOf(answer)} onStop={stop} />}
          {refused && (
            <Mark as="p" tone="danger" role="alert">
              {refused}
            </Mark>
          )}
          {answer && <SuccessionAnswer answer={answer} page={page} ready={state !== 'solving'} />}
          {!answer && state === 'idle' && (
            <Sheet as="p" className={EMPTY}>
              {say`Say what is wanted and which beds may grow it. The planner tries hundreds of sowings against beds, bench, hours, what the fish feed and what the market takes, and lays the result on Season as a draft. Fish stay as they are planned, and nothing changes until you keep it.`}
            </Sheet>
          )}
        </Stack>
        <Sheet>
          <SheetHead>
            <h2>{say`What is wanted`}</h2>
          </SheetHead>
          <SheetBody stack>
            <Chips label={say`Plan from`} options={BY} chosen={by} onChoose={setBy} />
            <Text as="p" small quiet>
              {say`Beds that may be sown for`}
            </Text>
            <ManyChips
              label={say`Beds`}
              options={page.beds.map((b) => [b.id, b.code] as const)}
              chosen={bedIds}
              onChoose={setBedIds}
            />
            <ActionForm
              key={by}
              about={by}
              fields={successionFields(by, page)}
              units={page.units}
              submit={say`Propose sowings`}
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

function NothingToPlan({ suffix }: { suffix: string }) {
  return (
    <Stack>
      <BedsNav here="/beds/planner" suffix={suffix} />
      <Empty>{say`To plan sowings the farm needs a bed with places and a product that a crop gives. Add them on Farm.`}</Empty>
    </Stack>
  );
}

function wordsOf(answer: SuccessionProposal | null): string {
  if (!answer) return say`Trying sowing plans…`;
  return `${formatNumber(answer.progress.seconds, 0)} s · ${sayGap(answer.progress)}`;
}
