import 'server-only';
import { Counter, Histogram, register } from 'prom-client';

const kept = globalThis as { cropCycleMetrics?: ReturnType<typeof make> };

function make() {
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
export { register };
