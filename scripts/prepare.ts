import { allowAppRole } from '../src/db/appRole';
import { ownerConnection } from '../src/db/connection';
import { loadDemo } from '../src/db/demo/load';
import { giveGrants, keepGrants } from '../src/db/grants';
import { newFoundingCode } from '../src/db/founding';
import { migrate } from '../src/db/migrations';
import { syncRegistries } from '../src/db/registries';
import { prepareQueue } from '../src/jobs/queue';

/** Brings a database up to date and, unless told otherwise, loads the demo farm into an empty one. */
async function prepare() {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set.');
  const owner = ownerConnection(url);
  try {
    if (await giveGrants(owner)) console.log('· The rights of the app’s own role were given again');
    const steps = await migrate(owner);
    await allowAppRole(owner, url);
    await syncRegistries(owner);
    await prepareQueue(owner, url);
    await keepGrants(owner);
    if (steps.length > 0) console.log(`· Database brought up to date: ${steps.join(', ')}`);
    const code = await newFoundingCode(owner, new Date());
    if (code) console.log(`· A farm of your own is made on the sign-in page with the code ${code}`);
    if (process.env.DEMO === 'no') return;
    const started = Date.now();
    const timeZone = process.env.FARM_TIME_ZONE ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
    const now = process.env.DEMO_NOW ? new Date(process.env.DEMO_NOW) : new Date();
    const historyDays = process.env.DEMO_DAYS ? Number(process.env.DEMO_DAYS) : undefined;
    const sowingsAWeek = process.env.DEMO_SOWINGS ? Number(process.env.DEMO_SOWINGS) : undefined;
    const loaded = await loadDemo(owner, { now, timeZone, historyDays, sowingsAWeek });
    // For measuring: more of the same beside it, each with people of its own.
    for (let n = 1; n < Number(process.env.DEMO_FARMS ?? 1); n++)
      await loadDemo(owner, { now, timeZone, historyDays, another: { number: n, password: `farm-${n}` } });
    if (loaded) console.log(`· Demo farm loaded in ${((Date.now() - started) / 1000).toFixed(1)} s`);
  } finally {
    await owner.destroy();
  }
}

await prepare();
