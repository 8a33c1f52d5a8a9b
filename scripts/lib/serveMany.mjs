import cluster from 'node:cluster';
import { availableParallelism } from 'node:os';
import { AggregatorRegistry } from 'prom-client';
import { keepRunning } from './processes.mjs';

/** More are of use only with a database that keeps up. */
const MOST = 4;

/** How many processes answer requests: WEB_PROCESSES, or one for each processor up to four. */
export function webProcesses() {
  const told = Number(process.env.WEB_PROCESSES);
  return Number.isInteger(told) && told > 0 ? told : Math.min(MOST, availableParallelism());
}

/** Its standard output is the log; what the person at the terminal should see goes beside it. */
const tell = (words) => process.stderr.write(`· ${words}\n`);

/** Keeps as many processes serving as are wanted; adds up their figures for whichever of them is asked. */
export function serveMany(log) {
  const figures = new AggregatorRegistry();
  const kept = Array.from({ length: webProcesses() }, (_, i) =>
    keepRunning(`Web process ${i + 1}`, () => cluster.fork().process, tell),
  );
  cluster.on('message', (asking, message) => {
    if (message?.type !== 'crop-cycle:figures') return;
    const answer = (text) => asking.isConnected() && asking.send({ type: 'crop-cycle:figures', id: message.id, text });
    figures.clusterMetrics().then(answer, () => answer(null));
  });
  let ending = false;
  const finish = async (code) => {
    if (ending) return;
    ending = true;
    await Promise.all(kept.map((k) => k.stop()));
    process.exit(code);
  };
  Promise.race(kept.map((k) => k.gaveUp)).then(finish);
  for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, () => finish(0));
  log.info({ processes: kept.length }, 'beginning');
}
