import { rollUp } from '../../db/readings';
import type { BackgroundJob } from '../job';

const MOST_DAYS = 2000;

/** What the hours and the day came to, of each day that is over, farm by farm. A day is taken as over a day later, for farms behind UTC. */
export const module: BackgroundJob = {
  name: 'roll-up-readings',
  cron: '*/10 * * * *',
  run: async (db, now) => {
    const until = new Date(now.getTime() - 86_400_000).toISOString().slice(0, 10);
    const { failed, ...did } = await rollUp(db, { until, most: MOST_DAYS });
    return { ...did, ...(failed.length > 0 ? { failed } : {}) };
  },
};
