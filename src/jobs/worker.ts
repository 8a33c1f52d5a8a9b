import { hostname } from 'node:os';
import pino from 'pino';
import { appConnection } from '../db/connection';
import { beat } from '../db/entries';
import { now } from '../server/clock';
import { modules } from './kinds/list.generated';
import { workQueue } from './queue';

/**
 * What runs in the background, beside the server or on any other machine with the same database. It takes what the queue
 * has, says every half minute that it is there, and on being stopped ends what it has begun.
 */
const BEAT_MS = 30_000;

async function work() {
  const url = process.env.APP_DATABASE_URL;
  if (!url) throw new Error('APP_DATABASE_URL is not set. Start the app with npm start.');
  const log = pino({
    level: process.env.LOG_LEVEL ?? 'info',
    base: { app: 'crop-cycle', part: 'worker', pid: process.pid },
    timestamp: pino.stdTimeFunctions.isoTime,
  });
  const db = appConnection(url, 3);
  const boss = workQueue(url);
  boss.on('error', (err) => log.error({ err }, 'queue'));
  await boss.start();
  for (const job of modules) {
    await boss.work(job.name, { pollingIntervalSeconds: 5 }, async () => {
      const began = Date.now();
      const did = await job.run(db, now());
      log.info({ job: job.name, ms: Date.now() - began, ...did }, 'job');
    });
    // Once at the start too: a machine that was off at the hour of a job has it to do.
    await boss.send(job.name, {}, { singletonKey: job.name });
  }
  const name = `${hostname()}:${process.pid}`;
  const say = () => beat(db, name, now()).catch((err) => log.error({ err }, 'heartbeat'));
  await say();
  const timer = setInterval(say, BEAT_MS);
  log.info({ jobs: modules.map((m) => m.name) }, 'working');
  const finish = async () => {
    clearInterval(timer);
    await boss.stop({ graceful: true, close: true, timeout: 8000 });
    await db.destroy();
    process.exit(0);
  };
  process.once('SIGTERM', () => void finish());
  process.once('SIGINT', () => void finish());
}

work().catch((error) => {
  process.stderr.write(`${(error as Error).stack}\n`);
  process.exit(1);
});
