'use client';
import { speech } from '../../../core/words/words';
import * as Comlink from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { StockingTarget } from '../../../core/stocking/demand';
import type { SolveLimits } from '../../../core/stocking/solve';
import type { Proposal } from '../../../core/stocking/propose';
import type { PlannerApi } from '../../../workers/planner.worker';
import type { PlannerPage } from './plannerQuery';

export type PlannerState = 'idle' | 'solving' | 'done' | 'stopped';

/** Runs the planner in a worker. Stopping ends the worker; the best plan told so far stays. */
export function usePlanner(page: PlannerPage) {
  const worker = useRef<Worker | null>(null);
  const [state, setState] = useState<PlannerState>('idle');
  const [answer, setAnswer] = useState<Proposal | null>(null);
  const [refused, setRefused] = useState<string | null>(null);

  useEffect(() => () => worker.current?.terminate(), []);

  const solve = useCallback(
    async (target: StockingTarget, limits: SolveLimits) => {
      worker.current?.terminate();
      const own = new Worker(new URL('../../../workers/planner.worker.ts', import.meta.url), { type: 'module' });
      worker.current = own;
      setState('solving');
      setAnswer(null);
      setRefused(null);
      const api = Comlink.wrap<PlannerApi>(own);
      const tell = Comlink.proxy((a: Proposal) => {
        if (worker.current === own) setAnswer(a);
      });
      const codes = page.plan.map((s) => s.lotCode);
      const got = await api.solve(
        {
          facts: page.facts,
          plan: page.plan,
          target,
          limits,
          units: page.units,
          takenCodes: codes,
          locale: speech().locale,
        },
        tell,
      );
      if (worker.current !== own) return;
      if ('refused' in got) setRefused(got.refused);
      else setAnswer(got);
      setState('done');
      own.terminate();
      worker.current = null;
    },
    [page],
  );
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setState('stopped');
  }, []);
  return { state, answer, refused, solve, stop };
}
