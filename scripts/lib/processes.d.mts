import type { ChildProcess } from 'node:child_process';
export function keepRunning(
  what: string,
  begin: () => ChildProcess,
): { gaveUp: Promise<number>; pid: () => number | undefined; stop(): Promise<void> };
export function appUrl(ownerUrl: string): string;
