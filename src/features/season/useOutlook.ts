'use client';
import * as Comlink from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { PlanChange } from '../../core/plan/changes';
import type { WhatIf } from '../../core/plan/outlook';
import type { OutlookApi } from '../../workers/outlook.worker';
import type { SeasonPage } from './queries';

/** Said when the worker could not fetch the plan. */
export const NOT_LOADED =
  'The plan could not be loaded, so nothing can be worked out. Check the connection and load the page again.';

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
    const url = new URL('/season/ground', window.location.origin).href;
    ready.current = desk.current.open(url, page.units, Math.max(1, page.from + page.days));
    // Said when something is asked: who only looks needs no worker.
    ready.current.catch(() => undefined);
    return () => worker.terminate();
  }, [page]);

  const answerTo = useCallback(async (question: PlanChange[]) => {
    try {
      await ready.current;
      const began = performance.now();
      const got = await desk.current!.answer(question);
      setLastMs(performance.now() - began);
      return got;
    } catch {
      return { refused: NOT_LOADED };
    }
  }, []);
  /** What a draft was built on, or null while the plan cannot be had. */
  const versions = useCallback(async (groupIds: string[]) => {
    try {
      await ready.current;
      return await desk.current!.versions(groupIds);
    } catch {
      return null;
    }
  }, []);

  const ask = useCallback(
    (changes: PlanChange[]) => {
      waiting.current = changes;
      if (busy.current) return;
      busy.current = true;
      void (async () => {
        while (waiting.current) {
          const question = waiting.current;
          waiting.current = null;
          const got = await answerTo(question);
          if ('refused' in got) setRefused(got.refused);
          else {
            setRefused(null);
            setAnswer(got);
          }
        }
        busy.current = false;
      })();
    },
    [answerTo],
  );

  return { answer, refused, ask, versions, lastMs };
}
