import 'server-only';
import cluster from 'node:cluster';
import { randomUUID } from 'node:crypto';
import { AggregatorRegistry, Counter, Histogram, register } from 'prom-client';

const kept = globalThis as { cropCycleMetrics?: ReturnType<typeof make> };

function make() {
  // Lets the process that keeps several running ask this one.
  new AggregatorRegistry();
  return {
    commands: new Counter({
      name: 'crop_cycle_commands_total',
      help: 'Commands by name and how they ended',
      labelNames: ['command', 'result'] as const,
    }),
    seconds: new Histogram({
      name: 'crop_cycle_command_seconds',
      help: 'From the whole command read to its answer',
      labelNames: ['command'] as const,
      buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5],
    }),
    retries: new Counter({
      name: 'crop_cycle_retries_total',
      help: 'Transactions tried again after a deadlock or a conflict',
    }),
  };
}

/** Counters of this process, shared by everything in it. */
export const metrics = (kept.cropCycleMetrics ??= make());
export const figuresType = register.contentType;

const ANSWER_MS = 3000;

/** The figures of every process that serves, in the common text format; of this one alone when it is the only one. */
export async function figures(): Promise<string> {
  if (!cluster.isWorker) return register.metrics();
  return (await figuresOfAll()) ?? register.metrics();
}

function figuresOfAll(): Promise<string | null> {
  const id = randomUUID();
  return new Promise((resolve) => {
    const end = (text: string | null) => {
      clearTimeout(timer);
      process.off('message', hear);
      resolve(text);
    };
    const hear = (m: { type?: string; id?: string; text?: string | null }) =>
      m.type === 'crop-cycle:figures' && m.id === id && end(m.text ?? null);
    const timer = setTimeout(() => end(null), ANSWER_MS);
    process.on('message', hear);
    process.send!({ type: 'crop-cycle:figures', id });
  });
}
