import type { ChildProcess } from 'node:child_process';
export function answerWorker(worker: ChildProcess, env: { DATABASE_URL: string }): ChildProcess;
