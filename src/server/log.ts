import 'server-only';
import { AsyncLocalStorage } from 'node:async_hooks';
import pino, { type Logger } from 'pino';

const kept = globalThis as { cropCycleLog?: Logger; cropCycleRequest?: AsyncLocalStorage<string> };

/** One line of JSON an event, to the standard output of the process. Never what people typed. */
export const log: Logger = (kept.cropCycleLog ??= pino({
  level: process.env.LOG_LEVEL ?? 'info',
  base: { app: 'crop-cycle', pid: process.pid },
  timestamp: pino.stdTimeFunctions.isoTime,
  mixin: () => {
    const id = requestIds.getStore();
    return id ? { requestId: id } : {};
  },
}));

/** Which request a line belongs to, without handing it through every function. */
const requestIds: AsyncLocalStorage<string> = (kept.cropCycleRequest ??= new AsyncLocalStorage<string>());

export function inRequest<T>(id: string, work: () => Promise<T>): Promise<T> {
  return requestIds.run(id, work);
}
