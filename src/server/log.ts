import 'server-only';
import { AsyncLocalStorage } from 'node:async_hooks';
import type { UnitChoice } from '../core/quantity/units';
import pino, { type Logger } from 'pino';

/** One request: scripts/serve begins it with its locale, src/instrumentation speaks as it says. */
export interface Asking {
  locale?: string | undefined;
  units?: UnitChoice;
  id?: string;
}

const kept = globalThis as { cropCycleLog?: Logger; cropCycleRequest?: AsyncLocalStorage<Asking> };

/** One line of JSON an event, to the standard output of the process. Never what people typed. */
export const log: Logger = (kept.cropCycleLog ??= pino({
  level: process.env.LOG_LEVEL ?? 'info',
  base: { app: 'crop-cycle', pid: process.pid },
  timestamp: pino.stdTimeFunctions.isoTime,
  mixin: () => {
    const id = requests.getStore()?.id;
    return id ? { requestId: id } : {};
  },
}));

const requests: AsyncLocalStorage<Asking> = (kept.cropCycleRequest ??= new AsyncLocalStorage<Asking>());

/** Which request a line belongs to, without handing it through every function. What is known of it stays known. */
export function inRequest<T>(id: string, work: () => Promise<T>): Promise<T> {
  return requests.run({ ...requests.getStore(), id }, work);
}

/** From here on the request is answered in these units. */
export function answerIn(units: UnitChoice) {
  const asking = requests.getStore();
  if (asking) asking.units = units;
}
