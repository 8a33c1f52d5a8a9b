'use client';
import { speech, word } from '../../core/words/words';
import * as Comlink from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { PlanChange } from '../../core/plan/changes';
import type { NamedDraft, WhatIf } from '../../core/plan/outlook';
import type { OutlookApi } from '../../workers/outlook.worker';
import type { SeasonPage } from './queries';

/** Said when the worker could not fetch the plan. */
export const NOT_LOADED = word`The plan could not be loaded, so nothing can be worked out. Check the connection and load the page again.`;

/** A worker that knows one state of the plan. */
interface Desk {
  /** Asks it something; fails when it cannot have the plan or is let go before it answers. */
  tell: <R>(question: (api: Comlink.Remote<OutlookApi>) => Promise<R>) => Promise<R>;
  busy: boolean;
}

function openDesk(page: SeasonPage): Desk & { close: () => void } {
  const worker = new Worker(new URL('../../workers/outlook.worker.ts', import.meta.url), { type: 'module' });
  const api = Comlink.wrap<OutlookApi>(worker);
  const url = new URL('/season/ground', window.location.origin).href;
  const ready = api.open(url, Math.max(1, page.from + page.days), { units: page.units, locale: speech().locale });
  let letGo: (reason: Error) => void = () => undefined;
  const gone = new Promise<never>((_, reject) => (letGo = reject));
  // Both are said when something is asked: who only looks needs no worker.
  ready.catch(() => undefined);
  gone.catch(() => undefined);
  return {
    busy: false,
    tell: (question) => Promise.race([gone, ready.then(() => question(api))]),
    close: () => {
      worker.terminate();
      letGo(new Error('The plan was read anew.'));
    },
  };
}

/**
 * Asks the worker what a draft would mean. Only the newest question is answered; older ones are let go. When the plan is
 * read anew, what is on the board is asked anew.
 */
export function useOutlook(page: SeasonPage) {
  const desk = useRef<Desk | null>(null);
  const onBoard = useRef<PlanChange[]>([]);
  const asked = useRef(false);
  const [answer, setAnswer] = useState<WhatIf | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const [lastMs, setLastMs] = useState(0);

  const work = useCallback(async () => {
    const mine = desk.current;
    if (!mine || mine.busy) return;
    mine.busy = true;
    while (asked.current && desk.current === mine) {
      asked.current = false;
      const question = onBoard.current;
      const began = performance.now();
      const got = await mine
        .tell<WhatIf | { refused: string }>(async (api) => api.answer(question))
        .catch(() => ({ refused: NOT_LOADED }));
      if (desk.current !== mine) return;
      setLastMs(performance.now() - began);
      if (onBoard.current.length === 0) break;
      if ('refused' in got) setRefused(got.refused);
      else {
        setRefused(null);
        setAnswer(got);
      }
    }
    mine.busy = false;
  }, []);

  useEffect(() => {
    const opened = openDesk(page);
    desk.current = opened;
    asked.current = onBoard.current.length > 0;
    void work();
    return () => {
      desk.current = null;
      opened.close();
    };
  }, [page, work]);

  const ask = useCallback(
    (changes: PlanChange[]) => {
      onBoard.current = changes;
      asked.current = changes.length > 0;
      if (asked.current) return void work();
      // Nothing is changed: the page's own board is the answer.
      setAnswer(null);
      setRefused(null);
    },
    [work],
  );
  /** What a draft was built on, or null while the plan cannot be had. */
  const versions = useCallback(async (groupIds: string[]) => {
    return (await desk.current?.tell((api) => api.versions(groupIds)).catch(() => null)) ?? null;
  }, []);
  /** What is on the board and what is laid aside, held against the plan; null while the plan cannot be had. */
  const compare = useCallback(async (draft: NamedDraft | null) => {
    return (await desk.current?.tell((api) => api.compare(draft)).catch(() => null)) ?? null;
  }, []);

  return { answer, refused, ask, versions, compare, lastMs };
}
