'use client';
import * as Comlink from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { PlanChange } from '../../core/plan/changes';
import type { WhatIf } from '../../core/plan/outlook';
import type { OutlookApi } from '../../workers/outlook.worker';
import type { SeasonPage } from './queries';

/** Asks the worker what a draft would mean. Only the newest question is answered; older ones are let go. */
export function useOutlook(page: SeasonPage) {
  const desk = useRef<Comlink.Remote<OutlookApi> | null>(null);
  const ready = useRef<Promise<void>>(undefined);
  const waiting = useRef<PlanChange[] | null>(null);
  const busy = useRef(false);
  const [answer, setAnswer] = useState<WhatIf | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const [lastMs, setLastMs] = useState(0);

  useEffect(() => {
    const worker = new Worker(new URL('../../workers/outlook.worker.ts', import.meta.url), { type: 'module' });
    desk.current = Comlink.wrap<OutlookApi>(worker);
    ready.current = desk.current.open(page.facts, page.plan, page.units, Math.max(1, page.from + page.days));
    return () => worker.terminate();
  }, [page]);

  const ask = useCallback((changes: PlanChange[]) => {
    waiting.current = changes;
    if (busy.current) return;
    busy.current = true;
    void (async () => {
      while (waiting.current) {
        const question = waiting.current;
        waiting.current = null;
        const began = performance.now();
        await ready.current;
        const got = await desk.current!.answer(question);
        setLastMs(performance.now() - began);
        if ('refused' in got) setRefused(got.refused);
        else {
          setRefused(null);
          setAnswer(got);
        }
      }
      busy.current = false;
    })();
  }, []);

  return { answer, refused, ask, lastMs };
}
