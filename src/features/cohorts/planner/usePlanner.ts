'use client';
import { useCallback } from 'react';
import { speech } from '../../../core/words/words';
import type { StockingTarget } from '../../../core/stocking/demand';
import type { SearchLimits } from '../../../core/solver/budget';
import type { Proposal } from '../../../core/stocking/propose';
import { useSolver } from '../../../ui/useSolver';
import type { PlannerApi } from '../../../workers/planner.worker';
import type { PlannerPage } from './plannerQuery';

const openWorker = () => new Worker(new URL('../../../workers/planner.worker.ts', import.meta.url), { type: 'module' });

/** Runs the planner in a worker. */
export function usePlanner(page: PlannerPage) {
  const { solve: ask, ...solver } = useSolver<PlannerApi, Proposal>(openWorker);
  const solve = useCallback(
    (target: StockingTarget, limits: SearchLimits) => {
      const { facts, plan, units } = page;
      const takenCodes = plan.map((s) => s.lotCode);
      return ask((api, tell) =>
        api.solve({ facts, plan, target, limits, units, takenCodes, locale: speech().locale }, tell),
      );
    },
    [ask, page],
  );
  return { ...solver, solve };
}
