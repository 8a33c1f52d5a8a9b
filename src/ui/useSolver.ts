'use client';
import * as Comlink from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';

export type SolverState = 'idle' | 'solving' | 'done' | 'stopped';

type Ask<Api, Answer> = (
  api: Comlink.Remote<Api>,
  tell: ((answer: Answer) => void) & Comlink.ProxyMarked,
) => Promise<Answer | { refused: string }>;

/** Runs a long search in a worker of its own. Stopping ends the worker; the best answer told so far stays. */
export function useSolver<Api, Answer extends object>(openWorker: () => Worker) {
  const worker = useRef<Worker | null>(null);
  const [state, setState] = useState<SolverState>('idle');
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [refused, setRefused] = useState<string | null>(null);

  useEffect(() => () => worker.current?.terminate(), []);

  const solve = useCallback(
    async (ask: Ask<Api, Answer>) => {
      worker.current?.terminate();
      const own = openWorker();
      worker.current = own;
      setState('solving');
      setAnswer(null);
      setRefused(null);
      const tell = Comlink.proxy((a: Answer) => {
        if (worker.current === own) setAnswer(a);
      });
      const got = await ask(Comlink.wrap<Api>(own), tell);
      if (worker.current !== own) return;
      if ('refused' in got) setRefused(got.refused);
      else setAnswer(got);
      setState('done');
      own.terminate();
      worker.current = null;
    },
    [openWorker],
  );
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setState('stopped');
  }, []);
  return { state, answer, refused, solve, stop };
}

/** Nodes to search in place of seconds, where the address asks for it (`?nodes=200`): the same plan on any machine. */
export function nodesAsked(): { nodes?: number } {
  const nodes = Number(new URLSearchParams(window.location.search).get('nodes'));
  return Number.isInteger(nodes) && nodes > 0 && nodes <= 1_000_000 ? { nodes } : {};
}
