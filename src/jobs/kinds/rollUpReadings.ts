import type { BackgroundJob } from '../job';

const MOST_DAYS = 2000;

/** What the readings of each day that is over came to. A day is taken as over a day later, for farms behind UTC. */
export const module: BackgroundJob = {
  name: 'roll-up-readings',
  cron: '*/10 * * * *',
  run: async (db, now) => {
    const until = new Date(now.getTime() - 86_400_000).toISOString().slice(0, 10);
    const { rows } = await db.raw('select roll_up_readings(?, ?) as made', [until, MOST_DAYS]);
    return { made: rows[0].made };
  },
};
