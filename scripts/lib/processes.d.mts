import type { ChildProcess } from 'node:child_process';
export function keepRunning(
  what: string,
  begin: () => ChildProcess,
  tell?: (words: string) => void,
  pauseMs?: number,
): { gaveUp: Promise<number>; pid: () => number | undefined; stop(): Promise<void> };
export function keepDatabase(
  cluster: { runs(): boolean; startAgain(): Promise<string | null> },
  tell?: (words: string) => void,
): { gaveUp: Promise<number>; stop(): Promise<void> };
export function appUrl(ownerUrl: string): string;
